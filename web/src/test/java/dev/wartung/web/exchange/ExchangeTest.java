package dev.wartung.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.exchange.Table.Problem;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.UUID;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;

/** Data out and in again: the same, or every problem with its row. */
@ExtendWith(RunningApplication.class)
class ExchangeTest {

    private static final String VALVE = "tag,service,area,line,place,type,drive,options,next_due\n";
    private static final String KOLM =
            "coupling=threaded;plug=profiled;head=none;lock-pin=none;weight=hand;elastomer=EPDM;sealing=lip;actuator-build=wire;rod-packing=o-ring;end-covers=none";

    private final MockMvc web;
    private final JdbcTemplate jdbc;

    ExchangeTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    private String out(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
    }

    private String tried(String kind, String content) throws Exception {
        return new Imports(web, jdbc).tried(kind, content);
    }

    private String takenIn(String kind, String content) throws Exception {
        return new Imports(web, jdbc).takenIn(tried(kind, content));
    }

    private int count(String sql) {
        Integer count = jdbc.queryForObject(sql, Integer.class);
        return count == null ? 0 : count;
    }

    @Test
    @DisplayName("A file is called by its name, without the folders some browsers send with it")
    void named() throws Exception {
        Imports imports = new Imports(web, jdbc);
        byte[] valves = out("/exchange/valves.csv").getBytes(StandardCharsets.UTF_8);
        for (String sent : List.of("data.csv", "../x/data.csv", "C:\\plant\\data.csv", "a\\b/data.csv")) {
            assertThat(imports.tried("valves", sent, valves).getContentAsString())
                    .as(sent)
                    .contains("<h2>data.csv</h2>");
        }
    }

    @Test
    @DisplayName("What is given out can be taken in again and changes nothing; a whole site goes into an empty one")
    void roundTrip() throws Exception {
        String valves = out("/exchange/valves.csv");
        assertThat(valves.lines().count()).isEqualTo(count("select count(*) from valve") + 1);
        assertThat(tried("valves", valves))
                .contains("No problem: 0 new, " + count("select count(*) from valve") + " changed");
        assertThat(tried("valves", valves.replace(",", ";").replace("\"", ""))).contains("problem");
        String site = out("/exchange/site.json");
        assertThat(tried("site", site.replace("\"TS-", "\"NW-").replace("\"TF-", "\"NF-")))
                .contains("No problem: " + count("select count(*) from valve") + " new");
    }

    @Test
    @DisplayName("Ten thousand valves go in, with progress, and their cycles; one bad row among them and none does")
    void many() throws Exception {
        StringBuilder rows = new StringBuilder(VALVE);
        for (int i = 0; i < 10_000; i++) {
            rows.append("BIG-")
                    .append(i)
                    .append(",big,Big area,Line ")
                    .append(i / 50)
                    .append(',')
                    .append(i % 50)
                    .append(",kolm-50,NC,\"")
                    .append(KOLM)
                    .append("\",2027-01-01\n");
        }
        assertThat(tried("valves", rows + "BIG-1,again,A,L,0,kolm-50,NC,\"" + KOLM + "\",\n"))
                .contains("1 problem")
                .contains("stands in row 3 already");
        assertThat(count("select count(*) from valve where tag like 'BIG-%'")).isZero();
        assertThat(takenIn("valves", rows.toString())).isEqualTo("DONE");
        assertThat(count("select count(*) from valve where tag like 'BIG-%'")).isEqualTo(10_000);
        assertThat(out("/lines?area=Test area"))
                .as("a site this large is drawn area by area")
                .contains("TS-001")
                .contains("area=Big%20area")
                .doesNotContain("BIG-1<");
        assertThat(takenIn(
                        "cycles",
                        "tag,day,total\nBIG-1," + LocalDate.now().minusDays(3) + ",100\nbig-2," + LocalDate.now()
                                + ",5\n"))
                .isEqualTo("DONE");
        assertThat(count("select count(*) from cycle_count")).isGreaterThanOrEqualTo(2);
        jdbc.update("delete from cycle_count");
        jdbc.update("delete from valve where tag like 'BIG-%'");
    }

