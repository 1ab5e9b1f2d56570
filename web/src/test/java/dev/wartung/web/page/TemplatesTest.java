package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What holds for every template and style. */
class TemplatesTest {

    private static final Path RESOURCES = Path.of("src/main/resources");
    private static final Pattern SERVICE = Pattern.compile("[{(! ]@[a-zA-Z]+\\.");
    private static final Pattern COLOUR = Pattern.compile("#[0-9a-fA-F]{3,8}\\b(?=[;,}\" )])|rgba?\\(|hsla?\\(");
    private static final Pattern STATIC = Pattern.compile("T\\([a-z]");

    private static List<String> matching(Pattern pattern, String folder, String... but) throws IOException {
        try (Stream<Path> files = Files.walk(RESOURCES.resolve(folder))) {
            return files.filter(f -> f.toString().matches(".*\\.(html|css|svg)"))
                    .filter(f -> Stream.of(but).noneMatch(b -> f.endsWith(b)))
                    .flatMap(
                            f -> lines(f).filter(l -> pattern.matcher(l).find()).map(l -> f.getFileName() + ": " + l))
                    .toList();
        }
    }

    private static Stream<String> lines(Path file) {
        try {
            return Files.readAllLines(file).stream();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    @DisplayName("Templates show what they are given: they call no service and no class")
    void noServices() throws IOException {
        assertThat(matching(SERVICE, "templates")).isEmpty();
        assertThat(matching(STATIC, "templates")).isEmpty();
    }

    @Test
    @DisplayName("Colours are named in one place")
    void tokens() throws IOException {
        assertThat(matching(COLOUR, "static/css", "tokens.css")).isEmpty();
        assertThat(matching(COLOUR, "static/img")).isEmpty();
        assertThat(matching(COLOUR, "pdf")).isEmpty();
        assertThat(matching(COLOUR, "templates")).isEmpty();
    }

    @Test
    @DisplayName("What is wrong with a field is marked up in one place, unless it needs a name or words of its own")
    void troubles() throws IOException {
        assertThat(matching(Pattern.compile("class=\"trouble\"[^>]*th:text=\"\\$\\{troubles"), "templates", "day.html"))
                .isEmpty();
    }

    @Test
    @DisplayName("Every field that takes a tag, a lot, a kit, a tool or a tin can be filled by the camera")
    void codes() throws IOException {
        Pattern field = Pattern.compile(
                "<(input|select)(?![^>]*(data-code|type=\"))[^>]*name=\"(tag|valve|kit|lot|kit\\.number|grease\\.lot|lot\\.kit|\\$\\{(p \\+ )?('lot\\.|t\\.field)[^\"]*)\"");
        assertThat(matching(field, "templates")).isEmpty();
    }

    @Test
    @DisplayName(
            "What renews itself does so by the clock, where it waits for a finger and goes on after an answer that failed")
    void renewed() throws IOException {
        assertThat(matching(Pattern.compile("load delay"), "templates")).isEmpty();
    }
}
