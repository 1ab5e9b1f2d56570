package dev.wartung.web.site;

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

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import org.springframework.test.web.servlet.request.RequestPostProcessor;

/** How the plant works, the lines map, and the reviewer's look at changes. */
@ExtendWith({RunningApplication.class, Browser.class})
class SitePagesTest {

    private static final RequestPostProcessor PIA = user("pia").roles("PLANNER");
    private static final RequestPostProcessor TESSA = user("tessa").roles("TECHNICIAN");

    private static MockHttpServletRequestBuilder plan(String tag, String work) {
        return get("/valves/" + tag + "/plan").param("work", work).with(TESSA);
    }

    @Test
    @DisplayName("A school chosen here changes the next derived job; left to the usual way again, it is as before")
    void choosing(MockMvc web) throws Exception {
        String gap = "Bring the halves together to an even gap";
        web.perform(plan("TF-001", "renew-product-seals")).andExpect(content().string(containsString(gap)));
        web.perform(post("/site")
                        .param("school.housing-bolts", "disc-open")
                        .param("tool.seat-extractor", "yes")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(redirectedUrl("/site?kept"));
        web.perform(plan("TF-001", "renew-product-seals"))
                .andExpect(content().string(not(containsString(gap))))
                .andExpect(content().string(containsString("Seat extractor")));
        web.perform(get("/site").param("kept", "").with(PIA))
                .andExpect(content().string(containsString("Jobs planned from now on follow it")));
        web.perform(post("/site").with(PIA).with(csrf())).andExpect(redirectedUrl("/site?kept"));
        web.perform(plan("TF-001", "renew-product-seals")).andExpect(content().string(containsString(gap)));
    }

    @Test
    @DisplayName(
            "An answer that is none is refused with a reason, what else was chosen is kept in the form; a technician cannot choose at all")
    void refused(MockMvc web) throws Exception {
        web.perform(post("/site")
                        .param("school.air-off", "whenever")
                        .param("school.soak-or-brush", "soak")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("“whenever” is no answer")))
                .andExpect(content().string(containsString("value=\"soak\" selected")));
        web.perform(post("/site").with(TESSA).with(csrf())).andExpect(status().isForbidden());
        web.perform(get("/site").with(TESSA))
                .andExpect(status().isOk())
                .andExpect(content().string(not(containsString("Keep it"))));
    }

    @Test
    @DisplayName("What must be known is said at planning: no pipe joint on record, special tools to borrow")
    void warnings(MockMvc web) throws Exception {
        web.perform(plan("TF-004", "renew-product-seals"))
                .andExpect(content().string(containsString("No joint in the pipework is on record")));
        web.perform(plan("TF-001", "renew-product-seals"))
                .andExpect(content().string(containsString("Torque wrench needed.")));
    }

    @Test
    @DisplayName("A reviewer marks a change of the record as seen, once; nobody else may")
    void reviewing(MockMvc web, JdbcTemplate jdbc) throws Exception {
        TestSite.pastJob(jdbc, "TS-005", 1);
        jdbc.update(
                "insert into record_change (valve_id, job_number, kind, before_text, after_text, reason, by_id, at) select v.id, 1, 'CORRECTED', 'Drive: NC', 'Drive: NO', "
                        + "'it <b>rests</b> up', a.id, now() from valve v, account a where v.tag = 'TS-005' and a.username = 'tessa'");
        long id = jdbc.queryForObject("select id from record_change where reason like 'it <b>%'", Long.class);
        RequestPostProcessor rita = user("rita").roles("REVIEWER");
        web.perform(get("/").with(rita)).andExpect(content().string(containsString("it &lt;b&gt;rests&lt;/b&gt; up")));
        web.perform(post("/changes/" + id + "/seen").with(PIA).with(csrf())).andExpect(status().isForbidden());
        web.perform(post("/changes/" + id + "/seen").with(rita).with(csrf())).andExpect(redirectedUrl("/"));
        assertThat(jdbc.queryForObject(
                        "select a.username from record_change c join account a on a.id = c.seen_by_id where c.id = ?",
                        String.class,
                        id))
                .isEqualTo("rita");
        web.perform(get("/").with(rita)).andExpect(content().string(not(containsString("rests"))));
        web.perform(post("/changes/999999/seen").with(rita).with(csrf())).andExpect(status().isNotFound());
    }

