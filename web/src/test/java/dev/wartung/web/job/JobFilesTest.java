package dev.wartung.web.job;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.procedure.Procedure;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.bench.BenchRun;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/** Jobs as they are read back from what was stored. */
@ExtendWith(RunningApplication.class)
class JobFilesTest {

    private final BenchRun bench;
    private final Jobs jobs;

    JobFilesTest(MockMvc web, Jobs jobs) {
        this.bench = new BenchRun(web, jobs);
        this.jobs = jobs;
    }

    private Procedure procedure(int number) {
        return jobs.view(number).orElseThrow().standing().procedure();
    }

    @ParameterizedTest
    @CsvSource({"TS-001, TS-002, 0", "TS-003, TS-004, 3"})
    @DisplayName(
            "A database that was put back gives a job's number to another, with fewer entries or more: nothing is shown of the one before")
    void anotherJob(String tag, String other, int steps, JdbcTemplate jdbc) throws Exception {
        int seals = bench.begin(tag, "renew-product-seals", "tessa");
        bench.confirm(seals, "tessa");
        int look = bench.begin(other, "inspect", "tessa");
        for (int i = 0; i < steps; i++) {
            bench.confirm(look, "tessa");
        }
        assertThat(procedure(seals)).isNotEqualTo(procedure(look));
        // as restoring does it: other papers and other entries, planned in the same moment
        jdbc.update(
                """
                update job set procedure_json = other.procedure_json, carried_json = other.carried_json, work = other.work
                from job other where job.number = ? and other.number = ?""",
                seals,
                look);
        jdbc.execute("alter table job_entry disable trigger user");
        jdbc.update("delete from job_entry where job_id = (select id from job where number = ?)", seals);
        jdbc.update(
                """
                insert into job_entry (id, job_id, seq, kind, step_id, by_id, at, event)
                select gen_random_uuid(), (select id from job where number = ?), seq, kind, step_id, by_id, at, event
                from job_entry where job_id = (select id from job where number = ?)""",
                seals,
                look);
        jdbc.execute("alter table job_entry enable trigger user");
        assertThat(procedure(seals)).isEqualTo(procedure(look));
    }
}
