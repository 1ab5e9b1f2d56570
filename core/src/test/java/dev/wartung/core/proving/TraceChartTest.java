package dev.wartung.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.measure.UnitSystem;
import java.util.List;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TraceChartTest {

    private static final Pattern MOMENT = Pattern.compile("<text [^>]*?x=\"([0-9.]+)\"[^>]*>(\\d+) s</text>");

    private static Sample at(double seconds) {
        return new Sample((int) seconds, seconds, 6e5, 0.5, false, false, false, 0, 0, 0, 0);
    }

    @ParameterizedTest
    @CsvSource({"55, 10", "30, 5", "31, 5", "36, 10", "71, 15", "900, 300", "30000, 4286"})
    @DisplayName("Time is counted in steps one counts by, from the beginning of the run, each at its moment")
    void moments(int seconds, int step) {
        List<MatchResult> moments = MOMENT.matcher(
                        TraceChart.overTime(List.of(at(12), at(12 + seconds)), UnitSystem.METRIC))
                .results()
                .toList();

        assertThat(moments).hasSize(seconds / step + 1).hasSizeBetween(4, 8);
        for (int i = 0; i < moments.size(); i++) {
            assertThat(moments.get(i).group(2)).isEqualTo(String.valueOf(i * step));
            assertThat(Double.parseDouble(moments.get(i).group(1)))
                    .isEqualTo(56 + 524.0 * i * step / seconds, within(0.06));
        }
    }
}