    @ParameterizedTest(name = "{0}: {2}")
    @CsvSource(
            delimiter = '|',
            value = {
                "valves | tag,service | is missing from the heading",
                "valves | nothing | is no column",
                "cycles | tag,day,total~TS-001,2026-02-30,5 | is not a day",
                "cycles | tag,day,total~TS-001,2999-01-01,5 | is still to come",
                "cycles | tag,day,total~XX-1,2026-01-01,5 | is no valve of this site",
                "cycles | tag,day,total~TS-001,2026-01-01,-5 | is not a whole number of cycles",
                "cycles | tag,day,total~TS-001,2026-01-01 | has 2 cells, the heading has 3",
                "cycles | tag,day,total~\"TS-001,2026-01-01,5 | The file is no CSV",
                "lots | item,lot,pieces,cured,supplier,received~NO-SUCH,L,1,,, | is no kit or part of any type sheet",
                "lots | item,lot,pieces,cured,supplier,received~K50-PE,L,0,,, | is not from 1 to 100 000",
                "lots | item,lot,pieces,cured,supplier,received~K50-PE,L,1,,, | it ages on the shelf",
                "site | {\"format\":\"other\"} | does not say that it is a site",
                "site | [ | The file is no JSON",
                "site | {\"format\":\"wartung-site-1\",\"valves\":[{\"tag\":5}],\"more\":1} | is nothing this version knows",
                "type | type: mine | problem",
                "type | [[[[ | problem",
                "nothing | x | Choose what the file holds",
            })
    @DisplayName("Every problem is told with its row and reason")
    void problems(String kind, String content, String reason) throws Exception {
        assertThat(tried(kind, content.replace('~', '\n'))).contains(reason).doesNotContain("/take-in");
    }

