package dev.wartung.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A row of tags typed as first and last. */
class TagRowTest {

    @Test
    @DisplayName("Only the last number counts on, with as many digits as it was typed with")
    void rows() {
        assertThat(TagRow.read("CU-231..CU-233").tags()).containsExactly("CU-231", "CU-232", "CU-233");
        assertThat(TagRow.read("2/V098 .. 101").tags()).containsExactly("2/V098", "2/V099", "2/V100", "2/V101");
        assertThat(TagRow.read("CU-214")).extracting(TagRow::tags).isEqualTo(List.of("CU-214"));
        assertThat(TagRow.read("V1..60").tags()).hasSize(60).endsWith("V60");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "CU-231..CV-233 | “CU-” is not “CV-”",
                "V7..V7 | after the first",
                "V1..61 | At most 60",
                "V9..3 | after"
            })
    @DisplayName("What is no row says why")
    void none(String typed, String why) {
        TagRow row = TagRow.read(typed);
        assertThat(row.tags()).isEmpty();
        assertThat(row.trouble()).hasValueSatisfying(t -> assertThat(t).contains(why));
    }
}
