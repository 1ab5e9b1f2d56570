package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import java.sql.SQLException;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What belongs to a job beside its entries, as the rows say it: tools with the calibration they had, pieces and lots,
 * greases, proving runs with a digest of their traces, the change it carried out, re-checks it raised. Only columns that
 * never change once the job has ended.
 */
final class JobRows {

    private static final Map<String, String> PARTS = new LinkedHashMap<>();

    static {
        PARTS.put(
                "read_with",
                """
                select t.number as tool, u.step_id as step, u.what, u.used_at, c.on_day as calibrated_on, c.certificate, c.uncertainty::text as uncertainty, c.resolution::text as resolution
                from tool_use u join measuring_tool t on t.id = u.tool_id
                left join lateral (select * from calibration where tool_id = t.id and at <= u.used_at order by on_day desc, id desc limit 1) c on true
                where u.job_number = ? order by u.id""");
        PARTS.put(
                "pieces",
                """
                select l.item, l.lot, m.kind, m.delta, m.note, a.username as by, m.at from stock_move m join lot l on l.id = m.lot_id join account a on a.id = m.by_id
                where m.job_number = ? order by m.id""");
        PARTS.put("greases", "select grease, lot, part, used_on from grease_use where job_number = ? order by id");
        PARTS.put(
                "runs",
                """
                select r.id as run, r.bench_name as bench, r.drive, a.username as by, r.started_at, r.ended_at, r.outcome, r.stands, encode(sha256(convert_to(coalesce(r.proof::text, ''), 'UTF8')), 'hex') as proof_sha256,
                       (select encode(sha256(convert_to(coalesce(string_agg(s.samples, E'\\n' order by s.first), ''), 'UTF8')), 'hex') from proving_samples s where s.run_id = r.id) as trace_sha256
                from proving_run r join account a on a.id = r.by_id join job j on j.number = r.job_number where r.job_number = ? and r.ended_at <= j.ended_at order by r.id""");
        PARTS.put(
                "change",
                """
                select c.number as change, c.was, c.becomes, c.reason, q.username as asked_by, c.asked_at, c.safe_position, c.safe_reason, s.username as stated_by, c.stated_at, c.decided_reason,
                       d.username as decided_by, c.decided_at
                from change_request c join account q on q.id = c.asked_by_id left join account s on s.id = c.stated_by_id left join account d on d.id = c.decided_by_id
                where c.job_number = ? order by c.number""");
        PARTS.put(
                "signatures",
                """
                with of_job as (select ?::int as number)
                select s.at, s.username, s.name, s.meaning, s.says, s.reason from signature s
                where s.about = 'job' and s.about_row in (select number::text from of_job)
                   or s.about = 'change_request' and s.about_row in (select c.number::text from change_request c join of_job j on j.number = c.job_number) order by s.id""");
        PARTS.put("rechecks", "select name, raised_on from recheck where job_number = ? order by id");
    }

    private JobRows() {}

    /** Adds each part as a list under its name. */
    static void into(ObjectNode record, int job, RecordRows rows) throws SQLException {
        for (Map.Entry<String, String> part : PARTS.entrySet()) {
            ArrayNode list = record.putArray(part.getKey());
            for (Row row : rows.all(part.getValue(), job)) {
                row.put(list.addObject(), row.columns().keySet().toArray(String[]::new));
            }
        }
    }
}
