package dev.wartung.web.badinput;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.document.PhotoFile;
import dev.wartung.web.exchange.Imports;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;

/** Files that are damaged, endless or made to harm: refused with a reason, and nothing of them is taken in. */
@ExtendWith(RunningApplication.class)
class BadFilesTest {

    private static final long SEED = Long.getLong("wartung.badinput.seed", 20261125);
    private static final List<String> TABLES = List.of("valve", "lot", "cycle_count", "own_type", "account", "job");

    private final MockMvc web;
    private final JdbcTemplate jdbc;
    private final Imports imports;
    private final Nasty nasty = new Nasty(SEED);

    BadFilesTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
        this.imports = new Imports(web, jdbc);
    }

    /** All of what could be taken in, as one text. */
    private String everything() {
        return TABLES.stream()
                .map(t -> t
                        + jdbc.queryForObject(
                                "select coalesce(md5(string_agg(x::text, '|' order by x::text)), '') from " + t + " x",
                                String.class))
                .collect(Collectors.joining("\n"));
    }

    private String out(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
    }

    @ParameterizedTest
    @CsvSource({
        "valves,/exchange/valves.csv,120",
        "lots,/exchange/lots.csv,150",
        "cycles,/exchange/cycles.csv,150",
        "types,/exchange/types.csv,60",
        "site,/exchange/site.json,120",
        "type,/exchange/types/tvinn-65.yaml,60"
    })
    @DisplayName(
            "A file that was given out and then damaged: a page with reasons or a draft; a draft goes in whole or not at all")
    void damaged(String kind, String from, int times) throws Exception {
        if (kind.equals("lots") || kind.equals("cycles")) {
            imports.takenIn(imports.tried(
                            kind,
                            "x.csv",
                            (kind.equals("lots")
                                            ? "item,lot,pieces,cured,supplier,received\nK50-PE,L-1,5,2026-01-01,,2026-02-01\n"
                                            : "tag,day,total\nTS-001,2026-01-01,100\nTS-002,2026-01-02,7\n")
                                    .getBytes(StandardCharsets.UTF_8))
                    .getContentAsString());
        }
        String whole = out(from);
        assertThat(whole).hasSizeGreaterThan(20);
        int refused = 0;
        int taken = 0;
        for (int i = 0; i < times; i++) {
            String before = everything();
            String content = nasty.damaged(whole);
            MockHttpServletResponse answer =
                    imports.tried(kind, nasty.text(), content.getBytes(StandardCharsets.UTF_8));
            String page = answer.getContentAsString();
            assertThat(answer.getStatus()).as("case " + i + " of seed " + SEED).isEqualTo(200);
            assertThat(page).doesNotContain(Nasty.MARK, "Exception");
            assertThat(everything()).as("a dry run changes nothing").isEqualTo(before);
            if (!page.contains("/take-in")) {
                refused++;
            } else if (taken < 10) {
                taken++;
                assertThat(imports.takenIn(page))
                        .satisfiesAnyOf(state -> assertThat(state).isEqualTo("DONE"), state -> {
                            assertThat(state).startsWith("FAILED");
                            assertThat(everything())
                                    .as("failed, so nothing of it")
                                    .isEqualTo(before);
                        });
            }
        }
        assertThat(refused).isPositive();
    }

    @ParameterizedTest
    @ValueSource(strings = {"type", "site", "valves", "types"})
    @DisplayName("Endless lines, bottomless nesting and texts that unpack to a thousand million are refused at once")
    void bombs(String kind) throws Exception {
        String before = everything();
        String laughs = "a0: &a0 [x,x,x,x,x,x,x,x,x,x]\n"
                + IntStream.rangeClosed(1, 9)
                        .mapToObj(i ->
                                "a" + i + ": &a" + i + " [" + ("*a" + (i - 1) + ",").repeat(9) + "*a" + (i - 1) + "]\n")
                        .collect(Collectors.joining());
        for (String bomb : List.of(
                laughs,
                "[".repeat(100_000),
                "{\"a\":".repeat(100_000),
                "- ".repeat(50_000) + "x",
                "a:\n " + " b:\n".repeat(2) + "x".repeat(3_000_000),
                "\n".repeat(200_000),
                ",".repeat(1_000_000),
                "\"" + "x".repeat(2_000_000),
                "? ".repeat(20_000),
                "!!java.net.URL [\"http://127.0.0.1:1/\"]",
                "!!javax.script.ScriptEngineManager [x]")) {
            MockHttpServletResponse answer = imports.tried(kind, "bomb", bomb.getBytes(StandardCharsets.UTF_8));
            assertThat(answer.getStatus()).isEqualTo(200);
            assertThat(answer.getContentAsString())
                    .contains("problem")
                    .doesNotContain("/take-in")
                    .hasSizeLessThan(400_000);
        }
        assertThat(imports.tried(kind, "large", new byte[21 * 1024 * 1024]).getContentAsString())
                .contains("larger than 20 MB");
        assertThat(imports.tried(kind, "latin", "ä".getBytes(StandardCharsets.ISO_8859_1))
                        .getContentAsString())
                .contains("not written in UTF-8");
        assertThat(everything()).isEqualTo(before);
    }

    @Test
    @DisplayName("Damaged anatomy and type sheets: read or refused with a place and a reason, never broken off")
    void sheets() {
        SheetReader reader = new SheetReader();
        SheetLibrary library = SheetLibrary.shipped();
        TreeMap<String, Integer> seen = new TreeMap<>();
        for (int i = 0; i < 60; i++) {
            SheetResult<AnatomySheet> anatomy =
                    reader.readAnatomy("mine.yaml", nasty.damaged(SheetLibrary.anatomyText("check")));
            SheetResult<?> type =
                    reader.readType("mine.yaml", nasty.damaged(SheetLibrary.typeText("kolm-50")), library::anatomy);
            for (SheetResult<?> result : List.of(anatomy, type)) {
                seen.merge(result.getClass().getSimpleName(), 1, Integer::sum);
                if (result instanceof SheetResult.Refused<?> refused) {
                    assertThat(refused.problems())
                            .isNotEmpty()
                            .allSatisfy(p -> assertThat(p.reason()).isNotBlank().doesNotContain("Exception"));
                }
            }
        }
        assertThat(seen).containsKeys("Refused");
    }

    @Test
    @DisplayName("Damaged photos: a picture or a refusal in words")
    void photos() throws Exception {
        for (String format : List.of("png", "jpeg", "gif")) {
            ByteArrayOutputStream whole = new ByteArrayOutputStream();
            ImageIO.write(new BufferedImage(64, 48, BufferedImage.TYPE_INT_RGB), format, whole);
            for (int i = 0; i < 300; i++) {
                byte[] file = nasty.damaged(whole.toByteArray());
                try {
                    assertThat(PhotoFile.read(file).jpeg()).isNotEmpty();
                } catch (PhotoFile.Refused refused) {
                    assertThat(refused.getMessage()).isNotBlank().doesNotContain("Exception");
                }
            }
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "../../../../etc/passwd",
                "..\\..\\windows\\win.ini",
                "/etc/passwd",
                "a\u0000.csv",
                "<b class=wx>.csv",
                "CON",
                "\"; filename=x.exe",
                "x\r\nSet-Cookie: a=b"
            })
    @DisplayName("A file's name is a text that is shown, never a path or a line of a header")
    void names(String name) throws Exception {
        MockHttpServletResponse answer =
                imports.tried("cycles", name, "tag,day,total\nTS-001,2026-01-01,1\n".getBytes(StandardCharsets.UTF_8));
        assertThat(answer.getStatus()).isEqualTo(200);
        assertThat(answer.getContentAsString())
                .doesNotContain(Nasty.MARK, "etc/passwd")
                .contains("/take-in");
        assertThat(answer.getHeaderNames()).doesNotContain("Set-Cookie");
    }
}
