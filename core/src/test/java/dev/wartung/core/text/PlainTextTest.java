package dev.wartung.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlainTextTest {

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "Tightened by 20°, ½ turn\r\n\tthen “looked” at",
                "Dichtfläche, joint d'étanchéité, 密封",
                "e\u0301",
                "🔧 emoji of two halves",
                "\u00a0no-break",
                "soft\u00adhyphen",
                "\u200fright-to-left mark"
            })
    @DisplayName("What people write may be kept, in any script")
    void kept(String text) {
        assertThat(PlainText.trouble(text)).isEmpty();
        assertThat(PlainText.shown(text)).isSameAs(text);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "\u0000",
                "\u0001",
                "\u001b",
                "\u007f",
                "\u0085",
                "\u009b",
                "\ud800",
                "\udc00",
                "\ufdd0",
                "\ufffe",
                "\uffff",
                "\udbff\udfff",
                "\u202e",
                "\u2066"
            })
    @DisplayName(
            "Controls, halves, what is no character and what turns the writing round may not; it is named with what stands before it")
    void refused(String character) {
        assertThat(PlainText.trouble("Clamp" + character + "!").orElseThrow())
                .startsWith("a character that cannot be kept (U+")
                .contains(", after “Clamp”)");
        assertThat(PlainText.trouble(character).orElseThrow()).contains("at the beginning");
        assertThat(PlainText.shown("Clamp" + character + "!")).isEqualTo("Clamp\ufffd!");
    }

    @Test
    @DisplayName("Whatever is let through, XML 1.0 can write (its rule 2, Char)")
    void xml() {
        IntStream.rangeClosed(0, Character.MAX_CODE_POINT)
                .filter(PlainText::mayHold)
                .forEach(c -> assertThat(c == 9
                                || c == 10
                                || c == 13
                                || c >= 0x20 && c <= 0xD7FF
                                || c >= 0xE000 && c <= 0xFFFD
                                || c >= 0x10000)
                        .as("U+%04X", c)
                        .isTrue());
    }
}
