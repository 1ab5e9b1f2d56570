package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Lines of parts lists, in words of makers and in another language. */
class PartSuggestionTest {

    private static final List<Part> PARTS =
            SheetLibrary.shipped().anatomy("single-seat").orElseThrow().build().parts();

    @ParameterizedTest
    @CsvSource({
        "Plug seal, plug-seal",
        "O-ring behind the stem seal, stem-o-ring",
        "Gasket body, body-seal",
        "Kegel-Dichtung, plug-seal",
        "Guide bushing, bush",
        "Stem lip seals, stem-seal",
        "Hexagon nut M8, ''",
        "Seal, ''"
    })
    @DisplayName("A line means the part whose words it has; where it might be two, or none, nobody guesses")
    void means(String line, String part) {
        assertThat(PartSuggestion.of(line, PARTS).map(Part::id).orElse("")).isEqualTo(part);
    }
}
