package dev.wartung.web.line;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.microsoft.playwright.Page;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.line.Fitting;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A line is drawn as it runs, walked along, and says what to lock. */
@ExtendWith({RunningApplication.class, Browser.class})
class LineTest {

    private static final String AREA = "Line hall";

    private final MockMvc web;
    private final LineDrawings lines;
    private final Valves valves;

    LineTest(MockMvc web, LineDrawings lines, Valves valves) {
        this.web = web;
        this.lines = lines;
        this.valves = valves;
    }

    @BeforeEach
    void threeValves(JdbcTemplate jdbc) {
        jdbc.update("delete from line_drawing");
        if (valves.findByTagIgnoreCase("LH-1").isEmpty()) {
            standing("LH-1", Drive.NC, 1);
            standing("LH-2", Drive.NC, 2);
            standing("LH-3", Drive.NO, 3);
            standing("LH-4", Drive.NC, 4);
        }
    }

    private void standing(String tag, Drive drive, int place) {
        Valve valve = TestSite.valve(tag, drive);
        valve.isAt("line test", AREA, "L1", place);
        valves.save(valve);
    }

    private MockHttpServletResponse sent(String path, String... fields) throws Exception {
        MockHttpServletRequestBuilder request =
                post(path).with(user("pia").roles("PLANNER")).with(csrf());
        for (int i = 0; i < fields.length; i += 2) {
            request.param(fields[i], fields[i + 1]);
        }
        return web.perform(request).andReturn().getResponse();
    }

