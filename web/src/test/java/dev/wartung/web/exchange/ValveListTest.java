package dev.wartung.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.exchange.ValveList.Understood;
import dev.wartung.web.exchange.ValveList.Word;
import dev.wartung.web.sheet.Sheets;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A list as a plant has it: its columns, its words, and what is wrong in it. */
@ExtendWith(RunningApplication.class)
class ValveListTest {

    private final MockMvc web;
    private final ValveList lists;
    private final JdbcTemplate jdbc;
    private final TypeSheet check;

    ValveListTest(MockMvc web, ValveList lists, Sheets sheets, JdbcTemplate jdbc) {
        this.web = web;
        this.lists = lists;
        this.jdbc = jdbc;
        this.check = sheets.offered().stream()
                .filter(t -> t.anatomy().equals("check") && t.drives().size() == 1)
                .findFirst()
                .orElseThrow();
    }

    @BeforeEach
    void nothingIsKnown() {
        jdbc.update("delete from list_match");
    }

    private MockHttpServletResponse sent(Map<String, String> fields) throws Exception {
        MockHttpServletRequestBuilder request =
                post("/register/list").with(user("pia").roles("PLANNER")).with(csrf());
        fields.forEach(request::param);
        MockHttpServletResponse response = web.perform(request).andReturn().getResponse();
        assertThat(response.getStatus()).isIn(200, 302);
        return response;
    }

    private String tried(Map<String, String> fields) throws Exception {
        Map<String, String> trying = new LinkedHashMap<>(fields);
        trying.put("try", "yes");
        return sent(trying).getContentAsString(StandardCharsets.UTF_8);
    }

    private Understood understood(String text) {
        return lists.understand(Map.of("text", text)).orElseThrow();
    }

    /** The answers to all that a list leaves open: the first there is. */
    private Map<String, String> answered(Map<String, String> typed) {
        Map<String, String> all = new LinkedHashMap<>(typed);
        for (int round = 0; round < 20; round++) {
            Understood list = lists.understand(all).orElseThrow();
            List<ValveList.Open> left = list.open().stream()
                    .filter(o -> o.choice().value().isEmpty())
                    .toList();
            if (left.isEmpty()) {
                return all;
            }
            left.forEach(o -> all.put(
                    o.field(), o.choice().values().keySet().stream().findFirst().orElseThrow()));
        }
        throw new AssertionError("answers open further questions without end");
    }

    @Test
    @DisplayName("Columns are known by their headings in any order; FC and FO are drives, a made-up word is asked for")
    void words() {
        Understood list =
                understood("Fail;Bezeichnung;Tag no.;Typ\nFC;fill;A-1;Kolm 50\nF.O.;fill;A-2;kolm-50\n?;fill;A-3;x");
        assertThat(list.columns()).extracting(Enum::name).containsExactly("DRIVE", "SERVICE", "TAG", "TYPE");
        assertThat(list.drives())
                .containsExactly(
                        new Word("drive.FC", "FC", "NC"),
                        new Word("drive.F.O.", "F.O.", ""),
                        new Word("drive.?", "?", ""));
        assertThat(list.types())
                .containsExactly(
                        new Word("type.Kolm 50", "Kolm 50", "kolm-50"),
                        new Word("type.kolm-50", "kolm-50", "kolm-50"),
                        new Word("type.x", "x", ""));
        assertThat(list.unanswered())
                .containsKeys("drive.F.O.", "drive.?", "type.x")
                .doesNotContainKeys("drive.FC", "type.Kolm 50");
    }

    @Test
    @DisplayName("A type is known however its name is spaced, a fail position in another language, too")
    void spaced() {
        Understood list = understood(
                "Messstelle;Linie;Typ;Sicherheitsstellung\nA-1;L;Ostrevik KOLM50;federschließend\nA-2;L;kolm-50;Federöffnend\n");
        assertThat(list.columns()).extracting(Enum::name).containsExactly("TAG", "LINE", "TYPE", "DRIVE");
        assertThat(list.types()).extracting(Word::means).containsExactly("kolm-50", "kolm-50");
        assertThat(list.drives()).extracting(Word::means).containsExactly("NC", "NO");
    }

