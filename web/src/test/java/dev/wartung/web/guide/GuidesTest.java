package dev.wartung.web.guide;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.exchange.Imports;
import dev.wartung.web.guide.Guide.Block;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.web.util.HtmlUtils;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The guides in docs/ say what is so: their examples are executed, what they link to is there. */
@ExtendWith(RunningApplication.class)
class GuidesTest {

    private static final JsonMapper JSON = new JsonMapper();
    private static final Pattern TEST = Pattern.compile("`(\\w+Test\\.\\w+)`");

    private final MockMvc web;
    private final Imports imports;

    GuidesTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.imports = new Imports(web, jdbc);
    }

    @Test
    @DisplayName(
            "docs/write-a-type-sheet.md, from an empty file to a job: each block is taken in and answered as it says")
    void typeSheet() throws Exception {
        Map<String, String> sheet = new LinkedHashMap<>();
        String said = "";
        String file = "";
        String kind = "type";
        int executed = 0;
        for (Block block : Guide.read("write-a-type-sheet.md").blocks()) {
            executed++;
            switch (block.kind() + " " + block.about().replaceAll("/.*", "")) {
                case "yaml sheet" -> {
                    sections(block.text()).forEach(sheet::put);
                    file = String.join("", sheet.values());
                    said = words(imports.tried(kind, file));
                }
                case "csv valves" -> {
                    kind = "valves";
                    file = block.text();
                    said = words(imports.tried(kind, file));
                }
                case "text says" -> assertThat(said)
                        .contains(block.text().strip().split("\n"));
                case "text take in" -> assertThat(imports.takenIn(imports.tried(kind, file)))
                        .isEqualTo(block.text().strip());
                case "page " -> assertThat(words(
                                web.perform(get(block.about()).with(user("pia").roles("PLANNER")))
                                        .andExpect(status().isOk())
                                        .andReturn()
                                        .getResponse()
                                        .getContentAsString()))
                        .contains(block.text().strip().split("\n"));
                default -> throw new AssertionError(
                        "a block nothing is done with: " + block.kind() + " " + block.about());
            }
        }
        assertThat(executed).isGreaterThan(10);
    }

    /** Top-level keys of a piece of YAML, each with what belongs to it. */
    private static Map<String, String> sections(String yaml) {
        Map<String, String> sections = new LinkedHashMap<>();
        Matcher section = Pattern.compile("(?m)^([a-z-]+):.*\\n(?:[ #-].*\\n)*").matcher(yaml);
        while (section.find()) {
            sections.put(section.group(1), section.group());
        }
        return sections;
    }

    private static String words(String html) {
        return HtmlUtils.htmlUnescape(html.replaceAll("<[^>]*>", " ")).replaceAll("\\s+", " ");
    }

    @Test
    @DisplayName("docs/api.md: each command, run by a shell against the running application, is answered as it says")
    void api(Address address) throws Exception {
        String token = "";
        String answer = "";
        int compared = 0;
        for (Block block : Guide.read("api.md").blocks()) {
            if (block.kind().equals("sh")) {
                answer = run(
                        block.text(),
                        Map.of(
                                "WARTUNG",
                                address.base(),
                                "NAME",
                                "tessa",
                                "PASSWORD",
                                TestSite.PASSWORD,
                                "TOKEN",
                                token));
            } else {
                JsonNode got = JSON.readTree(answer);
                agrees(JSON.readTree(block.text()), got, block.text());
                token = got.has("token") ? got.get("token").asString() : token;
                compared++;
            }
        }
        assertThat(compared).isGreaterThan(7);
    }

    private static String run(String script, Map<String, String> environment) throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder("bash", "-c", script);
        builder.environment().putAll(environment);
        Process process = builder.start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(script).isZero();
        return out;
    }

    /** What is shown is there; “…” is anything that is not empty. */
    private static void agrees(JsonNode shown, JsonNode got, String where) {
        if (shown.isObject()) {
            shown.properties()
                    .forEach(p ->
                            agrees(p.getValue(), got.path(p.getKey()), where + " at " + p.getKey() + " in " + got));
        } else if (shown.isArray() && !shown.isEmpty()) {
            assertThat(got.size()).as(where).isGreaterThanOrEqualTo(shown.size());
            for (int i = 0; i < shown.size(); i++) {
                agrees(shown.get(i), got.get(i), where);
            }
        } else if (shown.isString() && shown.asString().equals("…")) {
            assertThat(got.asString()).as(where).isNotEmpty();
        } else {
            assertThat(got).as(where).isEqualTo(shown);
        }
    }

    @Test
    @DisplayName("Every link and picture in README and docs leads to a file that is there")
    void links() throws IOException {
        try (Stream<Path> docs = Stream.concat(
                Stream.of(Path.of("../README.md")),
                Files.list(Path.of("../docs")).filter(p -> p.toString().endsWith(".md")))) {
            for (Path doc : docs.toList()) {
                List<String> targets = Pattern.compile("\\]\\(([^)#]+)[^)]*\\)")
                        .matcher(Files.readString(doc))
                        .results()
                        .map(r -> r.group(1))
                        .filter(t -> !t.startsWith("http"))
                        .collect(Collectors.toList());
                assertThat(targets).as(doc.toString()).allSatisfy(t -> assertThat(doc.resolveSibling(t))
                        .exists());
            }
        }
    }

    @Test
    @DisplayName("Every test that docs/security.md leans on exists")
    void security() throws IOException {
        assertThat(named(TEST, "../docs/security.md")).hasSizeGreaterThan(40);
        assertThat(tests()).containsAll(named(TEST, "../docs/security.md"));
    }

    @Test
    @DisplayName(
            "Every test and check that docs/requirements.md leans on exists; every requirement has one, every check a requirement")
    void requirements() throws IOException {
        String requirements = "../docs/requirements.md";
        assertThat(tests()).containsAll(named(TEST, requirements));
        Set<String> checks = new TreeSet<>();
        try (Stream<Path> files = Files.list(Path.of("src/main/java/dev/wartung/web/qualify"))) {
            files.forEach(f -> checks.addAll(named(Pattern.compile("Check\\.of\\(\\s*\"(Q-\\d\\d)\""), f.toString())));
        }
        assertThat(new TreeSet<>(named(Pattern.compile("(Q-\\d\\d)"), requirements)))
                .hasSize(8)
                .isEqualTo(checks);
        assertThat(Files.readAllLines(Path.of(requirements)).stream()
                        .filter(l -> l.startsWith("| R-"))
                        .filter(l -> !l.contains("| Q-") && !TEST.matcher(l).find()))
                .isEmpty();
    }

    private static List<String> named(Pattern what, String file) {
        try {
            return what.matcher(Files.readString(Path.of(file)))
                    .results()
                    .map(r -> r.group(1))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Tests are the methods of a class that are neither private nor static. */
    private static Set<String> tests() throws IOException {
        Set<String> tests = new HashSet<>();
        for (Path root : List.of(Path.of("src/test/java"), Path.of("../core/src/test/java"))) {
            try (Stream<Path> files = Files.walk(root).filter(f -> f.toString().endsWith("Test.java"))) {
                for (Path file : files.toList()) {
                    String name = file.getFileName().toString().replace(".java", "");
                    named(Pattern.compile("\\n    void (\\w+)\\("), file.toString())
                            .forEach(method -> tests.add(name + "." + method));
                }
            }
        }
        return tests;
    }
}
