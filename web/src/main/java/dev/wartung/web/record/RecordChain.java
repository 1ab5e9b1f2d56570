package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import tools.jackson.databind.node.ObjectNode;

/**
 * Where records are added, one after the other, each with the hash of the one before it. The database's own functions
 * write them: at the time its clock shows, and only as the next one. A clock that was set back is said in the record.
 */
public final class RecordChain {

    private RecordChain() {}

    /** What is added to the beginning of a record. */
    interface Filling {
        void fill(ObjectNode record, Connection connection) throws SQLException;
    }

    /**
     * Adds a record. The end of the chain stays locked until the transaction ends.
     *
     * @return its place in the chain, from 1 on
     */
    static long add(Connection connection, String kind, int jobNumber, Filling filling) throws SQLException {
        RecordRows rows = new RecordRows(connection);
        Row next = rows.one("select seq, previous, written, before, written < before as back from begin_record()")
                .orElseThrow();
        ObjectNode record = RecordContent.begin(kind, next.number("seq"), next.text("previous"), next.text("written"));
        if (next.is("back")) {
            record.put("clock_set_back_from", next.text("before"));
        }
        filling.fill(record, connection);
        String content = RecordContent.canonical(record);
        return rows.one(
                        "select add_record(?, ?, ?, ?, ?, ?) as seq",
                        jobNumber,
                        kind,
                        next.text("written"),
                        next.is("back"),
                        content,
                        RecordContent.hash(content))
                .orElseThrow()
                .number("seq");
    }

    /**
     * Writes the records of jobs that ended before there were any, in a transaction of its own.
     *
     * @return how many
     */
    public static int catchUp(Connection connection) throws SQLException {
        boolean automatic = connection.getAutoCommit();
        connection.setAutoCommit(false);
        try {
            List<Row> missing = new RecordRows(connection)
                    .all(
                            """
                    select number from job j where state in ('CLOSED', 'STOPPED') and not exists (select 1 from service_record r where r.job_number = j.number) order by ended_at, number""");
            for (Row job : missing) {
                int number = Math.toIntExact(job.number("number"));
                add(connection, RecordContent.JOB, number, (record, same) -> RecordContent.job(record, number, same));
            }
            connection.commit();
            return missing.size();
        } catch (SQLException e) {
            connection.rollback();
            throw e;
        } finally {
            connection.setAutoCommit(automatic);
        }
    }
}
