package dev.wartung.web.record;

import dev.wartung.core.progress.Signature;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobToSeal;
import dev.wartung.web.job.Jobs;
import jakarta.persistence.EntityManager;
import java.time.Instant;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The book of records: one for every job that was closed or stopped, one for every correction and review, chained by their hashes.
 * Records are added one after the other: the
 * row that holds the end of the chain is locked meanwhile.
 */
@Service
public class RecordDesk {

    private static final int LONGEST = 500;

    private final JdbcTemplate jdbc;
    private final EntityManager entities;
    private final CurrentAccount current;
    private final Jobs jobs;
    private final ReportWriter writer;
    private final DrawingStore drawings;

    RecordDesk(
            JdbcTemplate jdbc,
            EntityManager entities,
            CurrentAccount current,
            Jobs jobs,
            ReportWriter writer,
            DrawingStore drawings) {
        this.drawings = drawings;
        this.jobs = jobs;
        this.writer = writer;
        this.jdbc = jdbc;
        this.entities = entities;
        this.current = current;
    }

    /** A record as it is kept. */
    public record Kept(long seq, int jobNumber, String kind, String content, String hash, Instant at) {

        JsonNode says() {
            return RecordContent.read(content);
        }

        /** The first letters of the hash, enough to compare by eye. */
        public String shortHash() {
            return hash.substring(0, 12);
        }
    }

    /** Writes the record of a job that ended. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void on(JobToSeal ended) {
        Job job = ended.job();
        entities.flush();
        ReportWriter.Written report = writer.of(jobs.view(job));
        drawings.keep(report.svg());
        add(RecordContent.JOB, job.number(), (record, connection) -> {
            RecordContent.job(record, job.number(), connection);
            RecordContent.report(record, report.says());
        });
    }

    /**
     * Writes a correction of an ended job's record, signed by whoever asks. The record itself stays as it is.
     *
     * @param typed what was wrong ({@code what}), what the record says ({@code was}), what is right ({@code is}),
     *     {@code reason}, {@code password}
     * @return what is wrong with what was typed, by field; empty when it was written
     */
    @Transactional
    public Map<String, String> correct(int jobNumber, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        for (String field : List.of("what", "was", "is", "reason")) {
            String value = typed.getOrDefault(field, "").strip();
            if (value.isEmpty()) {
                troubles.put(field, "Not said yet.");
            } else if (value.length() > LONGEST) {
                troubles.put(field, "Keep it under " + LONGEST + " letters.");
            }
        }
        if (of(jobNumber).isEmpty()) {
            troubles.put("what", "There is no record of this job to correct.");
        }
        if (troubles.isEmpty()) {
            current.refusesToSign(typed.getOrDefault("password", "")).ifPresent(why -> troubles.put("password", why));
        }
        if (troubles.isEmpty()) {
            long corrects = of(jobNumber).get(0).seq();
            Account me = current.get();
            add(RecordContent.CORRECTION, jobNumber, (record, connection) -> {
                ObjectNode said = record.put("corrects", corrects)
                        .put("job_number", jobNumber)
                        .putObject("correction");
                List.of("what", "was", "is", "reason")
                        .forEach(field ->
                                said.put(field, typed.getOrDefault(field, "").strip()));
                record.putObject("signature")
                        .put("username", me.username())
                        .put("name", me.name())
                        .put("meaning", "found the record wrong and corrects it");
            });
        }
        return troubles;
    }

    void add(String kind, int jobNumber, RecordChain.Filling filling) {
        jdbc.execute((ConnectionCallback<Long>) connection -> RecordChain.add(connection, kind, jobNumber, filling));
    }

    /** The records of a job: its own first, then the corrections. */
    @Transactional(readOnly = true)
    public List<Kept> of(int jobNumber) {
        return jdbc.query(
                "select seq, job_number, kind, content, hash, at from service_record where job_number = ? order by seq",
                (row, i) -> new Kept(
                        row.getLong(1),
                        row.getInt(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getTimestamp(6).toInstant()),
                jobNumber);
    }

    /** What was corrected in a job's record, in words. */
    public record Correction(long seq, String what, String was, String is, String reason, String by, Instant at) {}

    @Transactional(readOnly = true)
    public List<Correction> corrections(int jobNumber) {
        return of(jobNumber).stream()
                .filter(k -> k.kind().equals(RecordContent.CORRECTION))
                .map(k -> {
                    JsonNode said = k.says().path("correction");
                    return new Correction(
                            k.seq(),
                            said.path("what").asString(),
                            said.path("was").asString(),
                            said.path("is").asString(),
                            said.path("reason").asString(),
                            k.says().path("signature").path("name").asString(),
                            k.at());
                })
                .toList();
    }

    /**
     * The end of the chain: how many records there are, and the last one's hash. Noted outside, it shows whether any
     * were taken away since.
     */
    @Transactional(readOnly = true)
    public Optional<Kept> last() {
        return jdbc
                .query(
                        "select seq, job_number, kind, content, hash, at from service_record order by seq desc limit 1",
                        (row, i) -> new Kept(
                                row.getLong(1),
                                row.getInt(2),
                                row.getString(3),
                                row.getString(4),
                                row.getString(5),
                                row.getTimestamp(6).toInstant()))
                .stream()
                .findFirst();
    }

    /**
     * Who signed what in a job, in the order they did: the change it carried out, what took two people, and the job
     * itself as it ended. None under a job that was entered later.
     */
    @Transactional(readOnly = true)
    public List<Signature> signatures(int jobNumber) {
        return of(jobNumber).stream()
                .filter(k -> k.kind().equals(RecordContent.JOB))
                .flatMap(k -> Stream.concat(
                        k.says().path("signatures").values().stream().map(RecordDesk::signature),
                        k.says().path("entries").values().stream()
                                .flatMap(e -> e.path("body").path("signatures").values().stream())
                                .map(RecordDesk::signature)))
                .sorted(Comparator.comparing(Signature::at))
                .toList();
    }

    private static Signature signature(JsonNode kept) {
        return new Signature(
                kept.path("username").asString(),
                kept.path("name").asString(),
                kept.path("meaning").asString()
                        + (kept.has("says") ? " (" + kept.path("says").asString() + ")" : ""),
                Instant.parse(kept.path("at").asString()));
    }
}
