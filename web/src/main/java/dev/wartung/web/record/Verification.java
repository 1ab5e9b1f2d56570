package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Recomputes every record from the rows, the chain from the records, the chain of the audit trail from its entries, and
 * what the trail says of each row; looks whether everything that guards them is in force.
 *
 * @param records  how many there are
 * @param last     hash of the last one
 * @param entries  how many entries the audit trail has
 * @param problems what does not agree, each with the record or job it is about; empty if everything does
 * @param notes    what is worth knowing and no alarm
 */
public record Verification(long records, String last, long entries, List<String> problems, List<String> notes) {

    /** Reads everything as it stands now; what is written meanwhile is not looked at. */
    public static Verification of(Connection connection) throws SQLException {
        boolean automatic = connection.getAutoCommit();
        connection.setAutoCommit(false);
        try (Statement begin = connection.createStatement()) {
            begin.execute("set transaction isolation level repeatable read");
            return within(connection);
        } finally {
            connection.rollback();
            connection.setAutoCommit(automatic);
        }
    }

    /** The same within a transaction that has begun, and is not ended here. */
    static Verification within(Connection connection) throws SQLException {
        List<String> problems = new ArrayList<>();
        List<String> notes = new ArrayList<>();
        long count = 0;
        String previous = RecordContent.FIRST;
        String written = "";
        Set<String> digests = new TreeSet<>();
        try (PreparedStatement statement = connection.prepareStatement(
                "select seq, job_number, kind, content, hash from service_record order by seq")) {
            // page by page: a large book does not fit into memory
            statement.setFetchSize(500);
            try (ResultSet row = statement.executeQuery()) {
                while (row.next()) {
                    count++;
                    Check check = new Check(
                            row.getLong(1), row.getInt(2), row.getString(3), row.getString(4), row.getString(5));
                    problems.addAll(check.against(count, previous, connection));
                    written = check.inTime(written, digests, problems, notes);
                    previous = row.getString(5);
                }
            }
            Row head = new RecordRows(connection)
                    .one("select seq, hash from record_head where id = 1")
                    .orElseThrow();
            if (head.number("seq") != count || !head.text("hash").equals(previous)) {
                problems.add("The end of the chain was record " + head.number("seq") + " and is record " + count
                        + ": records are missing or were added by hand.");
            }
            for (Row job : new RecordRows(connection)
                    .all(
                            """
                    select number from job j where state in ('CLOSED', 'STOPPED') and not exists (select 1 from service_record r where r.job_number = j.number and r.kind = 'JOB')""")) {
                problems.add("Job " + job.number("number") + " has ended and has no record.");
            }
            for (Row job : new RecordRows(connection)
                    .all(
                            """
                    select job_number from service_record where kind <> 'REVIEW' and seq > (select seq from review_start) group by job_number
                    having max(seq) > coalesce((select max(r.seq) from service_record r where r.job_number = service_record.job_number and r.kind = 'REVIEW'), 0)
                    except select job_number from review_wait order by job_number""")) {
                problems.add("Job " + job.number("job_number")
                        + " was not reviewed and does not wait for it: rows were taken away.");
            }
            problems.addAll(drawings(digests, connection));
            AuditCheck.Found trail = AuditCheck.of(connection);
            problems.addAll(trail.problems());
            notes.addAll(trail.notes());
            problems.addAll(Guards.problems(connection));
            return new Verification(count, previous, trail.entries(), List.copyOf(problems), List.copyOf(notes));
        }
    }

    private static List<String> drawings(Set<String> digests, Connection connection) throws SQLException {
        List<String> found = new ArrayList<>();
        for (String digest : digests) {
            if (new RecordRows(connection)
                    .one(
                            "select 1 as one from kept_drawing where digest = ? and encode(sha256(convert_to(svg, 'UTF8')), 'hex') = digest",
                            digest)
                    .isEmpty()) {
                found.add("The drawing " + digest.substring(0, 12)
                        + " that reports were sealed with is gone or was changed.");
            }
        }
        return found;
    }

    public boolean intact() {
        return problems.isEmpty();
    }

    private record Check(long seq, int jobNumber, String kind, String content, String hash) {

        List<String> against(long expected, String previous, Connection connection) throws SQLException {
            List<String> found = new ArrayList<>();
            String name = "Record " + seq + " (job " + jobNumber + ") ";
            if (seq != expected) {
                found.add(name + "stands where record " + expected + " should: one is missing.");
            }
            if (!RecordContent.hash(content).equals(hash)) {
                found.add(name + "does not have the hash of its content: it was changed.");
            }
            JsonNode said;
            try {
                said = RecordContent.read(content);
            } catch (JacksonException e) {
                found.add(name + "is not readable.");
                return found;
            }
            if (!said.path("previous").asString().equals(previous)
                    || said.path("sequence").asLong() != seq) {
                found.add(name + "does not follow the record before it.");
            }
            if (kind.equals(RecordContent.JOB)) {
                found.addAll(rows(name, said, connection));
            }
            return found;
        }

        /**
         * Whether the record was written after the one before it.
         *
         * @param drawings digests of drawings, to which its own is added
         * @return when it was written
         */
        String inTime(String before, Set<String> drawings, List<String> problems, List<String> notes) {
            JsonNode said;
            try {
                said = RecordContent.read(content);
                RecordContent.drawing(said).ifPresent(drawings::add);
                Instant at = Instant.parse(said.path("written").asString());
                if (!before.isEmpty() && at.isBefore(Instant.parse(before))) {
                    (said.has("clock_set_back_from") ? notes : problems)
                            .add("Record " + seq + " (job " + jobNumber
                                    + ") was written when the clock stood before the record before it.");
                }
                return at.toString();
            } catch (JacksonException | DateTimeParseException e) {
                // told as not readable
                return before;
            }
        }

        /** What the rows say now, against what they said when the job ended. */
        private List<String> rows(String name, JsonNode said, Connection connection) throws SQLException {
            List<String> found = new ArrayList<>();
            ObjectNode now;
            try {
                now = RecordContent.job(RecordContent.begin(kind, seq, "", ""), jobNumber, connection);
            } catch (IllegalArgumentException e) {
                return List.of(name + "is about a job that is gone.");
            }
            for (String part : RecordContent.FROM_ROWS) {
                // records of earlier versions hold fewer parts
                if (said.has(part)
                        && !RecordContent.canonical(now.path(part)).equals(RecordContent.canonical(said.path(part)))) {
                    found.add(
                            name + "says otherwise than the database about its " + part + ": rows were changed since.");
                }
            }
            return found;
        }
    }
}
