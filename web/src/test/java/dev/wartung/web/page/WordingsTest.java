package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The file of translations a site may set. */
class WordingsTest {

    private static final Message WAS = Message.of("ask.was-before", "It was {was} before.", "was", "dry");

    @Test
    @DisplayName(
            "Without a file everybody is told in English; with one, in what it says; a wrong one is named at the start")
    void file(@TempDir Path folder) throws IOException {
        assertThat(new Wordings("").in(UnitSystem.METRIC).of(WAS)).isEqualTo("It was dry before.");
        Path file = folder.resolve("de.yaml");
        Files.writeString(file, "ask.was-before:\n  \"It was {was} before.\": \"Vorher war es {was}.\"\n");
        assertThat(new Wordings(file.toString()).in(UnitSystem.US).of(WAS)).isEqualTo("Vorher war es dry.");
        Files.writeString(file, "ask.was-before:\n  \"It was {was} before.\": \"Vorher.\"\n");
        assertThatThrownBy(() -> new Wordings(file.toString()))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("wartung.translations")
                .hasMessageContaining("must speak of what the English does");
        assertThatThrownBy(() -> new Wordings(folder.resolve("none.yaml").toString()))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("none.yaml");
    }
}
