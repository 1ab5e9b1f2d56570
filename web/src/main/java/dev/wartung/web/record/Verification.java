package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Recomputes every record from the rows and the chain from the records.
 *
 * @param records  how many there are
 * @param last     hash of the last one
 * @param problems what does not agree, each with the record or job it is about; empty if everything does
 */
public record Verification(long records, String last, List<String> problems) {

    /** Reads the whole book, record by record. */
    public static Verification of(Connection connection) throws SQLException {
        List<String> problems = new ArrayList<>();
        long count = 0;
        String previous = RecordContent.FIRST;
        boolean automatic = connection.getAutoCommit();
        connection.setAutoCommit(false);
        try (PreparedStatement statement = connection.prepareStatement(
                "select seq, job_number, kind, content, hash from service_record order by seq")) {
            // page by page: a large book does not fit into memory
            statement.setFetchSize(500);
            try (ResultSet row = statement.executeQuery()) {
                while (row.next()) {
                    count++;
                    problems.addAll(new Check(
                                    row.getLong(1), row.getInt(2), row.getString(3), row.getString(4), row.getString(5))
                            .against(count, previous, connection));
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
        } finally {
            connection.rollback();
            connection.setAutoCommit(automatic);
        }
        return new Verification(count, previous, List.copyOf(problems));
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
                if (!RecordContent.canonical(now.path(part)).equals(RecordContent.canonical(said.path(part)))) {
                    found.add(
                            name + "says otherwise than the database about its " + part + ": rows were changed since.");
                }
            }
            return found;
        }
    }
}
