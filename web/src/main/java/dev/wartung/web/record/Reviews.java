package dev.wartung.web.record;

import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signing;
import dev.wartung.web.record.RecordDesk.Kept;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Reviews of what was closed or stopped: somebody who had no hand in it looks at it, exceptions first, and signs. A
 * review is a record in the book, of the job's records up to the one it names; one that is corrected later waits anew.
 */
@Service
public class Reviews {

    /** What a reviewer signs for. */
    public static final String MEANING = "reviewed this record";

    static final int PAGE = 50;

    private static final int LONGEST = 500;

    private final JdbcTemplate jdbc;
    private final RecordDesk book;
    private final CurrentAccount current;
    private final Clock clock;

    Reviews(JdbcTemplate jdbc, RecordDesk book, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.book = book;
        this.current = current;
        this.clock = clock;
    }

    /** How many wait, and since when the first of them does. */
    public record Waiting(int jobs, Optional<Instant> since, long days) {}

    @Transactional(readOnly = true)
    public Waiting waiting() {
        return jdbc.queryForObject("select count(*), min(since) from review_wait", (row, i) -> {
            Optional<Instant> since = Optional.ofNullable(row.getTimestamp(2)).map(t -> t.toInstant());
            return new Waiting(row.getInt(1), since, since.map(this::days).orElse(0L));
        });
    }

    private long days(Instant since) {
        return Duration.between(since, clock.instant()).toDays();
    }

    /**
     * A job whose record waits.
     *
     * @param corrected whether it waits for a correction that was written after a review
     */
    public record Line(
            int number,
            String tag,
            String title,
            String state,
            String holder,
            long days,
            boolean corrected,
            Exceptions exceptions) {}

    /** What waits, the {@value #PAGE} longest waiting; those with something to be explained first. */
    @Transactional(readOnly = true)
    List<Line> lines() {
        return jdbc
                .query(
                        """
                select j.number, v.tag, j.title, j.state, coalesce(a.name, ''), w.since, r.content, w.seq > r.seq
                from review_wait w join job j on j.number = w.job_number join valve v on v.id = j.valve_id
                join service_record r on r.job_number = w.job_number and r.kind = 'JOB' left join account a on a.id = j.holder_id
                order by w.since, w.seq limit ?""",
                        (row, i) -> new Line(
                                row.getInt(1),
                                row.getString(2),
                                row.getString(3),
                                row.getString(4),
                                row.getString(5),
                                days(row.getTimestamp(6).toInstant()),
                                row.getBoolean(8),
                                RecordContent.report(RecordContent.read(row.getString(7)))
                                        .map(Exceptions::of)
                                        .orElse(new Exceptions(List.of(), List.of(), List.of()))),
                        PAGE)
                .stream()
                .sorted(Comparator.comparing((Line l) -> !l.exceptions().some()))
                .toList();
    }

    /** A review that was signed. */
    public record Review(String name, String remark, long through, Instant at) {}

    @Transactional(readOnly = true)
    List<Review> of(int job) {
        return book.of(job).stream()
                .filter(k -> k.kind().equals(RecordContent.REVIEW))
                .map(k -> {
                    JsonNode said = k.says();
                    return new Review(
                            said.path("signature").path("name").asString(),
                            said.path("review").path("remark").asString(""),
                            said.path("review").path("through").asLong(),
                            k.at());
                })
                .toList();
    }

    /** Since when a job waits; empty where it does not. */
    @Transactional(readOnly = true)
    Optional<Instant> waitsSince(int job) {
        return jdbc
                .query(
                        "select since from review_wait where job_number = ?",
                        (row, i) -> row.getTimestamp(1).toInstant(),
                        job)
                .stream()
                .findFirst();
    }

    /** Whether whoever asks had a hand in a job: such a one does not review it. */
    @Transactional(readOnly = true)
    boolean tookPart(int job) {
        return tookPart(book.of(job)).contains(current.get().username());
    }

