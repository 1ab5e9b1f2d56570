package dev.wartung.core.anatomy;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeMap;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class MinutesTest {

    @Test
    @DisplayName(
            "Straight between two sizes, the same beyond them; one number holds for all; where a plate names no DN, DN 50 is taken")
    void bySize() {
        Minutes minutes = new Minutes(new TreeMap<>(Map.of(25, 1.0, 100, 4.0)));
        assertThat(minutes.at(OptionalInt.of(25))).isEqualTo(1);
        assertThat(minutes.at(OptionalInt.of(50))).isEqualTo(2);
        assertThat(minutes.at(OptionalInt.of(100))).isEqualTo(4);
        assertThat(minutes.at(OptionalInt.of(15))).isEqualTo(1);
        assertThat(minutes.at(OptionalInt.of(200))).isEqualTo(4);
        assertThat(minutes.at(OptionalInt.empty())).isEqualTo(2);
        assertThat(Minutes.of(3).at(OptionalInt.of(15)))
                .isEqualTo(Minutes.of(3).at(OptionalInt.of(200)))
                .isEqualTo(3);
    }
}
