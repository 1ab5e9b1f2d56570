package dev.wartung.web.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Who changed what, in words. */
@ExtendWith(RunningApplication.class)
class AuditTrailTest {

    private final MockMvc web;
    private final JdbcTemplate jdbc;
    private static int number;

    AuditTrailTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    @BeforeAll
    static void twoJobs(MockMvc web, Jobs jobs) throws Exception {
        number = RecordDeskTest.closed("TS-011", web, jobs);
        RecordDeskTest.closed("TS-012", web, jobs);
    }

    private static MockHttpServletRequestBuilder as(String name, String role, MockHttpServletRequestBuilder request) {
        return RecordDeskTest.as(name, role, request);
    }

    @Test
    @DisplayName("Who changed what stands in the audit trail with old and new values; a technician does not read it")
    void audit() throws Exception {
        web.perform(as("pia", "PLANNER", post("/site/air"))
                .param("nominal", "6.5 bar")
                .param("lowest", "5 bar"));
        web.perform(as("pia", "PLANNER", post("/site/air"))
                .param("nominal", "6.2 bar")
                .param("lowest", "5 bar"));
        assertThat(web.perform(as("rita", "REVIEWER", get("/records/audit").param("q", "plant")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains(">Pia Planner<", "<del>6.5 bar</del>", "<ins>6.2 bar</ins>", "plant air changed");
        jdbc.update("update valve set service = 'something else' where tag = 'TS-020'");
        assertThat(web.perform(as("rita", "REVIEWER", get("/records/audit").param("q", "TS-020")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("the database", "something else");
        jdbc.update(
                """
                insert into audit_entry (by_name, table_name, action, row_key, new_values)
                values ('pia', 'shutdown_window', 'insert', '1', '{"setup": {"left": [], "drain": 45, "people": [{"name": "Theo"}]}, "pins": []}')""");
        assertThat(web.perform(as("rita", "REVIEWER", get("/records/audit").param("q", "shutdown")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .as("lists within what was changed")
                .contains("setup: drain</small>", "<ins>45</ins>", "setup: people 1: name</small>", "<ins>Theo</ins>");
        web.perform(as("tessa", "TECHNICIAN", get("/records/audit"))).andExpect(status().isForbidden());
        web.perform(as("pia", "PLANNER", post("/records/" + number + "/corrections")))
                .andExpect(status().isForbidden());
    }

    @Test
    @DisplayName(
            "The trail is asked by valve, person, kind and day, in words, on the page, in a table and on paper; a day that is none is said beside its field")
    void asked() throws Exception {
        String ofValve = audit("/records/audit?valve=ts-011");
        assertThat(ofValve)
                .contains(
                        "<b>TS-011</b>",
                        "<b>" + number + "</b>",
                        "job changed",
                        "<del>on bench</del>",
                        "<ins>in service</ins>",
                        "Tessa Technician")
                .doesNotContain("TS-012", "ON_BENCH", "valve id", "+00:00");
        assertThat(audit("/records/audit?valve=TS-011&who=oskar")).contains("Nothing matches.");
        assertThat(audit("/records/audit?who=Tessa&kind=valve"))
                .contains("TS-011", "TS-012")
                .doesNotContain("job added");
        assertThat(audit("/records/audit?to=1 Jan 2020")).contains("Nothing matches.");
        assertThat(audit("/records/audit?from=soon"))
                .contains("Write it as 15 Mar 2027.", "value=\"soon\"")
                .doesNotContain("Nothing matches.");
        assertThat(audit("/records/audit.csv?valve=TS-011"))
                .startsWith("at,who,account,what,which,done,values")
                .contains("Tessa Technician,tessa,valve,TS-011,changed,")
                .contains("state: on bench, now in service");
        byte[] paper = web.perform(as("rita", "REVIEWER", get("/records/audit.pdf?valve=TS-011")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument read = Loader.loadPDF(paper)) {
            assertThat(new PDFTextStripper().getText(read))
                    .contains("Valve TS-011", "Tessa Technician", "state: on bench, now in service")
                    .as("every sign is in the document's face")
                    .doesNotContain("#");
        }
        web.perform(as("tessa", "TECHNICIAN", get("/records/audit.csv"))).andExpect(status().isForbidden());
        web.perform(as("tessa", "TECHNICIAN", get("/records/audit.pdf"))).andExpect(status().isForbidden());
    }

    @Test
    @DisplayName("Small pressures, shares, names of people and of what is nested are said as people do")
    void words() throws Exception {
        jdbc.update(
                "insert into test_bench (name, host, port, unit, stand_in, chamber_m3, chamber_share, gauge_pa) values ('Wording bench', '127.0.0.1', 502, 1, false, 2e-4, 0.05, 50)");
        assertThat(audit("/records/audit?kind=test_bench"))
                .contains("<ins>200 ml</ins>", "<ins>5 %</ins>", "<ins>0.5 mbar</ins>");
        jdbc.update(
                "insert into audit_entry (by_name, table_name, action, row_key, new_values) select 'pia', 'shutdown_window', 'insert', '2', jsonb_build_object('made_by_id', id, 'setup', jsonb_build_object('linesDown', 3)) from account where username = 'oskar'");
        assertThat(audit("/records/audit?kind=shutdown_window"))
                .contains("made by</small>", "<ins>Oskar Owner</ins>", "setup: lines down</small>");
    }

    private String audit(String address) throws Exception {
        return web.perform(as("rita", "REVIEWER", get(address)))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }
}
