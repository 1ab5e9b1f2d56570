package dev.wartung.web.record;

import static dev.wartung.web.record.RecordDeskTest.as;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.account.Signatures;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.util.Map;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Reviews of closed records: what waits, exceptions first, signed by somebody without a hand in it. */
@ExtendWith(RunningApplication.class)
class ReviewsTest {

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;

    ReviewsTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
    }

    private String page(String path) throws Exception {
        return web.perform(as("rita", "REVIEWER", get(path)))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private MockHttpServletResponse review(String who, int job, String through, Map<String, String> fields)
            throws Exception {
        MockHttpServletRequestBuilder request = as(who, "REVIEWER", post("/records/" + job + "/review"));
        fields.forEach(request::param);
        return web.perform(request.param("through", through)).andReturn().getResponse();
    }

    private String through(int job) throws Exception {
        Matcher shown = Pattern.compile("name=\"through\" value=\"(\\d+)\"").matcher(page("/records/" + job));
        assertThat(shown.find()).isTrue();
        return shown.group(1);
    }

    private int waiting(int job) {
        return jdbc.queryForObject("select count(*) from review_wait where job_number = ?", Integer.class, job);
    }

    @Test
    @DisplayName(
            "What ended waits, with what went otherwise than planned first; a review is signed with a remark on it, stands in the report, and what is corrected afterwards waits anew")
    void wholeRoad() throws Exception {
        int ordinary = RecordDeskTest.closed("TS-021", web, jobs);
        BenchRun bench = new BenchRun(web, jobs);
        int stopped = bench.begin("TS-022", "oil-actuator", "theo");
        web.perform(as("theo", "TECHNICIAN", post("/jobs/" + stopped + "/stop"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("reason", "no oil on site")
                        .param("stop.password", TestSite.PASSWORD))
                .andExpect(status().isOk());
        String list = page("/records/review");
        assertThat(list).contains("TS-021", "no oil on site", ", stopped");
        assertThat(list.indexOf("TS-022")).as("exceptions first").isLessThan(list.indexOf("TS-021"));
        assertThat(page("/")).contains("Records to review");
        assertThat(page("/records/" + stopped))
                .contains("Review this record", "What do you make of it?", "Not reviewed yet");

        assertThat(review("rita", stopped, through(stopped), Map.of("password", TestSite.PASSWORD))
                        .getContentAsString())
                .contains("say what you make of it");
        assertThat(review("rita", stopped, through(stopped), Map.of("remark", "oil is ordered", "password", "wrong"))
                        .getContentAsString())
                .contains("That is not your password", "oil is ordered")
                .doesNotContain("\"wrong\"");
        assertThat(waiting(stopped)).isEqualTo(1);
        assertThat(review(
                                "rita",
                                stopped,
                                through(stopped),
                                Map.of("remark", "oil is ordered", "password", TestSite.PASSWORD))
                        .getStatus())
                .isEqualTo(302);
        assertThat(waiting(stopped)).isZero();
        assertThat(page("/records/" + stopped))
                .contains("Rita Reviewer", "reviewed the record up to number", "oil is ordered")
                .doesNotContain("Not reviewed yet", "Review this record");
        assertThat(review("rita", ordinary, through(ordinary), Map.of("password", TestSite.PASSWORD))
                        .getStatus())
                .as("nothing to remark")
                .isEqualTo(302);

        String seen = String.valueOf(jdbc.queryForObject(
                "select max(seq) from service_record where job_number = ? and kind = 'JOB'", Long.class, ordinary));
        web.perform(as("tessa", "TECHNICIAN", post("/records/" + ordinary + "/corrections"))
                .param("what", "lot")
                .param("was", "A")
                .param("is", "B")
                .param("reason", "misread")
                .param("password", TestSite.PASSWORD));
        assertThat(page("/records/review")).contains("TS-021", "corrected since");
        assertThat(page("/records/" + ordinary)).contains("Corrected since it was reviewed");
        assertThat(review("rita", ordinary, seen, Map.of("password", TestSite.PASSWORD))
                        .getContentAsString())
                .as("only what was shown is signed")
                .contains("It was corrected meanwhile");
        assertThat(jdbc.execute((ConnectionCallback<Verification>) Verification::of)
                        .problems())
                .isEmpty();
    }

    @Test
    @DisplayName("Who approved the change that a job carried out had no hand in it; who agreed at a step had")
    void approved() throws Exception {
        for (String meaning : new String[] {"approves it", Signatures.Meaning.AGREED.words()}) {
            BenchRun bench = new BenchRun(web, jobs);
            int job = bench.begin("TS-024", "oil-actuator", "tessa");
            jdbc.queryForList("select add_signature('rita', ?, 'job', ?, 'x', '')", meaning, String.valueOf(job));
            while (bench.current(job).isPresent()) {
                bench.confirm(job, "tessa");
            }
            bench.close(job, "tessa");
            assertThat(page("/records/" + job).contains("Sign the review"))
                    .as(meaning)
                    .isEqualTo(meaning.equals("approves it"));
        }
    }

    @Test
    @DisplayName("Nobody reviews a job they had a hand in: worked, agreed or corrected; nor does any other role review")
    void ownWork() throws Exception {
        int job = RecordDeskTest.closed("TS-023", web, jobs);
        assertThat(page("/records/" + job)).contains("Sign the review");
        jdbc.update("insert into account_role select id, 'REVIEWER' from account where username = 'tessa'");
        try {
            assertThat(review("tessa", job, through(job), Map.of("password", TestSite.PASSWORD))
                            .getContentAsString())
                    .contains("You had a hand in this job")
                    .doesNotContain("Sign the review");
        } finally {
            jdbc.update(
                    "delete from account_role where role = 'REVIEWER' and account_id = (select id from account where username = 'tessa')");
        }
        web.perform(as("rita", "REVIEWER", post("/records/" + job + "/corrections"))
                .param("what", "lot")
                .param("was", "A")
                .param("is", "B")
                .param("reason", "misread")
                .param("password", TestSite.PASSWORD));
        assertThat(page("/records/" + job))
                .contains("You had a hand in this job")
                .doesNotContain("Sign the review");
        assertThat(waiting(job)).isEqualTo(1);
        for (String role : new String[] {"TECHNICIAN", "PLANNER", "PROCESS_OWNER", "ADMINISTRATOR"}) {
            web.perform(as("oskar", role, post("/records/" + job + "/review"))).andExpect(status().isForbidden());
        }
    }
}
