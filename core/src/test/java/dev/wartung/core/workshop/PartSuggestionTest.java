package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.workshop.PartSuggestion.Ring;
import java.util.List;
import java.util.Map;
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
        "Kegeldichtung, plug-seal",
        "Lippendichtung Spindel, stem-seal",
        "Führungsbuchse, bush",
        "Gehäusedichtung, body-seal",
        "Guide bushing, bush",
        "Stem lip seals, stem-seal",
        "Hexagon nut M8, ''",
        "Seal, ''"
    })
    @DisplayName("A line means the part whose words it has; where it might be two, or none, nobody guesses")
    void means(String line, String part) {
        assertThat(PartSuggestion.of(line, line, PARTS, Map.of()).map(Part::id).orElse(""))
                .isEqualTo(part);
    }

    private static final Map<String, Ring> RINGS = Map.of(
            "stem-o-ring", new Ring(17.96, 2.62),
            "body-seal", new Ring(84, 4),
            "piston-seal", new Ring(94, 5));

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "O-ring 84x4|body-seal",
                "OR 94 x 5 FKM|piston-seal",
                "O-Ring 18 × 2,6 mm|stem-o-ring",
                "Ring 4 x 84 mm|body-seal",
                // another size than the one it is called: nobody guesses
                "Body seal 94x5|''",
                "O-ring 60x3|''",
                // a block, no ring
                "Body seal 84x4x2|body-seal",
                "Screw M8 x 30|''",
                "Gasket body|body-seal"
            })
    @DisplayName(
            "A ring is known by its size, in whichever order and however rounded; where name and size part, by neither")
    void bySize(String line, String part) {
        assertThat(PartSuggestion.of(line, line, PARTS, RINGS).map(Part::id).orElse(""))
                .isEqualTo(part);
    }
}
