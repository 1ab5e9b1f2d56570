package dev.wartung.web.record;

import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.springframework.data.jpa.repository.query.EscapeCharacter;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds records of ended jobs. */
@Service
class RecordSearch {

    static final int PAGE = 50;

    private final JdbcTemplate jdbc;

    RecordSearch(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * A record in the list.
     *
     * @param corrections how many were written to it
     */
    record Found(
            long seq,
            int jobNumber,
            String tag,
            String title,
            String state,
            String holder,
            Instant endedAt,
            String hash,
            int corrections) {

        public String shortHash() {
            return hash.substring(0, 12);
        }
    }

    /**
     * Records of jobs, the latest first.
     *
     * @param words  the beginning of a tag, or a job's number; empty for all
     * @param before only those written before this one; for the next page
     */
    @Transactional(readOnly = true)
    List<Found> find(String words, long before) {
        String like = EscapeCharacter.DEFAULT.escape(words.strip().toLowerCase(Locale.ROOT)) + "%";
        int number = words.strip().matches("\\d{1,9}") ? Integer.parseInt(words.strip()) : -1;
        // the jobs that fit first: looked for among all records, the few that fit would be found last
        String wanted = words.isBlank()
                ? ""
                : """
                with wanted as materialized (select number from job where number = ? union select number from job where valve_id in (select id from valve where lower(tag) like ? union select valve_id from former_tag where lower(tag) like ?))
                """;
        String sql = wanted
                + """
                select r.seq, j.number, v.tag, j.title, j.state, coalesce(a.name, ''), j.ended_at, r.hash,
                       (select count(*) from service_record c where c.job_number = j.number and c.kind = 'CORRECTION')
                from service_record r join job j on j.number = r.job_number join valve v on v.id = j.valve_id left join account a on a.id = j.holder_id
                """
                + (words.isBlank() ? "" : "join wanted w on w.number = r.job_number ")
                + "where r.kind = 'JOB' and r.seq < ? order by r.seq desc limit " + PAGE;
        Object[] arguments = words.isBlank() ? new Object[] {before} : new Object[] {number, like, like, before};
        return jdbc.query(
                sql,
                (row, i) -> new Found(
                        row.getLong(1),
                        row.getInt(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        row.getTimestamp(7).toInstant(),
                        row.getString(8),
                        row.getInt(9)),
                arguments);
    }
}
