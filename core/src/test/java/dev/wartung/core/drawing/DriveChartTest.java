package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.UnitSystem;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class DriveChartTest {

    private static final double[] TRAVEL = {0, 0.2, 1};
    private static final Pattern NAME = Pattern.compile("<text [^>]*y=\"([0-9.]+)\"[^>]*>([^<]*)</text>");

    /** Baselines of names of two lines, one at each height. */
    private static Map<String, Double> names(double takes, double air, boolean airFirst) {
        DriveChart chart = new DriveChart("To open", Dimension.FORCE, 1000, "300 mm", UnitSystem.METRIC);
        double[] taken = {takes, takes, takes};
        double[] there = {air, air, air};
        DriveChart drawn = airFirst
                ? chart.over(TRAVEL, there, "limit", "air").over(TRAVEL, taken, "takes", "takes")
                : chart.over(TRAVEL, taken, "takes", "takes").over(TRAVEL, there, "limit", "air");
        return NAME.matcher(drawn.svg())
                .results()
                .filter(name -> List.of("air", "takes").contains(name.group(2)))
                .collect(Collectors.toMap(name -> name.group(2), name -> Double.parseDouble(name.group(1))));
    }

    @Test
    @DisplayName("Wherever two lines lie: their names stand neither on each other nor off the drawing")
    void apart() {
        for (double takes = 0; takes <= 1000; takes += 20) {
            for (double air = 0; air <= 1000; air += 20) {
                for (boolean airFirst : new boolean[] {true, false}) {
                    Map<String, Double> at = names(takes, air, airFirst);
                    assertThat(Math.abs(at.get("air") - at.get("takes")))
                            .as("taken %s, there %s: %s", takes, air, at)
                            .isGreaterThanOrEqualTo(16);
                    assertThat(at.values()).allMatch(y -> y > 12 && y < 350, "%s".formatted(at));
                }
            }
        }
    }

    @Test
    @DisplayName("What is taken has its name under its line, what there is over it")
    void sides() {
        // 1000 N are 310 high: 200 N lie 62 over the bottom at 350, 800 N 248
        assertThat(names(200, 800, true)).isEqualTo(Map.of("takes", 288.0 + 24, "air", 102.0 - 10));
    }
}