    private String shown(long id, String query) throws Exception {
        return web.perform(get("/lines/" + id + query).with(user("pia").roles("PLANNER")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
    }

    private long begun() throws Exception {
        String at = String.valueOf(sent("/lines", "of", AREA + "/L1").getRedirectedUrl());
        return Long.parseLong(at.substring("/lines/".length()));
    }

    private DrawnLine line(long id) {
        return lines.find(id).orElseThrow();
    }

    private String change(long id, String what, String... fields) throws Exception {
        String[] all = new String[fields.length + 2];
        System.arraycopy(fields, 0, all, 0, fields.length);
        all[fields.length] = "revision";
        all[fields.length + 1] = String.valueOf(line(id).revision());
        MockHttpServletResponse response = sent("/lines/" + id + "/" + what, all);
        return response.getStatus() == 302 ? "" : response.getContentAsString(StandardCharsets.UTF_8);
    }

    private String id(long line, String name) {
        return line(line).drawing().fittings().stream()
                .filter(f -> f.name().equals(name) || f.kind().code().equals(name))
                .map(Fitting::id)
                .findFirst()
                .orElseThrow();
    }

    @Test
    @DisplayName(
            "Drawn from the register, changed, walked: then it says what to lock, and no longer once it is changed")
    void drawn() throws Exception {
        long id = begun();
        assertThat(line(id).drawing().fittings())
                .extracting(Fitting::name)
                .containsExactly("", "LH-1", "LH-2", "LH-3", "LH-4", "");
        assertThat(shown(id, "?open=LH-2"))
                .contains("Say what “comes from” is called")
                .contains("Somebody has to walk along it first")
                .doesNotContain("Air off, let out");
        assertThat(change(id, "call", "fitting", id(id, "supply"), "called", "Tank 1"))
                .isEmpty();
        assertThat(change(id, "call", "fitting", id(id, "outlet"), "called", "Filler"))
                .isEmpty();
        assertThat(change(id, "put", "kind", "drain", "name", "D1", "where", "pipe.2"))
                .isEmpty();
        assertThat(sent("/lines/" + id + "/walked", "revision", "" + line(id).revision())
                        .getStatus())
                .isEqualTo(302);
        assertThat(shown(id, "?open=LH-2"))
                .contains("Walked along by Pia Planner")
                .contains("<b class=\"num\">LH-1</b>")
                .contains("<b class=\"num\">LH-4</b>")
                // (2070 − 225 − 1231.5) N on 1885.7 mm²
                .contains("its spring keeps it shut, up to 3.25 bar in the line (computed)")
                .doesNotContain("<b class=\"num\">LH-3</b>")
                .contains("Drain LH-2, outlet at drain D1. Leave open what you have opened.")
                .contains("Nothing drains LH-2, inlet");
        assertThat(lines.locks(valves.findByTagIgnoreCase("LH-2").orElseThrow()))
                .map(l -> l.list().locks().stream().map(LockList.Line::name).toList())
                .contains(List.of("LH-1", "LH-4"));
        assertThat(change(id, "put", "kind", "cleaning", "name", "CIP", "where", "end." + id(id, "branch")))
                .isEmpty();
        assertThat(lines.locks(valves.findByTagIgnoreCase("LH-2").orElseThrow()))
                .as("nobody has walked along what it is now")
                .isEmpty();
        sent("/lines/" + id + "/walked", "revision", "" + line(id).revision());
        assertThat(shown(id, "?open=LH-2")).contains("CIP is not held back by anything on this drawing");
        assertThat(shown(id, "?open=LH-4")).contains("CIP is not held back by anything");
    }

    @Test
    @DisplayName("What is wrong is told beside its field; a drawing that has changed meanwhile is not changed blindly")
    void refused() throws Exception {
        long id = begun();
        assertThat(change(id, "put", "kind", "valve", "name", "NO-SUCH", "where", "pipe.0"))
                .contains("No valve of that tag is on record")
                .contains("value=\"NO-SUCH\"");
        assertThat(change(id, "put", "kind", "valve", "name", "lh-2", "where", "pipe.0"))
                .contains("LH-2 stands in this line already");
        assertThat(change(id, "put", "kind", "", "name", "x", "where", "pipe.99"))
                .contains("Choose what it is");
        assertThat(change(id, "call", "fitting", id(id, "LH-3"), "called", "LH-2"))
                .contains("LH-2 stands in this line already")
                .contains("value=\"LH-2\"");
        assertThat(change(id, "join", "from", "end.f1", "to", "end.f1")).contains("Choose the two ends");
        assertThat(change(id, "take-out", "out", "")).contains("Choose what is taken out");
        String before = String.valueOf(line(id).revision());
        assertThat(change(id, "take-out", "out", id(id, "LH-3"))).isEmpty();
        assertThat(sent("/lines/" + id + "/take-out", "out", "pipe.0", "revision", before)
                        .getContentAsString(StandardCharsets.UTF_8))
                .contains("Somebody else has changed this line just now");
        assertThat(sent("/lines/" + id + "/walked", "revision", before).getContentAsString(StandardCharsets.UTF_8))
                .contains("Mend what is wrong in it first");
        assertThat(line(id).drawing().pipes()).hasSize(4);
    }

    @Test
    @DisplayName("A valve that gets another tag, and one that goes to the bench: the drawing follows what is there")
    void follows() throws Exception {
        long id = begun();
        change(id, "call", "fitting", id(id, "supply"), "called", "Tank 1");
        change(id, "call", "fitting", id(id, "outlet"), "called", "Filler");
        sent("/lines/" + id + "/walked", "revision", "" + line(id).revision());
        Long third = valves.findByTagIgnoreCase("LH-3").orElseThrow().id();
        sent("/register/" + third + "/tag", "tag", "LH-9", "reason", "new plate");
        assertThat(line(id).drawing().valve("LH-9")).isPresent();
        assertThat(line(id).walked()).as("it runs as it ran").isPresent();
        sent("/register/" + third + "/tag", "tag", "LH-3", "reason", "old plate again");
        Valve one = valves.findByTagIgnoreCase("LH-1").orElseThrow();
        one.becomes(dev.wartung.web.valve.ValveState.ON_BENCH);
        valves.save(one);
        assertThat(shown(id, "?open=LH-2"))
                .contains("Tank 1 is not held back by anything on this drawing")
                .doesNotContain("<b class=\"num\">LH-1</b>");
        one = valves.findByTagIgnoreCase("LH-1").orElseThrow();
        one.becomes(dev.wartung.web.valve.ValveState.IN_SERVICE);
        valves.save(one);
        assertThat(shown(id, "?open=LH-2")).contains("<b class=\"num\">LH-1</b>");
    }

    @Test
    @DisplayName("A pipe tapped in the picture is where the next fitting goes; the page is usable by all")
    void atThePage(Address at, Browser browser) throws Exception {
        long id = begun();
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/lines/" + id);
        page.selectOption("#change select[name=kind]", "vent");
        page.fill("#change form[action$='/put'] input[name=name]", "V9");
        page.dispatchEvent("svg.run path[data-place='pipe.1']", "click");
        page.click("text=Put it in");
        page.waitForURL("**/lines/" + id + "#change");
        assertThat(page.locator("svg.run").textContent()).contains("V9");
        Browser.usableByAll(page);
        assertThat(line(id).drawing().fittings())
                .extracting(f -> f.kind().code())
                .contains("vent", "branch");
        Browser.go(page, "/lines");
        assertThat(page.locator(".map .fit.vent").count()).isPositive();
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName(
            "A drawing is taken out as a file and brought again, with what was edited in it; a bad one changes nothing")
    void file() throws Exception {
        long id = begun();
        String csv = web.perform(
                        get("/lines/" + id + "/drawing.csv").with(user("pia").roles("PLANNER")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
        assertThat(csv).startsWith(LineFile.HEADINGS).contains("valve,LH-2,inlet");
        int before = line(id).drawing().fittings().size();
        assertThat(change(id, "bring", "text", csv + "valve,LH-9,outlet,drain,D9,\n"))
                .contains("No valve is called “LH-9”")
                .contains("drain,D9");
        assertThat(line(id).drawing().fittings()).hasSize(before);
        assertThat(change(id, "bring", "text", csv + "tank,Return 9,,drain,D9,\n"))
                .isEmpty();
        assertThat(line(id).drawing().fittings()).extracting(Fitting::name).contains("Return 9", "D9", "LH-2");
        assertThat(line(id).walked()).isEmpty();
    }
}
