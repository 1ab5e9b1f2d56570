package dev.wartung.web.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import jakarta.persistence.EntityManagerFactory;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/** A list takes as many statements with sixty rows as with a few. */
@ExtendWith(RunningApplication.class)
class StatementCountTest {

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;
    private final Statistics statistics;

    StatementCountTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc, EntityManagerFactory factory) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
        this.statistics = factory.unwrap(SessionFactory.class).getStatistics();
    }

    private Map<String, Long> counts() throws Exception {
        Map<String, Long> counts = new LinkedHashMap<>();
        statistics.setStatisticsEnabled(true);
        for (String path : List.of(
                "/",
                "/valves",
                "/lines",
                "/calendar",
                "/stores",
                "/records",
                "/stores/trace?lot=MANY",
                "/valves/TS-001/parts",
                "/change-requests",
                "/stores/tools",
                "/valves/TS-001")) {
            web.perform(get(path).with(user("tessa").roles("TECHNICIAN"))).andExpect(status().isOk());
            // the statistics are of the whole application: what runs beside it now and then is not the page's
            long least = Long.MAX_VALUE;
            for (int i = 0; i < 3; i++) {
                statistics.clear();
                web.perform(get(path).with(user("tessa").roles("TECHNICIAN"))).andExpect(status().isOk());
                least = Math.min(least, statistics.getPrepareStatementCount());
            }
            counts.put(path, least);
        }
        statistics.setStatisticsEnabled(false);
        return counts;
    }

    @Test
    @DisplayName("No page asks the database once for every row it shows, and no list reads what a job's procedure is")
    void doesNotGrow() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        for (String tag : List.of("TS-001", "TS-005", "TS-006")) {
            int job = bench.begin(tag, "oil-actuator", "tessa");
            while (bench.current(job).isPresent()) {
                bench.confirm(job, "tessa");
            }
            bench.close(job, "tessa");
        }
        // a few of everything, then many more of it
        more("A", 2);
        Map<String, Long> few = counts();
        more("B", 60);
        assertThat(counts()).isEqualTo(few);
        assertThat(few).allSatisfy((path, count) -> assertThat(count).as(path).isLessThan(30));
    }

    private void more(String name, int rows) {
        LocalDate today = LocalDate.now();
        jdbc.update(
                """
                insert into valve (tag, service, area, line, type_id, type_name, drive, options, state, next_due, version, place)
                select 'M' || ? || '-' || n, 'x', 'Test area', 'Test line', type_id, type_name, drive, options, 'IN_SERVICE', ?, 0, n from valve cross join generate_series(1, ?) n where tag = 'TS-001'""",
                name,
                today,
                rows);
        jdbc.update(
                """
                insert into job (number, valve_id, title, work, state, due_on, planned_by_id, planned_at, anatomy_digest, type_digest, drive, options, procedure_json, carried_json, version)
                select nextval('job_number'), v.id, 'x', j.work, 'PLANNED', ?, j.planned_by_id, now(), j.anatomy_digest, j.type_digest, j.drive, j.options, '{"never": "read by a list"}', '"nor this"', 0
                from valve v cross join lateral (select * from job where state = 'CLOSED' limit 1) j where v.tag like 'M' || ? || '-%'""",
                today, name);
        jdbc.update(
                "insert into recheck (valve_id, job_number, name, due_on) select id, null, 'x', ? from valve where tag like 'M' || ? || '-%'",
                today, name);
        jdbc.update(
                "insert into fitted_part (valve_id, part, article, material, lot, fitted_on) select id, 'plug-seal', 'a', 'EPDM', 'MANY', ? from valve where tag like 'M' || ? || '-%'",
                today, name);
        jdbc.update(
                "insert into lot (item, name, materials, lot, supplier, received_on, pieces, version) select 'K50-PE', 'kit', 'EPDM', ? || n, 's', ?, 5, 0 from generate_series(1, ?) n",
                name,
                today,
                rows);
    }

    @Test
    @DisplayName("Closing a job takes no more of the database on a valve with many jobs behind it")
    void closing() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        List<Long> statements = new ArrayList<>();
        for (int times = 0; times < 6; times++) {
            int job = bench.begin("TS-007", "oil-actuator", "tessa");
            while (bench.current(job).isPresent()) {
                bench.confirm(job, "tessa");
            }
            statistics.setStatisticsEnabled(true);
            statistics.clear();
            bench.close(job, "tessa");
            statements.add(statistics.getPrepareStatementCount());
            statistics.setStatisticsEnabled(false);
        }
        // the first of a valve plans re-checks that the others find; what another thread asks now and then counts with
        // it
        assertThat(Collections.min(statements.subList(3, 6)))
                .isEqualTo(Collections.min(statements.subList(1, 3)))
                .isLessThan(80);
    }
}