    /** By username: who worked, agreed, signed or corrected. */
    private static Set<String> tookPart(List<Kept> records) {
        Set<String> names = new TreeSet<>();
        for (Kept record : records) {
            if (!record.kind().equals(RecordContent.REVIEW)) {
                JsonNode says = record.says();
                says.path("entries").forEach(e -> {
                    names.add(e.path("by").asString());
                    e.path("body")
                            .path("signatures")
                            .forEach(s -> names.add(s.path("username").asString()));
                });
                // whoever approved the change that a job carried out had no hand in the job
                says.path("signatures").values().stream()
                        .filter(s -> s.path("meaning").asString().equals(Signatures.Meaning.AGREED.words()))
                        .forEach(s -> names.add(s.path("username").asString()));
                names.add(says.path("signature").path("username").asString(""));
            }
        }
        return names;
    }

    /**
     * Signs a review.
     *
     * @param typed the last record that was shown ({@code through}), a {@code remark}, the password
     * @param exceptions what the report says that is to be explained
     * @return what is wrong with what was typed, by field; empty when it was written
     */
    @Transactional
    public Map<String, String> sign(int job, Map<String, String> typed, Exceptions exceptions) {
        Map<String, String> troubles = new LinkedHashMap<>();
        List<Kept> records = book.of(job);
        long last = last(records);
        String remark = typed.getOrDefault("remark", "").strip();
        if (waitsSince(job).isEmpty()) {
            troubles.put("remark", "This record does not wait for a review: somebody else was quicker.");
        } else if (!typed.getOrDefault("through", "").equals(String.valueOf(last))) {
            troubles.put("remark", "It was corrected meanwhile. Look at it again, then sign.");
        } else if (tookPart(records).contains(current.get().username())) {
            troubles.put("remark", "You had a hand in this job. Somebody else reviews it.");
        } else if (remark.length() > LONGEST) {
            troubles.put("remark", "Keep it under " + LONGEST + " letters.");
        } else if (remark.isEmpty() && exceptions.some()) {
            troubles.put("remark", "Something went otherwise than planned: say what you make of it.");
        }
        if (troubles.isEmpty()) {
            current.refusesToSign(typed.getOrDefault(Signing.PASSWORD, ""))
                    .ifPresent(why -> troubles.put(Signing.PASSWORD, why));
        }
        if (troubles.isEmpty()) {
            write(job, last, remark, current.get());
        }
        return troubles;
    }

    /** The last record of a job that a review would be of. */
    @Transactional(readOnly = true)
    long through(int job) {
        return last(book.of(job));
    }

    private static long last(List<Kept> records) {
        return records.stream()
                .filter(k -> !k.kind().equals(RecordContent.REVIEW))
                .mapToLong(Kept::seq)
                .max()
                .orElse(0);
    }

    /**
     * Writes what somebody would have signed at a made-up plant.
     *
     * @param remark where something went otherwise than planned
     */
    @Transactional
    public void enter(int job, String remark, Account by) {
        List<Kept> records = book.of(job);
        boolean some = RecordContent.report(records.get(0).says())
                .map(Exceptions::of)
                .filter(Exceptions::some)
                .isPresent();
        write(job, last(records), some ? remark : "", by);
    }

    private void write(int job, long through, String remark, Account by) {
        book.add(RecordContent.REVIEW, job, (record, connection) -> {
            record.put("job_number", job);
            ObjectNode said = record.putObject("review").put("through", through).put("remark", remark);
            said.put("hash", hash(job, through));
            record.putObject("signature")
                    .put("username", by.username())
                    .put("name", by.name())
                    .put("meaning", MEANING);
        });
    }

    private String hash(int job, long through) {
        return book.of(job).stream()
                .filter(k -> k.seq() == through)
                .map(Kept::hash)
                .findFirst()
                .orElse("");
    }
}
