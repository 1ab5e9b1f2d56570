package dev.wartung.web.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.progress.JobEvent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Every form an event was ever stored in is still read. The files are named for the type, the version and the form; one
 * of an earlier version has one of the present beside it that says
 * what it becomes. A file is never changed once a version with it has been given away: a new version gets new files.
 */
class EventFormatTest {

    private static final Path STORED = Path.of("src/test/resources/events");
    private static final JsonMapper JSON = JsonMapper.builder().build();

    static List<String> stored() throws IOException {
        try (Stream<Path> files = Files.list(STORED)) {
            return files.map(f -> f.getFileName().toString()).sorted().toList();
        }
    }

    private static JsonNode node(String file) throws IOException {
        return JSON.readTree(Files.readString(STORED.resolve(file)));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("stored")
    @DisplayName("What was stored in any version is read, and is written as the present version has it")
    void readsAll(String file) throws IOException {
        JobEvent event = EventFormat.read(Files.readString(STORED.resolve(file)));
        JsonNode written = JSON.readTree(EventFormat.write(event));
        assertThat(file)
                .startsWith(EventFormat.type(event) + "-"
                        + node(file).path("version").asInt());
        String becomes =
                file.replaceFirst("-\\d+", "-" + written.path("version").asInt());
        assertThat(written).isEqualTo(node(becomes));
    }

    @Test
    @DisplayName("Every kind of event has a file of every version of it")
    void noneMissing() throws IOException {
        List<String> types = Arrays.stream(JobEvent.class.getPermittedSubclasses())
                .map(c -> EventFormat.typeOf(c.asSubclass(JobEvent.class)))
                .toList();
        assertThat(types).doesNotHaveDuplicates();
        assertThat(stored().stream().map(f -> f.replaceFirst("-.*", "")).collect(Collectors.toSet()))
                .containsExactlyInAnyOrderElementsOf(types);
        for (String type : types) {
            int now = stored().stream()
                    .filter(f -> f.startsWith(type + "-"))
                    .mapToInt(f -> Integer.parseInt(f.replaceAll("\\D", "")))
                    .max()
                    .orElseThrow();
            for (int version = 1; version <= now; version++) {
                assertThat(stored()).contains(type + "-" + version + ".json");
            }
            assertThat(EventFormat.version(type)).isEqualTo(now);
        }
    }

    @ParameterizedTest(name = "{0}")
    @ValueSource(
            strings = {
                "{\"type\":\"PROBLEM\",\"version\":3,\"body\":{\"note\":\"x\"}}",
                "{\"type\":\"DREAMT\",\"version\":1,\"body\":\"\"}",
                "{\"type\":\"PROBLEM\",\"body\":\"x\"}",
                "[]",
                "{",
                "\"\"",
                "{\"type\":\"CONFIRMED\",\"version\":1,\"body\":\"\"}"
            })
    @DisplayName("What this version does not know is refused, not guessed at")
    void unknown(String stored) {
        assertThatThrownBy(() -> EventFormat.read(stored)).isInstanceOf(IllegalArgumentException.class);
    }
}
