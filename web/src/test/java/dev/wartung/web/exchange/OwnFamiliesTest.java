package dev.wartung.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.web.app.RunningApplication;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/** A family of the plant's own, from the archive to the bench. */
@ExtendWith(RunningApplication.class)
class OwnFamiliesTest {

    private static final String VALVES = "tag,service,area,line,place,type,drive,options,next_due\n";

    private final MockMvc web;
    private final Imports imports;
    private final JdbcTemplate jdbc;

    OwnFamiliesTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.imports = new Imports(web, jdbc);
        this.jdbc = jdbc;
    }

    private byte[] bytes(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
    }

    private String page(String path) throws Exception {
        return new String(bytes(path), StandardCharsets.UTF_8);
    }

    /** The shipped check valves under other names, and changed. */
    private FamilyArchive mine(UnaryOperator<String> anatomy, UnaryOperator<String> type) throws Exception {
        FamilyArchive mine = renamed("mine");
        Map<String, String> types = new LinkedHashMap<>();
        mine.types().forEach((name, text) -> types.put(name, type.apply(text)));
        return new FamilyArchive(anatomy.apply(mine.anatomy()), mine.drawing(), types, mine.techniques());
    }

    private FamilyArchive renamed(String prefix) throws Exception {
        FamilyArchive given = FamilyArchive.read(bytes("/exchange/families/check.zip"));
        Map<String, String> types = new LinkedHashMap<>();
        given.types()
                .forEach((name, text) -> types.put(
                        name,
                        text.replace("type: ", "type: " + prefix + "-")
                                .replace("anatomy: check", "anatomy: " + prefix + "-check")));
        return new FamilyArchive(
                given.anatomy().replace("anatomy: check", "anatomy: " + prefix + "-check"),
                given.drawing(),
                types,
                given.techniques());
    }

    private static FamilyArchive drawn(String anatomy, String drawing, Map<String, String> types) {
        return new FamilyArchive(anatomy, drawing, types, Map.of());
    }

    private String tried(FamilyArchive archive) throws Exception {
        return imports.tried("family", "mine.zip", archive.zip()).getContentAsString();
    }

    @Test
    @DisplayName(
            "It is tried out, taken in, drawn, planned and worked on; a new version needs its number, jobs keep the old")
    void wholeWay() throws Exception {
        FamilyArchive mine = mine(a -> a, t -> t);
        assertThat(tried(FamilyArchive.read(bytes("/exchange/families/check.zip"))))
                .contains("“check” comes with Wartung");
        assertThat(imports.takenIn(tried(mine))).isEqualTo("DONE");
        String type = mine.types().keySet().iterator().next().replace(".yaml", "");
        assertThat(page("/exchange")).contains("/exchange/families/mine-check.zip", "/exchange/types/mine-" + type);
        assertThat(imports.takenIn(imports.tried(
                        "valves", VALVES + "OF-1,own,Test area,Own line,1,mine-" + type + ",flow,elastomer=EPDM,")))
                .isEqualTo("DONE");
        assertThat(page("/valves/OF-1")).contains("<svg", "data-part=");
        web.perform(post("/valves/OF-1/plan")
                .param("work", "renew-product-seals")
                .param("due", "2027-01-01")
                .with(user("tessa").roles("TECHNICIAN"))
                .with(csrf()));
        Integer job = jdbc.queryForObject(
                "select max(number) from job j join valve v on v.id = j.valve_id where v.tag = 'OF-1'", Integer.class);
        assertThat(page("/jobs/" + job)).contains("OF-1", "<svg");

        assertThat(tried(mine)).contains("No problem: 0 new, 0 changed");
        UnaryOperator<String> renamed = a -> a.replaceFirst("name: .*", "name: Checked twice");
        assertThat(tried(mine(renamed, t -> t))).contains("version 1 is in use here, and differs. Raise it");
        FamilyArchive raised = mine(a -> renamed.apply(a).replaceFirst("version: 1", "version: 2"), t -> t);
        FamilyArchive second = new FamilyArchive(
                raised.anatomy(),
                raised.drawing().replace("</svg>", "<circle class=\"second\" cx=\"1\" cy=\"1\" r=\"1\"/></svg>"),
                raised.types(),
                raised.techniques());
        assertThat(imports.takenIn(tried(second))).isEqualTo("DONE");
        assertThat(page("/valves/OF-1")).as("drawn as it is now").contains("second");
        assertThat(page("/jobs/" + job))
                .as("drawn as it was derived")
                .contains("OF-1", "<svg")
                .doesNotContain("second");
        assertThat(page("/exchange")).contains("Checked twice");
        assertThat(jdbc.queryForList(
                        "select version from own_family where family_id = 'mine-check' order by version",
                        Integer.class))
                .containsExactly(1, 2);

        String site = page("/exchange/site.json");
        assertThat(site).contains("\"families\"", "Checked twice");
        assertThat(imports.tried("site", site)).contains("No problem");
        assertThat(imports.tried(
                        "site",
                        site.replace("mine-check", "his-check")
                                .replace("mine-", "his-")
                                .replace("\"OF-1\"", "\"OF-2\"")))
                .as("a whole site brings its families")
                .contains("No problem:", "new");
        assertThat(page("/exchange")).as("the dry run leaves nothing").doesNotContain("his-check");
    }

    @Test
    @DisplayName("What valves on record are made as is not taken away, whichever way the sheet comes")
    void inUse() throws Exception {
        FamilyArchive mine = renamed("in-use");
        assertThat(imports.takenIn(tried(mine))).isEqualTo("DONE");
        assertThat(imports.takenIn(imports.tried(
                        "valves", VALVES + "OF-9,own,Test area,Own line,9,in-use-hvile-25,flow,elastomer=EPDM,")))
                .isEqualTo("DONE");
        UnaryOperator<String> without = text -> text.replace("[EPDM, HNBR, FKM]", "[HNBR, FKM]");
        String type = without.apply(mine.types().getOrDefault("hvile-25.yaml", ""));
        assertThat(imports.tried("type", type)).contains("is no longer made as OF-9 on record");
        Map<String, String> types = new LinkedHashMap<>(mine.types());
        types.put("hvile-25.yaml", type);
        assertThat(tried(drawn(mine.anatomy(), mine.drawing(), types))).contains("is no longer made as OF-9 on record");
        String rows = page("/exchange/types.csv")
                .lines()
                .filter(l -> l.startsWith("type,") || l.startsWith("in-use-hvile-25,"))
                .collect(Collectors.joining("\n"));
        assertThat(imports.tried(
                        "types",
                        rows.replace("/options/elastomer/0,EPDM", "/options/elastomer/0,FKM")
                                .replace("/options/elastomer/2,FKM", "/options/elastomer/2,HNBR")))
                .contains("is no longer made as OF-9 on record");
    }

    @Test
    @DisplayName("An archive that is none, too large, or holds something else says so")
    void archives() throws Exception {
        assertThat(imports.tried("family", "x.zip", "no zip".getBytes(StandardCharsets.UTF_8))
                        .getContentAsString())
                .contains("needs anatomy.yaml and drawing.svg");
        FamilyArchive mine = mine(a -> a, t -> t);
        assertThat(tried(drawn(mine.anatomy(), "<svg", mine.types())))
                .contains("XML document structures must start and end");
        assertThat(tried(drawn("a".repeat(5 << 20), mine.drawing(), mine.types())))
                .contains("more than a family does");
        assertThat(tried(drawn(mine.anatomy(), mine.drawing(), Map.of("../x.yaml", "x"))))
                .contains("is nothing a family is made of");
        assertThat(tried(drawn(mine.anatomy(), mine.drawing(), Map.of()))).contains("without a type sheet");
        assertThat(tried(drawn("anatomy: [", mine.drawing(), mine.types()))).contains("is not YAML");
        assertThat(tried(drawn(
                        mine.anatomy(),
                        mine.drawing().replace("</svg>", "<script>alert(1)</script></svg>"),
                        mine.types())))
                .contains("draws with an element “script”");
        assertThat(packed("mine/anatomy.yaml", mine.anatomy(), "mine/drawing.svg", mine.drawing(), "__MACOSX/x", "x"))
                .as("a folder packed as it is")
                .isEqualTo(drawn(mine.anatomy(), mine.drawing(), Map.of()));
    }

    private static String technique(String frames) {
        return "<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:w=\"urn:wartung:drawing\" data-name=\"Seat, our own way\""
                + " data-why=\"It is so here.\" data-words=\"seat\">" + frames + "</svg>";
    }

    private static String frame(String caption) {
        return "<w:frame caption=\"" + caption + "\"><g transform=\"translate(9 9)\"><w:include name=\"finger\"/></g>"
                + "<path class=\"seal new\" d=\"M 0 0 H " + caption.length() + "\"/></w:frame>";
    }

    @Test
    @DisplayName("It brings techniques of its own: checked, shown at the bench and in the catalogue, given out again")
    void ownTechniques() throws Exception {
        FamilyArchive given = renamed("hands");
        String anatomy = given.anatomy().replace("techniques: [check-seat]", "techniques: [own-seat]");
        assertThat(tried(drawn(anatomy, given.drawing(), given.types()))).contains("there is no technique “own-seat”");
        assertThat(tried(new FamilyArchive(
                        anatomy,
                        given.drawing(),
                        given.types(),
                        Map.of("own-seat", technique(frame("One two three four five six seven"))))))
                .contains("has 1 frames, not 2 to 4", "a caption of none or more than 6 words");
        FamilyArchive mine = new FamilyArchive(
                anatomy,
                given.drawing(),
                given.types(),
                Map.of("own-seat", technique(frame("Just so") + frame("And then so"))));
        assertThat(imports.takenIn(tried(mine))).isEqualTo("DONE");
        assertThat(imports.takenIn(imports.tried(
                        "valves", VALVES + "OH-1,own,Test area,Own line,1,hands-hvile-25,flow,elastomer=EPDM,")))
                .isEqualTo("DONE");
        assertThat(page("/techniques?q=our")).contains("And then so", "Check valve: ");
        assertThat(tried(FamilyArchive.read(bytes("/exchange/families/hands-check.zip"))))
                .contains("No problem: 0 new, 0 changed");
        assertThat(FamilyArchive.read(bytes("/exchange/families/hands-check.zip"))
                        .techniques())
                .containsOnlyKeys("own-seat");
        assertThat(imports.tried("site", page("/exchange/site.json"))).contains("No problem");
    }

    private static FamilyArchive packed(String... files) throws IOException, UploadedText.Unreadable {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (int i = 0; i < files.length; i += 2) {
                zip.putNextEntry(new ZipEntry(files[i]));
                zip.write(files[i + 1].getBytes(StandardCharsets.UTF_8));
            }
        }
        return FamilyArchive.read(out.toByteArray());
    }
}
