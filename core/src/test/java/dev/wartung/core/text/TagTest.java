package dev.wartung.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What a valve's plate may say. */
class TagTest {

    @ParameterizedTest
    @ValueSource(strings = {"CU-214", "a", "7", "LN1/V07", "EZ_7.13", "P#4", "A--1", "cu-214"})
    @DisplayName("Letters, digits and a few signs between them")
    void tags(String tag) {
        assertThat(Tag.trouble(tag)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'' | as its plate says",
                // Cyrillic, Greek, and a dash that is none
                "\u0421U-214 | no “\u0421” (U+0421)",
                "\u0391-1 | U+0391",
                "CU\u2013214 | U+2013",
                "CU\u200B214 | U+200B",
                "CU 214 | U+0020",
                "Ä-1 | U+00C4",
                "CU-214? | “?”",
                "<b> | “<”",
                "-CU | begins and ends",
                "CU- | begins and ends",
                "a/../b | begins and ends",
                "a//b | two dots or strokes",
                "a./b | two dots or strokes",
                "a---b | at most two",
                "ABCDEFGHIJKLMNOPQRSTUVWXYZ12345 | at most 30",
            })
    @DisplayName("What only looks like a letter, cannot be seen, or leads elsewhere in an address, is named")
    void none(String tag, String why) {
        assertThat(Tag.trouble(tag)).hasValueSatisfying(said -> assertThat(said).contains(why));
    }

    @Test
    @DisplayName("A null byte is no part of a tag")
    void nothing() {
        assertThat(Tag.trouble("CU" + (char) 0 + "214"))
                .hasValueSatisfying(said -> assertThat(said).contains("U+0000"));
    }

    @Test
    @DisplayName("Wide signs are narrow ones, blanks around it no part of it")
    void plain() {
        assertThat(Tag.plain("  \uff23\uff35\uff0d\uff12\uff11\uff14 ")).isEqualTo("CU-214");
        assertThat(Tag.trouble(Tag.plain("\uff23\uff35\uff0d\uff12\uff11\uff14")))
                .isEmpty();
    }
}