    @Test
    @DisplayName("What nobody has answered is told beside its own field, and what was answered stands")
    void unanswered() throws Exception {
        String page = tried(Map.of(
                "text",
                "tag;type;drive\nA-1;our valve;FC\nA-2;other;up",
                "column.0",
                "TAG",
                "type.our valve",
                "kolm-50"));
        assertThat(page.split("Not said yet\\.", -1).length - 1)
                .as("other, up, and each answer to how that type is built")
                .isGreaterThanOrEqualTo(2);
        assertThat(page)
                .contains("value=\"kolm-50\" selected")
                .doesNotContain("No problem")
                .contains("A-1");
    }

    @Test
    @DisplayName("A type made with one drive needs no word for it, also where the list has a column for drives")
    void oneDrive() throws Exception {
        Map<String, String> list = answered(Map.of(
                "text",
                "tag;type;drive\nOD-1;" + check.id() + ";",
                "all.service",
                "holds back",
                "all.area",
                "Hall",
                "all.line",
                "L1"));
        assertThat(tried(list)).contains("No problem: 1 new, 0 changed");
    }

    @Test
    @DisplayName("A tag that stands twice is told with its rows as they were pasted, with a heading and without")
    void twice() throws Exception {
        String rows = "TW-1;" + check.id() + "\nTW-2;" + check.id() + "\nTW-1;" + check.id();
        Map<String, String> place = Map.of("all.service", "holds back", "all.area", "Hall", "all.line", "L1");
        Map<String, String> headed = new LinkedHashMap<>(place);
        headed.put("text", "tag;type\n" + rows);
        assertThat(tried(answered(headed))).contains("<td class=\"num\">4</td>").contains("stands in row 2 already");
        Map<String, String> bare = new LinkedHashMap<>(place);
        bare.putAll(Map.of("text", rows, "column.0", "TAG", "column.1", "TYPE"));
        assertThat(tried(answered(bare))).contains("<td class=\"num\">3</td>").contains("stands in row 1 already");
        assertThat(jdbc.queryForObject("select count(*) from valve where tag like 'TW-%'", Integer.class))
                .isZero();
    }

    @Test
    @DisplayName("What was said of headings and words is known for the next list, once a list was taken in")
    void remembered() throws Exception {
        Map<String, String> list = new LinkedHashMap<>(Map.of(
                "text",
                "Nr;Was es ist\nRM-1;die Klappe",
                "column.0",
                "TAG",
                "column.1",
                "TYPE",
                "headed",
                "yes",
                "type.die Klappe",
                check.id()));
        list.putAll(Map.of("all.service", "holds back", "all.area", "Hall", "all.line", "L1"));
        Map<String, String> whole = answered(list);
        assertThat(tried(whole)).contains("No problem");
        assertThat(understood("Was es ist;Nr\ndie Klappe;RM-2").has("TAG"))
                .as("trying remembers nothing")
                .isFalse();
        whole.put("take", "yes");
        assertThat(sent(whole).getRedirectedUrl()).startsWith("/exchange/");
        Understood next = understood("was es ist;NR\nDie Klappe;RM-2");
        assertThat(next.columns()).extracting(Enum::name).containsExactly("TYPE", "TAG");
        assertThat(next.types()).containsExactly(new Word("type.Die Klappe", "Die Klappe", check.id()));
    }

    @Test
    @DisplayName("Ten thousand rows are read, more are not cut off in silence; a list without a tag is asked for one")
    void many() throws Exception {
        List<String> rows = new ArrayList<>(IntStream.rangeClosed(1, ValveList.MOST_ROWS)
                .mapToObj(i -> "MR-" + i + ";" + check.id())
                .toList());
        assertThat(understood("tag;type\n" + String.join("\n", rows)).list().more())
                .isFalse();
        rows.add("MR-0;" + check.id());
        assertThat(tried(Map.of("text", "tag;type\n" + String.join("\n", rows))))
                .contains("More than 10000 rows. Paste it in parts.");
        assertThat(tried(Map.of("text", "a;b\n1;2"))).contains("Say which column has the tags.");
        assertThat(tried(Map.of("text", "tag;\"open"))).contains("Paste the lines of the list");
    }
}
