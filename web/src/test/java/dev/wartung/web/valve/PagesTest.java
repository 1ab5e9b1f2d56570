package dev.wartung.web.valve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import java.util.Arrays;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.data.domain.PageRequest;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Finding, filtering and planning, with good input and bad. */
@ExtendWith(RunningApplication.class)
class PagesTest {

    private static MockHttpServletRequestBuilder as(MockHttpServletRequestBuilder request) {
        return request.with(user("tessa").roles("TECHNICIAN"));
    }

    @Test
    @DisplayName("A scanned tag leads to its valve in any case; an unknown one is named and kept in the field")
    void find(MockMvc web) throws Exception {
        web.perform(as(get("/find").param("q", " ts-002 "))).andExpect(redirectedUrl("/valves/TS-002"));
        web.perform(as(get("/find").param("q", "99999999")))
                .andExpect(redirectedUrl("/valves?q=99999999&scanned=true"));
        web.perform(as(get("/valves").param("q", "XX-404 <b>").param("scanned", "true")))
                .andExpect(content().string(containsString("No valve and no job is called “XX-404 &lt;b&gt;”")));
    }

    @Test
    @DisplayName("The register finds a valve among those the plant has use for or among the others, as its state says")
    void everyState(Valves valves, JdbcTemplate sql) {
        for (ValveState state : ValveState.values()) {
            sql.update("update valve set state = ? where tag = 'TS-013'", state.name());
            for (Boolean inUse : Arrays.asList(true, false, null)) {
                assertThat(valves.search("%ts-013%", null, null, null, null, inUse, PageRequest.of(0, 5)))
                        .as("%s, in use %s", state, inUse)
                        .hasSize(inUse == null || inUse == state.inUse() ? 1 : 0);
            }
        }
        sql.update("update valve set state = 'IN_SERVICE' where tag = 'TS-013'");
    }

    @ParameterizedTest
    @CsvSource({
        "q,TS-002,1 ",
        "drive,NO,2 ",
        "drive,manual,1 ",
        "type,kolm-50,29 ",
        "area,Elsewhere,Nothing fits",
        "due,overdue,Nothing fits",
        "due,month,33 "
    })
    void filters(String name, String value, String expected, MockMvc web) throws Exception {
        String page = web.perform(as(get("/valves").param(name, value)))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(page.replaceAll("<[^>]*>", "")).contains(expected.strip());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "page=-1",
                "page=99999999999",
                "page=zzz",
                "drive=sideways",
                "due=never",
                "q=%25%5C_'%22",
                "area=%00x"
            })
    void nonsenseInTheAddress(String query, MockMvc web) throws Exception {
        assertThat(web.perform(as(get("/valves?" + query)))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isLessThan(500);
    }

    @Test
    @DisplayName("Today shows the forty jobs that are due first; how many there are besides is said, and where")
    void manyPlanned(MockMvc web) throws Exception {
        for (int i = 0; i < 43; i++) {
            web.perform(as(post("/valves/TS-009/plan")
                    .with(csrf())
                    .param("work", "inspect")
                    .param("due", "2198-01-" + (i < 3 ? "02" : "01"))));
        }
        String page = web.perform(as(get("/"))).andReturn().getResponse().getContentAsString();
        assertThat(page.split("class=\"job-card\"[^>]*href=\"/jobs/")).hasSize(41);
        assertThat(page).contains("3 more, in the calendar").doesNotContain("2 Jan");
    }

    @Test
    @DisplayName("A date that is none, or past, is told beside the field with the text kept")
    void planErrors(MockMvc web) throws Exception {
        web.perform(as(post("/valves/TS-001/plan")
                        .with(csrf())
                        .param("work", "inspect")
                        .param("due", "soon")))
                .andExpect(content().string(containsString("“soon” is not a date")))
                .andExpect(content().string(containsString("value=\"soon\"")));
        web.perform(as(post("/valves/TS-001/plan")
                        .with(csrf())
                        .param("work", "inspect")
                        .param("due", "2001-01-01")))
                .andExpect(content().string(containsString("That day is past")));
        web.perform(as(post("/valves/TS-001/plan")
                        .with(csrf())
                        .param("work", "polish-it")
                        .param("due", "2199-01-01")))
                .andExpect(content().string(containsString("Choose what is to be done")));
    }

    @Test
    @DisplayName(
            "Works are ticked; one that leaves a choice asks which, and is not planned without; what stays live is said, what is worth doing with it too")
    void planSeveral(MockMvc web) throws Exception {
        web.perform(as(get("/valves/TS-001/plan")))
                .andExpect(content().string(containsString("Tick what is to be done")))
                .andExpect(content().string(not(containsString("class=\"derived\""))));
        web.perform(as(get("/valves/TS-001/plan").param("work", "renew-one-seal")))
                .andExpect(content().string(containsString("Tick which ones")))
                .andExpect(content().string(not(containsString("Tick what is to be done"))));
        web.perform(as(post("/valves/TS-001/plan")
                        .with(csrf())
                        .param("work", "renew-one-seal")
                        .param("due", "2199-01-01")))
                .andExpect(content().string(containsString("Choose which ones.")));
        web.perform(as(get("/valves/TS-001/plan")
                        .param("work", "renew-one-seal")
                        .param("part", "plug-seal", "stem-seal")))
                .andExpect(content().string(containsString("class=\"derived\"")));
        web.perform(as(get("/valves/TS-001/plan").param("work", "oil-actuator")))
                .andExpect(content().string(containsString("The line stays as it is.")));
        web.perform(as(get("/valves/TS-001/plan").param("work", "oil-actuator", "renew-actuator-seals")))
                .andExpect(content().string(not(containsString("The line stays as it is."))))
                .andExpect(content().string(containsString("Worth doing with it")));
        web.perform(as(get("/valves/TS-029/plan").param("work", "renew-head")))
                .andExpect(content()
                        .string(containsString("Control head</span> <small>no part number in the type sheet</small>")));
    }

    @Test
    @DisplayName(
            "What the kit does not contain is said before the line is opened; a spring-opening valve is planned without air")
    void planShowsWhatMatters(MockMvc web) throws Exception {
        web.perform(as(get("/valves/TS-001/plan").param("work", "renew-bush")))
                .andExpect(content().string(containsString("Not in the kit")))
                .andExpect(content().string(containsString("Guide bush")));
        web.perform(as(get("/valves/TS-002/plan").param("work", "inspect")))
                .andExpect(content().string(not(containsString("Put air on so that the stem rises"))));
    }

    @ParameterizedTest
    @ValueSource(strings = {"/valves/NO-SUCH", "/jobs/999999", "/records/999999", "/records/999999.pdf", "/nowhere"})
    void notThere(String path, MockMvc web) throws Exception {
        web.perform(as(get(path))).andExpect(status().isNotFound());
    }
}
