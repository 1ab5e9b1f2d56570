package dev.wartung.core.anatomy;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PartTest {

    @ParameterizedTest
    @CsvSource({
        "Stem O-ring, stem O-ring",
        "O-ring of the upper end cover, O-ring of the upper end cover",
        "V-packing of the rod, V-packing of the rod",
        "Stem, stem",
        "'', ''",
        "O, o"
    })
    @DisplayName("Within a sentence a name begins small, but for a letter that names a shape")
    void inSentence(String name, String within) {
        assertThat(Part.inSentence(name)).isEqualTo(within);
    }
}
