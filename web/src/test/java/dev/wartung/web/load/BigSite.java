package dev.wartung.web.load;

import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * A site of 20 000 valves with 200 000 ended jobs and 4 million entries, for benchmarks; fewer when asked ({@code
 * SITE_VALVES}). Rows are made in the database from one real job of
 * the demo; refusals of late entries are switched off for that and on again.
 */
final class BigSite {

    static final int VALVES = Integer.parseInt(System.getenv().getOrDefault("SITE_VALVES", "20000"));
    /** Making it takes minutes in one statement: the application's own limit on that is lifted. */
    static final String PATIENT = "--spring.datasource.hikari.data-source-properties.socketTimeout=0";

    private static final int JOBS_EACH = 10;
    private static final int ENTRIES_EACH = 20;

    private BigSite() {}

    /** Makes it beside the demo, and says how much there is. */
    static void make(JdbcTemplate jdbc) {
        long from = System.nanoTime();
        fill(jdbc);
        System.out.printf(
                "Made %,d valves, %,d jobs, %,d entries, %,d fitted parts in %d s%n",
                count(jdbc, "valve"),
                count(jdbc, "job"),
                count(jdbc, "job_entry"),
                count(jdbc, "fitted_part"),
                (System.nanoTime() - from) / 1_000_000_000);
    }

    private static long count(JdbcTemplate jdbc, String table) {
        Long count = jdbc.queryForObject("select count(*) from " + table, Long.class);
        return count == null ? 0 : count;
    }

    private static void fill(JdbcTemplate jdbc) {
        List<String> tables =
                List.of("valve", "job", "job_entry", "fitted_part", "recheck", "service_record", "grease_use");
        tables.forEach(t -> jdbc.execute("alter table " + t + " disable trigger user"));
        jdbc.execute("set work_mem = '256MB'");
        jdbc.update(
                """
                insert into valve (tag, service, area, line, type_id, type_name, drive, options, state, next_due, version, place, renewed_on)
                select 'B-' || n, 'big service ' || n, 'Area ' || n / 1000, 'Line ' || n / 50, v.type_id, v.type_name, v.drive, v.options, 'IN_SERVICE', current_date + (n * 7 % 730), 0, n % 50, current_date - (n % 365)
                from generate_series(0, ? - 1) n join lateral (select * from valve where tag = 'CU-201') v on true""",
                VALVES);
        jdbc.update(
                """
                insert into job (number, valve_id, title, work, state, due_on, planned_by_id, planned_at, holder_id, started_at, ended_at, anatomy_digest, type_digest, drive, options, procedure_json, carried_json, version)
                select 100000 + (row_number() over ())::int, v.id, j.title, j.work, 'CLOSED', current_date - k * 120, j.planned_by_id, now() - k * interval '120 days', j.holder_id, now() - k * interval '120 days',
                       now() - k * interval '120 days', j.anatomy_digest, j.type_digest, j.drive, j.options, j.procedure_json, j.carried_json, 0
                from valve v cross join generate_series(1, ?) k
                     join lateral (select * from job x where x.work = 'renew-product-seals' and x.state = 'CLOSED' and x.valve_id = (select id from valve where tag = 'CU-201') limit 1) j on true
                where v.tag like 'B-%'""",
                JOBS_EACH);
        jdbc.update(
                """
                insert into job_entry (id, job_id, seq, kind, step_id, by_id, at, event)
                select gen_random_uuid(), j.id, s, 'CONFIRMED', 'step-' || s, j.planned_by_id, j.ended_at, '{"type":"CONFIRMED","version":2,"body":{"answers":[],"lots":[],"greased":[],"tools":{}}}'
                from job j cross join generate_series(1, ?) s where j.number > 100000""",
                ENTRIES_EACH);
        jdbc.update(
                """
                insert into fitted_part (valve_id, part, article, material, lot, fitted_on, removed_on, job_number)
                select j.valve_id, p, 'K50-20E', 'EPDM', 'BL-' || j.valve_id % greatest(?, 1), j.due_on, case when j.due_on < current_date - 120 then j.due_on + 120 end, j.number
                from job j cross join unnest(array['stem-seal', 'body-seal', 'plug-seal']) p where j.number > 100000""",
                VALVES / 4);
        jdbc.update(
                "insert into grease_use (valve_id, job_number, grease, lot, part, used_on) select valve_id, number, 'Lumo 2', 'BG-' || number % 500, 'plug seal', due_on from job where number > 100000");
        jdbc.update(
                "insert into recheck (valve_id, job_number, name, due_on, done_on, raised_on) select valve_id, number, 'look', due_on + 7, due_on + 7, due_on from job where number > 100000");
        jdbc.update(
                """
                insert into service_record (seq, job_number, kind, content, hash, at)
                select (select seq from record_head) + row_number() over (order by number), number, 'JOB', '{"made":"for speed only"}', encode(sha256(number::text::bytea), 'hex'), ended_at from job where number > 100000""");
        tables.forEach(t -> jdbc.execute("alter table " + t + " enable trigger user"));
        jdbc.execute("analyze");
    }
}
