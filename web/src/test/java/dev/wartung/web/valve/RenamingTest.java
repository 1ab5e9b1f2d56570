package dev.wartung.web.valve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.exchange.Imports;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.record.Verification;
import java.net.URI;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/** Valves under tags with strokes in them, under another tag, and under one that no plate can have. */
@ExtendWith({RunningApplication.class, Browser.class})
class RenamingTest {

    private final MockMvc web;
    private final Jobs jobs;
    private final Valves valves;
    private final JdbcTemplate jdbc;

    RenamingTest(MockMvc web, Jobs jobs, Valves valves, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.valves = valves;
        this.jdbc = jdbc;
    }

    private String rename(long id, String tag, String reason) throws Exception {
        var response = web.perform(post("/register/" + id + "/tag")
                        .param("tag", tag)
                        .param("reason", reason)
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf()))
                .andReturn()
                .getResponse();
        return response.getRedirectedUrl() == null ? response.getContentAsString() : response.getRedirectedUrl();
    }

    @Test
    @DisplayName(
            "Another tag, strokes and all: its history comes along, its records keep the tag of then and still verify, and an old label leads to it")
    void renamed(Address at, Browser browser) throws Exception {
        Valve valve = valves.save(TestSite.valve("RN-1", Drive.NC));
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("RN-1", "oil-actuator", "tessa");
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "tessa");
        }
        bench.close(job, "tessa");
        assertThat(rename(valve.id(), "", "new plate")).contains("as its plate says it", "new plate");
        assertThat(rename(valve.id(), "TS-001", "x")).contains("Another valve is, or was, called");
        assertThat(rename(valve.id(), "L\u0410-7", "x")).contains("U+0410");
        assertThat(rename(valve.id(), "L\u00007", "x")).contains("a character that cannot be kept");
        assertThat(rename(valve.id(), "LN1/V#7", "")).contains("Say in a few words why", "LN1/V#7");
        assertThat(rename(valve.id(), "LN1/V#7", "new plate")).isEqualTo("/valves/LN1%2FV%237");
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/find?q=rn-1");
        PlaywrightAssertions.assertThat(page.locator("h1")).hasText("LN1/V#7");
        PlaywrightAssertions.assertThat(page.locator("section")).containsText("Formerly RN-1");
        page.click("text=Plan a job");
        PlaywrightAssertions.assertThat(page.locator("h1")).containsText("LN1/V#7");
        Browser.go(page, "/records/" + job);
        PlaywrightAssertions.assertThat(page.locator("h1")).hasText("RN-1");
        Browser.go(page, "/records?q=rn-1");
        PlaywrightAssertions.assertThat(page.locator("tbody tr")).hasCount(1);
        assertThat(jdbc.execute((ConnectionCallback<Verification>) Verification::of)
                        .problems())
                .isEmpty();
        assertThat(rename(valves.findByTagIgnoreCase("TS-002").orElseThrow().id(), "rn-1", "x"))
                .as("an old label would lead to two")
                .contains("Another valve is, or was, called");
        assertThat(new Imports(web, jdbc)
                        .tried(
                                "valves",
                                "tag,service,area,line,place,type,drive,options,next_due\nrn-1,x,y,z,1,kolm-50,NC,,\n"))
                .as("nor by a list")
                .contains("another valve was called");
        web.perform(get("/valves/rn-1").with(user("tessa").roles("TECHNICIAN")))
                .andExpect(redirectedUrl("/valves/LN1%2FV%237"));
        web.perform(post("/register/" + valve.id() + "/tag")
                        .with(user("tessa").roles("TECHNICIAN"))
                        .with(csrf()))
                .andExpect(status().isForbidden());
    }

    @Test
    @DisplayName("A valve of before under a tag that no plate can have is found in the register and given another")
    void bad() throws Exception {
        for (Map.Entry<String, String> odd :
                Map.of("../../people", "P-1", "a b?<i>", "P-2", ".", "P-3").entrySet()) {
            Valve valve = valves.save(TestSite.valve(odd.getKey(), Drive.NC));
            assertThat(web.perform(get("/register/" + valve.id() + "/tag")
                                    .with(user("pia").roles("PLANNER")))
                            .andReturn()
                            .getResponse()
                            .getStatus())
                    .isEqualTo(200);
            assertThat(rename(valve.id(), odd.getValue(), "no plate says so")).isEqualTo("/valves/" + odd.getValue());
            web.perform(get(URI.create("/valves/" + odd.getValue()))
                            .with(user("pia").roles("PLANNER")))
                    .andExpect(status().isOk());
        }
    }

    @Test
    @DisplayName("What is searched for in wide signs is found under narrow ones")
    void wide() throws Exception {
        web.perform(get("/find")
                        .param("q", "\uff34\uff33\uff0d\uff10\uff10\uff11")
                        .with(user("tessa").roles("TECHNICIAN")))
                .andExpect(redirectedUrl("/valves/TS-001"));
    }
}