    @Test
    @DisplayName(
            "The lines map shows every valve at its place with its state in shape and words, leads to it, and is usable by everybody")
    void map(Address at, Browser browser, JdbcTemplate jdbc) {
        jdbc.update("update valve set state = 'OUT_OF_SERVICE' where tag = 'TS-006'");
        jdbc.update("update valve set state = 'ON_BENCH' where tag = 'TS-007'");
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/lines");
        Browser.usableByAll(page);
        int valves = jdbc.queryForObject("select count(*) from valve", Integer.class);
        assertThat(page.locator(".map a").count()).isEqualTo(valves);
        assertThat(page.locator(".map a[aria-label^='TS-006']").getAttribute("aria-label"))
                .contains("blocked");
        assertThat(page.locator(".map a[aria-label^='TS-006'] use").getAttribute("href"))
                .endsWith("#blocked");
        assertThat(page.locator(".map a[aria-label^='TS-007'] use").getAttribute("href"))
                .endsWith("#on-bench");
        assertThat(page.locator(".map a[aria-label^='TF-001'] use").getAttribute("href"))
                .endsWith("#due");
        page.locator(".map a[aria-label^='TF-003']").click();
        Browser.ready(page);
        assertThat(page.url()).endsWith("/valves/TF-003");
        Browser.go(page, "/site");
        Browser.usableByAll(page);
        jdbc.update("update valve set state = 'IN_SERVICE' where tag in ('TS-006', 'TS-007')");
    }

    @Test
    @DisplayName(
            "The plant's air is kept in either unit or refused beside its field; a valve that needs more than is guaranteed is warned of when a job is planned")
    void air(MockMvc web, JdbcTemplate jdbc) throws Exception {
        web.perform(plan("TS-002", "inspect")).andExpect(content().string(not(containsString("the plant guarantees"))));
        web.perform(post("/site/air")
                        .param("nominal", "6 bar")
                        .param("lowest", "7")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(content().string(containsString("not more than what there usually is")))
                .andExpect(content().string(containsString("value=\"7\"")));
        web.perform(post("/site/air")
                        .param("nominal", "much")
                        .param("lowest", "5")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(content().string(containsString("is not a number")));
        web.perform(post("/site/air")
                        .param("nominal", "6")
                        .param("lowest", "5")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(status().isForbidden());
        web.perform(post("/site/air")
                        .param("nominal", "87 psi")
                        .param("lowest", "5.2")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(redirectedUrl("/site?kept"));
        web.perform(get("/site").with(PIA)).andExpect(content().string(containsString("5.2 bar")));
        for (String margin : new String[] {"0.9", "5.5", "much"}) {
            assertThat(air(web, "6", margin)).as(margin).contains("A number from 1 to 5");
        }
        air(web, "6", "1,4");
        web.perform(get("/site").with(PIA))
                .andExpect(content().string(containsString("name=\"margin\" value=\"1.4\"")));
        // who says nothing of it leaves it, and a study may ask for more, not for less
        air(web, "6", "");
        web.perform(get("/valves/TF-001/study").with(TESSA))
                .andExpect(content().string(containsString("name=\"margin\" value=\"1.4\"")));
        web.perform(get("/valves/TF-001/study?wish=NC&margin=1.3").with(TESSA))
                .andExpect(content().string(containsString("This plant asks for at least 1.4")));
        air(web, "6", "1.25");
        // built to open: 1104 N of spring, 150 N of friction and 1231.5 N for the seal on 7854 mm² take 3.17 bar
        web.perform(plan("TS-002", "inspect")).andExpect(content().string(not(containsString("the plant guarantees"))));
        jdbc.update("update valve set options = options || '{\"spring\": \"NC\"}' where tag = 'TS-002'");
        // turned over, it has the closing build's: 2894 N of it take 5.44 bar
        web.perform(plan("TS-002", "inspect"))
                .andExpect(content().string(containsString("it takes 5.45 bar to close")))
                .andExpect(content().string(containsString("the plant guarantees 5.2 bar")));
        web.perform(plan("TS-001", "inspect")).andExpect(content().string(not(containsString("the plant guarantees"))));
        web.perform(get("/valves/TS-002/study").with(TESSA))
                .andExpect(content().string(containsString("name=\"lowest\" value=\"5.2\"")));
        web.perform(get("/valves/TS-002").with(TESSA))
                .andExpect(content().string(containsString("of the closing build, turned over")));
        jdbc.update("update valve set options = options - 'spring' where tag = 'TS-002'");
        web.perform(get("/valves/TS-002").with(TESSA)).andExpect(content().string(not(containsString("turned over"))));
    }

    private static String air(MockMvc web, String nominal, String margin) throws Exception {
        return web.perform(post("/site/air")
                        .param("nominal", nominal)
                        .param("lowest", "5.2")
                        .param("margin", margin)
                        .with(PIA)
                        .with(csrf()))
                .andReturn()
                .getResponse()
                .getContentAsString();
    }
}