    @Test
    @DisplayName(
            "A valve that is there is renamed and moved by an import, but what it is does not change; a type sheet of one's own can be used at once")
    void ownTypes() throws Exception {
        String row = out("/exchange/valves.csv")
                .lines()
                .filter(l -> l.startsWith("TS-009,"))
                .findFirst()
                .orElseThrow();
        assertThat(tried("valves", VALVE + row.replace("elastomer=EPDM", "elastomer=FKM")))
                .contains("it is another valve than is on record");
        assertThat(takenIn("valves", VALVE + row.replace("Test service of TS-009", "=cmd|' /C calc'!A0")))
                .isEqualTo("DONE");
        assertThat(out("/exchange/valves.csv"))
                .as("no formula for a spreadsheet")
                .contains("'=cmd|");
        assertThat(tried("valves", out("/exchange/valves.csv"))).contains("No problem");
        String yaml = out("/exchange/types/kolm-50.yaml");
        assertThat(tried("type", yaml)).contains("comes with Wartung");
        String mine = yaml.replace("type: kolm-50", "type: mine-50").replace("name: Kolm 50", "name: Mine 50");
        Imports imports = new Imports(web, jdbc);
        UUID unsigned = imports.draft(tried("type", mine));
        assertThat(imports.begin(unsigned, "")).contains("Sign with your password", "/take-in");
        assertThat(imports.begin(unsigned, "wrong")).contains("That is not your password");
        assertThat(out("/exchange/types.csv")).doesNotContain("mine-50");
        assertThat(takenIn("type", mine)).isEqualTo("DONE");
        assertThat(jdbc.queryForList(
                        "select name || ' ' || meaning || ' ' || says from signature where about = 'import'",
                        String.class))
                .singleElement()
                .asString()
                .matches("Pia Planner puts it in force One type sheet, YAML: data.csv, SHA-256 [0-9a-f]{64}");
        assertThat(takenIn("valves", VALVE + "OWN-1,own,Test area,Test line,99,mine-50,NC,\"" + KOLM + "\",\n"))
                .isEqualTo("DONE");
        assertThat(out("/valves/OWN-1")).contains("Mine 50");
        assertThat(out("/exchange/types/mine-50.yaml")).contains("type: mine-50");
        String types = out("/exchange/types.csv");
        assertThat(types).contains("mine-50,/seat/seat-diameter,");
        assertThat(tried("types", types)).contains("No problem: 0 new, 0 changed");
        String own = "type,place,value\n"
                + types.lines()
                        .filter(l -> l.startsWith("mine-50,"))
                        .collect(Collectors.joining("\n"))
                        .replace("mine-50", "yours-50")
                        .replace("Mine 50", "Yours 50");
        assertThat(tried(
                        "types",
                        own.replaceFirst("yours-50,/seat/seat-diameter,.*", "yours-50,/seat/seat-diameter,wide")))
                .contains("1 problem")
                .contains("/seat/seat-diameter");
        assertThat(tried("types", types.replaceFirst("(kolm-50,/seat/seat-diameter,).*", "$17 mm")))
                .contains("comes with Wartung");
        assertThat(tried("types", "type,place,value\nx,/a,1\nx,/a/b,2\nx,/c/1,3\nx,d,4\nx,/a,5"))
                .contains("4 problems");
        assertThat(takenIn("types", own)).isEqualTo("DONE");
        assertThat(out("/exchange/types.csv")).contains("yours-50,/name,Yours 50");
        String site = out("/exchange/site.json");
        assertThat(tried("site", site.replace("\"OWN-1\"", "\"OWN-2\"").replace("mine-50", "his-50")))
                .as("valves of a type that comes with them")
                .contains("No problem: 2 new");
        web.perform(multipart("/exchange")
                        .file(new MockMultipartFile("file", "x".getBytes(StandardCharsets.UTF_8)))
                        .param("kind", "valves")
                        .with(user("tessa").roles("TECHNICIAN"))
                        .with(csrf()))
                .andExpect(status().isForbidden());
    }

    @Test
    @DisplayName(
            "A drawing with a valve that an import moves has to be walked along again; another service changes nothing of it")
    void moved() throws Exception {
        jdbc.update(
                "insert into line_drawing (area, line, content, changed_by_id, changed_at, walked_by_id, walked_at) select v.area, v.line, jsonb_build_object('fittings', jsonb_build_array(jsonb_build_object('id', 'a', 'kind', 'valve', 'valve', v.id)), 'pipes', jsonb_build_array()), a.id, now(), a.id, now() from account a, valve v where a.username = 'pia' and v.tag = 'TS-010'");
        String row = out("/exchange/valves.csv")
                .lines()
                .filter(l -> l.startsWith("TS-010,"))
                .findFirst()
                .orElseThrow();
        assertThat(takenIn("valves", VALVE + row.replace("Test service", "Other service")))
                .isEqualTo("DONE");
        assertThat(count("select count(*) from line_drawing where walked_at is not null"))
                .isOne();
        assertThat(takenIn("valves", VALVE + row.replace("Test line", "Other line")))
                .isEqualTo("DONE");
        assertThat(count("select count(*) from line_drawing where walked_at is not null"))
                .isZero();
    }

