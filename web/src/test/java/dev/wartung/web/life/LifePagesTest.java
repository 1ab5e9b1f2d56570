package dev.wartung.web.life;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import java.sql.Timestamp;
import java.time.LocalDate;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;

/** Lives from what is on record, and the interval a planner signs for. */
@ExtendWith(RunningApplication.class)
class LifePagesTest {

    private final MockMvc web;
    private final JdbcTemplate jdbc;

    LifePagesTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    @BeforeEach
    void noRuleYet() {
        jdbc.update("delete from service_rule");
    }

    private String page(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** Pieces of a part that failed at such ages, looked at as they came out. */
    private void failed(String part, String appearance, double shape, int pieces, long seed) {
        Random random = new Random(seed);
        LocalDate out = LocalDate.now().minusDays(20);
        for (int i = 0; i < pieces; i++) {
            long days = Math.max(5, Math.round(300 * Math.pow(-Math.log(1 - random.nextDouble()), 1 / shape)));
            String tag = String.format("TS-%03d", 1 + i % 28);
            TestSite.pastJob(jdbc, tag, 5000 + i);
            jdbc.update(
                    "insert into fitted_part (valve_id, part, article, material, lot, fitted_on, removed_on, job_number) select id, ?, 'K50-10E', 'EPDM', 'L', ?, ?, ? from valve where tag = ?",
                    part,
                    out.minusDays(i * 3L + days),
                    out.minusDays(i * 3L),
                    5000 + i,
                    tag);
            jdbc.update(
                    """
                    insert into old_seal (id, valve_id, job_number, part, part_name, article, material, appearance, note, by_id, at, leaked)
                    select gen_random_uuid(), v.id, ?, ?, 'x', 'K50-10E', 'EPDM', ?, '', a.id, ?, true from valve v, account a where v.tag = ? and a.username = 'tessa'""",
                    5000 + i,
                    part,
                    appearance,
                    Timestamp.valueOf(out.minusDays(i * 3L).atTime(10, 0)),
                    tag);
        }
    }

    private MockHttpServletResponse accept(String cost, String months, String password) throws Exception {
        return web.perform(post("/life/accept")
                        .param("part", "plug-seal")
                        .param("material", "EPDM")
                        .param("family", "single-seat")
                        .param("area", "Test area")
                        .param("cost", cost)
                        .param("months", months)
                        .param("password", password)
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf()))
                .andReturn()
                .getResponse();
    }

    @Test
    @DisplayName(
            "Wear with enough failures gives an interval, which becomes the rule by a planner's signature; few failures are said to be few")
    void interval() throws Exception {
        failed("plug-seal", "hard", 3.5, 27, 4);
        failed("stem-seal", "hard", 3, 2, 5);
        assertThat(page("/life")).contains("plug seal, EPDM").contains("stem seal, EPDM");
        String few = page("/life/of?part=stem-seal&material=EPDM&family=single-seat&area=Test area");
        assertThat(few)
                .contains("Not enough data to go by: 2 failed. With about")
                .doesNotContain("Make it the rule");
        String of = "/life/of?part=plug-seal&material=EPDM&family=single-seat&area=Test area";
        assertThat(page(of))
                .contains(": wear")
                .contains("months")
                .contains("Make it the rule")
                .contains("<svg class=\"figure life\"");
        assertThat(page(of + "&cost=much")).contains("A number, for instance 10");
        assertThat(page(of + "&cost=0.5")).contains("More than 1");
        assertThat(page(of + "&cost=2,300")).contains("2.300 or 2300?");
        String shown = page(of).replaceAll("(?s).*name=\"months\" value=\"(\\d+)\".*", "$1");
        assertThat(accept("10", shown, "wrong").getContentAsString()).contains("That is not your password");
        for (String cost : new String[] {"much", "2,300", "0.5"}) {
            assertThat(accept(cost, shown, TestSite.PASSWORD).getStatus())
                    .as("not signed with another cost than was typed: %s", cost)
                    .isEqualTo(200);
        }
        for (String months : new String[] {"", "99", "much"}) {
            assertThat(accept("10", months, TestSite.PASSWORD).getContentAsString())
                    .as("not signed for other months than were shown: %s", months)
                    .contains("What was shown is not what comes out now");
        }
        assertThat(jdbc.queryForObject("select count(*) from service_rule", Integer.class))
                .isZero();
        assertThat(accept("10", shown, TestSite.PASSWORD).getStatus()).isEqualTo(302);
        assertThat(jdbc.queryForObject(
                        "select months from service_rule where type_id = 'kolm-50' and area = 'Test area'",
                        Integer.class))
                .isBetween(2, 9)
                .isEqualTo(Integer.valueOf(shown));
        assertThat(page(of)).contains("what these valves follow already").doesNotContain("Make it the rule");
        web.perform(get("/life/of?part=nothing&material=x&family=y&area=z").with(user("pia")))
                .andExpect(status().isNotFound());
    }

    @Test
    @DisplayName(
            "Found at planned openings, the same ages say nothing of wear: no rule is offered; a look at which a seal was good counts")
    void foundAtOpenings() throws Exception {
        failed("bonnet-seal", "hard", 3.5, 27, 4);
        String of = "/life/of?part=bonnet-seal&material=EPDM&family=single-seat&area=Test area";
        assertThat(page(of)).contains("Make it the rule").doesNotContain("found at an opening");
        jdbc.update("update old_seal set leaked = null where part = 'bonnet-seal'");
        assertThat(page(of))
                .contains("27 of them found at an opening")
                .doesNotContain("Make it the rule")
                .doesNotContain("NaN");
        // each seen good a week before: then it is known as well as if it had leaked
        jdbc.update(
                """
                insert into old_seal (id, valve_id, job_number, part, part_name, article, material, appearance, note, by_id, at)
                select gen_random_uuid(), f.valve_id, f.job_number, f.part, 'x', 'K50-10E', 'EPDM', 'flat', '', a.id, f.removed_on - 4
                from fitted_part f, account a where f.removed_on - f.fitted_on > 10 and f.part = 'bonnet-seal' and a.username = 'tessa'""");
        assertThat(page(of)).contains("found at an opening").contains("Make it the rule");
    }

    @Test
    @DisplayName("The present interval is the one these valves follow: the site's rule before the sheet's months")
    void present() throws Exception {
        failed("lantern-seal", "hard", 3.5, 27, 4);
        String of = "/life/of?part=lantern-seal&material=EPDM&family=single-seat&area=Test area";
        assertThat(page(of)).containsPattern("Now: \\d+ months");
        jdbc.update(
                "insert into service_rule (type_id, area, months, by_id, at) select null, 'Test area', 31, id, now() from account where username = 'tessa'");
        assertThat(page(of)).contains("Now: 31 months, by the sheets");
        jdbc.update("update service_rule set months = null, cycles = 5000");
        assertThat(page(of)).containsPattern("Now: no months \\(\\d+ valves\\)");
    }
}
