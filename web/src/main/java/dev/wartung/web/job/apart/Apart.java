package dev.wartung.web.job.apart;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.text.PlainText;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signing;
import dev.wartung.web.job.BeforeClosing;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What was done without network and could not be entered, until a person settles it. */
@Service
public class Apart implements BeforeClosing {

    private static final int LONGEST = 4000;

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    Apart(JdbcTemplate jdbc, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public boolean has(UUID entryId) {
        return !jdbc.queryForList("select 1 from kept_apart where entry_id = ?", entryId)
                .isEmpty();
    }

    @Transactional(readOnly = true)
    public String why(UUID entryId) {
        return jdbc.queryForList("select why from kept_apart where entry_id = ?", String.class, entryId).stream()
                .findFirst()
                .orElse("");
    }

    /**
     * Something that was done.
     *
     * @param entryId made where it was done
     * @param step    at which step; empty where it belongs to none
     * @param typed   what was typed, by field
     * @param at      when
     */
    public record Done(UUID entryId, Optional<String> step, Map<String, String> typed, Instant at) {}

    /** Keeps it, in the words of whoever did it, with the reason why it could not be entered. */
    @Transactional
    public void keep(JobView view, Done done, String why) {
        Optional<Step> step = done.step().map(view.steps()::get);
        jdbc.update(
                "insert into kept_apart (entry_id, job_id, step_id, by_id, done_at, at, what, why) values (?, ?, ?, ?, ?, ?, ?, ?) on conflict (entry_id) do nothing",
                done.entryId(),
                view.job().id(),
                step.map(Step::id).orElse(null),
                current.get().id(),
                Timestamp.from(done.at()),
                Timestamp.from(clock.instant()),
                words(step, done.typed(), view.build(), current.get().units()),
                why);
    }

    /** How many of a job nobody has settled. */
    @Transactional(readOnly = true)
    public int open(Job job) {
        return Objects.requireNonNull(jdbc.queryForObject(
                "select count(*) from kept_apart where job_id = ? and settled_at is null", Integer.class, job.id()));
    }

    @Override
    public List<Message> hindrances(Job job) {
        int open = open(job);
        return open == 0
                ? List.of()
                : List.of(Message.of(
                        "apart.open",
                        "Kept beside this job and not settled: {count}, done without network. See both sides first.",
                        "count",
                        open));
    }

    /** Of a job, the earliest first. */
    @Transactional(readOnly = true)
    public List<KeptApart> of(Job job) {
        return jdbc.query(
                """
                select k.entry_id, k.step_id, a.name as by, k.done_at, k.what, k.why, s.name || ': ' || k.settled as settled
                from kept_apart k join account a on a.id = k.by_id left join account s on s.id = k.settled_by
                where k.job_id = ? order by k.done_at, k.entry_id""",
                (row, i) -> new KeptApart(
                        row.getObject("entry_id", UUID.class),
                        Optional.ofNullable(row.getString("step_id")),
                        row.getString("by"),
                        row.getTimestamp("done_at").toInstant(),
                        row.getString("what"),
                        row.getString("why"),
                        Optional.ofNullable(row.getString("settled"))),
                job.id());
    }

    /** @return whether it was not settled before */
    @Transactional
    public boolean settle(UUID entryId, String how) {
        return jdbc.update(
                        "update kept_apart set settled_at = ?, settled_by = ?, settled = ? where entry_id = ? and settled_at is null",
                        Timestamp.from(clock.instant()),
                        current.get().id(),
                        how,
                        entryId)
                > 0;
    }

    /** What was done: the step, and what was typed under the names of what it answers. No password is among it. */
    private static String words(Optional<Step> step, Map<String, String> typed, Build build, UnitSystem units) {
        Wording wording = new Wording(units);
        List<String> said = new ArrayList<>();
        step.ifPresent(s -> said.add(wording.of(s.say())));
        Map<String, String> left = new TreeMap<>(typed);
        left.remove(Signing.SECOND_PASSWORD);
        step.stream().flatMap(s -> s.asks().stream()).forEach(ask -> answers(ask, left, wording)
                .ifPresent(said::add));
        left.forEach((field, value) -> {
            if (!value.isBlank()) {
                said.add(FieldWords.of(field, build) + ": " + value.strip());
            }
        });
        String all = PlainText.shown(String.join("; ", said));
        return all.length() > LONGEST ? all.substring(0, LONGEST) : all;
    }

    private static Optional<String> answers(Ask ask, Map<String, String> typed, Wording wording) {
        String field = "reading." + ask.id();
        List<String> values = typed.keySet().stream()
                .filter(f -> f.equals(field) || f.startsWith(field + "."))
                .toList();
        String read = String.join(
                ", ", values.stream().map(typed::get).filter(v -> !v.isBlank()).toList());
        values.forEach(typed::remove);
        return read.isEmpty() ? Optional.empty() : Optional.of(wording.of(ask.asked()) + ": " + read);
    }
}
