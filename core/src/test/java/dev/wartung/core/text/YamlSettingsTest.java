package dev.wartung.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;

class YamlSettingsTest {

    private static Object read(String text) {
        return new Load(YamlSettings.of(text).build()).loadFromString(text);
    }

    @Test
    @DisplayName("A character of two code units is read wherever it lies; half of one is refused as no YAML")
    void anywhere() {
        for (int before = 0; before < 2100; before++) {
            String comment = "# " + "a".repeat(before);
            assertThat(read(comment + "\uD83D\uDE00\nb: \uD83D\uDE00"))
                    .as("%d before it", before)
                    .isEqualTo(Map.of("b", "\uD83D\uDE00"));
            assertThatThrownBy(() -> read(comment + "\uD83D\uD83D\uDE00\nb: 1"))
                    .isInstanceOf(YamlEngineException.class);
            assertThatThrownBy(() -> read(comment + "\nb: \uD83D")).isInstanceOf(YamlEngineException.class);
        }
    }
}
