package dev.wartung.web.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.Readings;
import dev.wartung.web.job.Readings.Reading;
import dev.wartung.web.job.bench.BenchDesk;
import dev.wartung.web.job.bench.BenchRun;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/**
 * A data folder of the version before events were typed, opened by this one. It holds five jobs: one closed, with
 * everything that can happen in a job and characters that no text may hold
 * any more; one stopped on its way back; one cancelled; one on the bench; and two planned, one of them for the valve
 * that was left part-way.
 */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class OlderDataTest {

    private static List<Map<String, Object>> sealedBefore = List.of();

    private final Jobs jobs;
    private final BenchDesk bench;
    private final Readings readings;
    private final MockMvc web;
    private final JdbcTemplate jdbc;

    OlderDataTest(Jobs jobs, BenchDesk bench, Readings readings, MockMvc web, JdbcTemplate jdbc) {
        this.jobs = jobs;
        this.bench = bench;
        this.readings = readings;
        this.web = web;
        this.jdbc = jdbc;
    }

    @BeforeAll
    static void open(JdbcTemplate jdbc) throws Exception {
        jdbc.execute("drop schema public cascade");
        jdbc.execute("create schema public");
        String dump;
        try (InputStream in = new GZIPInputStream(OlderDataTest.class.getResourceAsStream("/older/v17.sql.gz"))) {
            dump = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        // on a connection of its own: it changes where names are looked up
        try (Connection own = RunningApplication.tables().connect();
                Statement statement = own.createStatement()) {
            statement.execute(dump);
            // one that ended before jobs had records
            statement.execute(
                    "set search_path = public; insert into public.account (username, name, password_hash) select v.username, v.name, '' from (values ('zed', 'Zed Zwei'), ('zed2', 'zed zwei')) v(username, name)");
            statement.execute(
                    "insert into public.account_role (account_id, role) select id, r from public.account, unnest(array['ADMINISTRATOR', 'PLANNER']) r where username = 'zed2'");
            statement.execute(
                    "insert into public.job overriding system value select (jsonb_populate_record(j, '{\"id\": 900, \"number\": 900}')).* from public.job j where number = 1002");
        }
        sealedBefore = jdbc.queryForList("select seq, content, hash from service_record order by seq");
        RunningApplication.tables().migrate();
    }

    private JobView on(String tag, JobState state) {
        int number = jdbc.queryForObject(
                "select max(j.number) from job j join valve v on v.id = j.valve_id where v.tag = ? and j.state = ?",
                Integer.class,
                tag,
                state.name());
        return jobs.view(number).orElseThrow();
    }

    @Test
    @DisplayName("Sealed records keep their bytes and verify; the chain is as it was")
    void records() {
        assertThat(jdbc.queryForList("select seq, content, hash from service_record order by seq")
                        .subList(0, 2))
                .isEqualTo(sealedBefore);
        assertThat(jdbc.execute((ConnectionCallback<Verification>) Verification::of)
                        .problems())
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Two of one name are told apart from then on, an administrator administers, and nothing that was sealed before waits for a review")
    void people() {
        assertThat(jdbc.queryForList(
                        "select name from account where username like 'zed%' order by username", String.class))
                .containsExactly("Zed Zwei", "zed zwei (zed2)");
        assertThat(jdbc.queryForList(
                        "select role from account_role r join account a on a.id = r.account_id where username = 'zed2'",
                        String.class))
                .containsExactly("ADMINISTRATOR");
        assertThat(jdbc.queryForObject("select count(*) from review_wait where seq <= 2", Integer.class))
                .isZero();
    }

    @Test
    @DisplayName(
            "A job that had ended without a record got one, once; a report of before is written from the rows, says so and keeps nothing")
    void before() throws Exception {
        assertThat(jdbc.queryForList("select job_number from service_record where seq = 3", Integer.class))
                .containsExactly(900);
        RunningApplication.tables().migrate();
        assertThat(jdbc.queryForList("select job_number from service_record where job_number = 900", Integer.class))
                .hasSize(1);
        assertThat(web.perform(get("/records/1002").with(user("tessa").roles("TECHNICIAN")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("Sealed before records held their report", "<svg")
                .doesNotContain("Do not rely");
        assertThat(jdbc.queryForObject(
                        "select count(*) from kept_drawing d where not exists (select from service_record where content like '%' || d.digest || '%')",
                        Integer.class))
                .isZero();
    }

    @Test
    @DisplayName(
            "A valve whose actuator a job turned over has the spring of what it was before; the others have their own")
    void springs() throws Exception {
        String migration;
        try (InputStream in = OlderDataTest.class.getResourceAsStream("/db/migration/V28__springs.sql")) {
            migration = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        // tried on these data and taken back: the others want them as they are
        List<String> springs = jdbc.execute((ConnectionCallback<List<String>>) connection -> {
            List<String> found = new ArrayList<>();
            connection.setAutoCommit(false);
            try (Statement statement = connection.createStatement()) {
                statement.execute("update valve set drive = 'NO' where tag = 'OL-001' and drive = 'NC'");
                statement.execute(migration);
                try (ResultSet rows = statement.executeQuery(
                        "select tag, options ->> 'spring' from valve where options ->> 'spring' is not null")) {
                    while (rows.next()) {
                        found.add(rows.getString(1) + " " + rows.getString(2));
                    }
                }
            } finally {
                connection.rollback();
                connection.setAutoCommit(true);
            }
            return found;
        });
        assertThat(springs).containsExactly("OL-001 NC");
    }

    @Test
    @DisplayName("A job with everything that can happen in one stands where it stood, and its report tells all of it")
    void closed() throws Exception {
        JobView view = on("OL-001", JobState.CLOSED);
        assertThat(view.countedIn())
                .extracting(c -> c.part() + " " + c.lot())
                .contains("stem ST-77", "insert B-1")
                .doesNotHaveDuplicates();
        assertThat(view.judgement().hindrances()).isEmpty();
        assertThat(view.progress().hindrances()).isEmpty();
        assertThat(view.of(JobEvent.TakenBack.class)).containsExactly(new JobEvent.TakenBack("Another kit lies here"));
        assertThat(view.of(JobEvent.Noted.class).map(JobEvent.Noted::note))
                .containsExactly(
                        "The clamp \"sticks\", 1 \\ 2", "bell \u0007, nothing \uFFFD, \\u0000 and \uFFFD\uFFFD");
        assertThat(view.of(JobEvent.Closed.class).findFirst().orElseThrow().signatures())
                .isNotEmpty();
        String report = web.perform(get("/records/" + view.job().number())
                        .with(user("tessa").roles("TECHNICIAN")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(report)
                .contains(
                        "Another kit lies here",
                        "Reading failed: ",
                        "Old seal judged",
                        "Stem with plug, lot ST-77",
                        "It drips.",
                        "Bench taken over");
        web.perform(get("/records/" + view.job().number() + ".pdf")
                        .with(user("tessa").roles("TECHNICIAN")))
                .andExpect(status().isOk());
    }

    @Test
    @DisplayName(
            "A job stopped on its way back keeps its corrected record and its own way; the one planned for what it left can be begun")
    void stopped() {
        JobView view = on("OL-002", JobState.STOPPED);
        assertThat(view.configuration().drive().code()).isEqualTo("NO");
        assertThat(view.progress().behind()).isNotEmpty();
        JobView planned = on("OL-002", JobState.PLANNED);
        assertThat(planned.progress().behind()).isEqualTo(view.progress().behind());
        assertThat(bench.start(planned.job().number(), UUID.randomUUID()).trouble())
                .isEmpty();
        assertThat(bench.start(on("OL-004", JobState.PLANNED).job().number(), UUID.randomUUID())
                        .trouble())
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Readings of jobs that ended before readings were kept apart are there once they are asked for, and once")
    void readings() {
        JobView view = on("OL-001", JobState.CLOSED);
        List<Reading> read = readings.of(view.job().valve());
        assertThat(read).extracting(Reading::ask).contains("first-movement", "coupling-torque");
        assertThat(read).extracting(Reading::job).containsOnly(view.job().number());
        assertThat(readings.of(view.job().valve())).isEqualTo(read);
    }

    @Test
    @DisplayName(
            "A job on the bench goes on where it was and is closed and sealed; records of both versions verify in one chain")
    void goesOn() throws Exception {
        BenchRun run = new BenchRun(web, jobs);
        int number = on("OL-003", JobState.RUNNING).job().number();
        while (run.current(number).isPresent()) {
            run.confirm(number, "tessa");
        }
        run.close(number, "tessa");
        assertThat(jdbc.execute((ConnectionCallback<Verification>) Verification::of)
                        .problems())
                .isEmpty();
        assertThat(jdbc.queryForObject(
                        "select content from service_record where job_number = ? and kind = 'JOB'",
                        String.class,
                        number))
                .contains("\"version\":2");
    }
}