    @Test
    @DisplayName("An import whose application ended under way is taken in by the next one; the third time it is left")
    void brokenOff() throws Exception {
        Imports imports = new Imports(web, jdbc);
        for (int before : List.of(0, 2)) {
            UUID id = imports.draft(tried(
                    "valves",
                    VALVE + "TS-B" + before + ",left,Test area,Test line,1,kolm-50,NC," + KOLM + ",2027-01-01\n"));
            // as an instance leaves it that was killed a minute ago
            jdbc.update("update import_draft set state = 'RUNNING', broken_off = ? where id = ?", before, id);
            assertThat(out("/site/running")).contains("Taking in data.csv", "Pia");
            jdbc.update(
                    "insert into long_work (task_name, task_instance, execution_time, picked, picked_by, last_heartbeat, version) values ('import', ?, now() - interval '2 minutes', true, 'gone', now() - interval '1 minute', 1)",
                    id.toString());
            assertThat(imports.ended(id))
                    .isEqualTo(
                            before == 0
                                    ? "DONE"
                                    : "FAILED It was broken off 3 times: Wartung was stopped while it was taken in, or lost its database.");
            assertThat(out("/exchange/" + id)).contains(before == 0 ? "1 row is in" : "Nothing was taken in");
            assertThat(count("select count(*) from valve where tag = 'TS-B" + before + "'"))
                    .isEqualTo(before == 0 ? 1 : 0);
        }
    }

    @Test
    @DisplayName("While the database's disk is full nothing of a file is taken in; once there is room, all of it")
    void diskFull() throws Exception {
        Imports imports = new Imports(web, jdbc);
        UUID id = imports.draft(
                tried("valves", VALVE + "TS-F1,left,Test area,Test line,1,kolm-50,NC," + KOLM + ",2027-01-01\n"));
        // what PostgreSQL says when it cannot extend a file
        jdbc.execute(
                "create function no_room() returns trigger language plpgsql as $$ begin raise exception 'could not extend file: No space left on device' using errcode = '53100'; end $$");
        jdbc.execute("create trigger no_room before insert on valve execute function no_room()");
        try {
            imports.begin(id);
            for (int i = 0;
                    i < 3000 && count("select count(*) from long_work where consecutive_failures > 0") == 0;
                    i++) {
                Thread.sleep(10);
            }
            assertThat(count("select count(*) from long_work where consecutive_failures > 0"))
                    .isEqualTo(1);
            assertThat(count("select count(*) from valve where tag = 'TS-F1'")).isZero();
            assertThat(out("/site/running")).contains("Taking in data.csv");
        } finally {
            jdbc.execute("drop function no_room cascade");
        }
        assertThat(imports.ended(id)).isEqualTo("DONE");
        assertThat(count("select count(*) from valve where tag = 'TS-F1'")).isEqualTo(1);
    }

    @Test
    @DisplayName("Cells that a spreadsheet would run are guarded, and come back as they were")
    void guarded() {
        for (String cell : List.of("=1+1", "+a", "-2", "@x", "plain", "'quoted", "a,b;\"c\"\nd", "")) {
            Table back = Table.read(Table.write(List.of("a", "b"), List.of(List.of(cell, "x"))), List.of("a", "b"), 2);
            assertThat(back.problems()).isEqualTo(List.<Problem>of());
            assertThat(back.rows().get(0).cells().get("a")).isEqualTo(cell);
        }
        for (String formula : List.of("=1+1", "+a", "-2", "@x", "\tx", "\rx")) {
            assertThat(Table.write(List.of("a"), List.of(List.of(formula)))).contains("'" + formula);
        }
    }

    @Test
    @DisplayName("A label's code, read back off the printed sheet, opens the valve")
    void labels() throws Exception {
        byte[] pdf = web.perform(get("/labels.pdf").param("tag", "TS-001").with(user("tessa")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document)).contains("TS-001");
            var image = new PDFRenderer(document).renderImageWithDPI(0, 200);
            int side = 550;
            int[] pixels = image.getRGB(0, 0, side, 300, null, 0, side);
            String read = new QRCodeReader()
                    .decode(new BinaryBitmap(new HybridBinarizer(new RGBLuminanceSource(side, 300, pixels))))
                    .getText();
            assertThat(read).endsWith("/valves/TS-001");
        }
        assertThat(out("/valves/TS-001/label.svg")).startsWith("<svg");
        web.perform(get("/labels.pdf").param("tag", "NOBODY").with(user("tessa")))
                .andExpect(status().isNotFound());
    }
}
