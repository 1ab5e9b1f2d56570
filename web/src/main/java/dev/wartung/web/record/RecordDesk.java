package dev.wartung.web.record;

import dev.wartung.core.progress.Signature;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobToSeal;
import dev.wartung.web.record.RecordRows.Row;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * The book of records: one for every job that was closed or stopped, one for every correction, chained by their hashes.
 * Records are added one after the other: the
 * row that holds the end of the chain is locked meanwhile.
 */
@Service
public class RecordDesk {

    private static final int LONGEST = 500;

    private final JdbcTemplate jdbc;
    private final EntityManager entities;
    private final CurrentAccount current;
    private final Clock clock;

    RecordDesk(JdbcTemplate jdbc, EntityManager entities, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.entities = entities;
        this.current = current;
        this.clock = clock;
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

    private interface Filling {
        void fill(ObjectNode record, Connection connection) throws SQLException;
    }

    /** Writes the record of a job that ended. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void on(JobToSeal ended) {
        Job job = ended.job();
        entities.flush();
        add(
                RecordContent.JOB,
                job.number(),
                (record, connection) -> RecordContent.job(record, job.number(), connection));
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
        if (troubles.isEmpty() && !current.confirmed(typed.getOrDefault("password", ""))) {
            troubles.put("password", CurrentAccount.WRONG_PASSWORD);
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

    private void add(String kind, int jobNumber, Filling filling) {
        jdbc.execute((ConnectionCallback<Long>) connection -> {
            Row head = new RecordRows(connection)
                    .one("select seq, hash from record_head where id = 1 for update")
                    .orElseThrow();
            long seq = head.number("seq") + 1;
            Instant at = clock.instant().truncatedTo(ChronoUnit.MICROS);
            ObjectNode record = RecordContent.begin(kind, seq, head.text("hash"), at.toString());
            filling.fill(record, connection);
            String content = RecordContent.canonical(record);
            String hash = RecordContent.hash(content);
            try (PreparedStatement insert = connection.prepareStatement(
                            "insert into service_record (seq, job_number, kind, content, hash, at) values (?, ?, ?, ?, ?, ?)");
                    PreparedStatement move =
                            connection.prepareStatement("update record_head set seq = ?, hash = ? where id = 1")) {
                insert.setLong(1, seq);
                insert.setInt(2, jobNumber);
                insert.setString(3, kind);
                insert.setString(4, content);
                insert.setString(5, hash);
                insert.setTimestamp(6, Timestamp.from(at));
                insert.executeUpdate();
                move.setLong(1, seq);
                move.setString(2, hash);
                move.executeUpdate();
            }
            return seq;
        });
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
     * Writes the records of jobs that ended before there were any.
     *
     * @return how many
     */
    @Transactional
    public int catchUp() {
        List<Integer> missing = jdbc.queryForList(
                """
                select number from job j where state in ('CLOSED', 'STOPPED') and not exists (select 1 from service_record r where r.job_number = j.number) order by ended_at, number""",
                Integer.class);
        missing.forEach(number -> add(
                RecordContent.JOB,
                Objects.requireNonNull(number),
                (record, connection) -> RecordContent.job(record, number, connection)));
        return missing.size();
    }

    /** Who signed a job as it was closed; empty for one that was entered later, or stopped. */
    @Transactional(readOnly = true)
    public List<Signature> signatures(int jobNumber) {
        return of(jobNumber).stream()
                .filter(k -> k.kind().equals(RecordContent.JOB))
                .flatMap(k -> {
                    JsonNode entries = k.says().path("entries");
                    return entries.values().stream().flatMap(e -> e.path("body").path("signatures").values().stream());
                })
                .map(s -> new Signature(
                        s.path("username").asString(),
                        s.path("name").asString(),
                        s.path("meaning").asString(),
                        Instant.parse(s.path("at").asString())))
                .toList();
    }
}
