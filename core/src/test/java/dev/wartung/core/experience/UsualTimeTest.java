package dev.wartung.core.experience;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class UsualTimeTest {

    @Test
    @DisplayName(
            "Worked by hand: four records of twice the time lie half way in ratio; twelve, three quarters; one lunch break changes nothing")
    void worked() {
        assertThat(UsualTime.of(4, List.of()).minutes()).isEqualTo(4);
        // 4 · 2^(4/8) = 5.657
        assertThat(UsualTime.of(4, Collections.nCopies(4, 8.0)).minutes()).isCloseTo(5.657, within(1e-3));
        // 4 · 2^(12/16) = 6.727
        assertThat(UsualTime.of(4, Collections.nCopies(12, 8.0)).minutes()).isCloseTo(6.727, within(1e-3));
        // half the time as far the other way: 4 · 0.5^(4/8) = 2.828
        assertThat(UsualTime.of(4, Collections.nCopies(4, 2.0)).minutes()).isCloseTo(2.828, within(1e-3));
        List<Double> withLunch = new ArrayList<>(Collections.nCopies(4, 8.0));
        withLunch.add(64.0);
        assertThat(UsualTime.of(4, withLunch)).isEqualTo(UsualTime.of(4, Collections.nCopies(4, 8.0)));
    }

    @Test
    @DisplayName("It is said from three records on, and only where it differs")
    void said() {
        assertThat(UsualTime.of(4, List.of(8.0, 8.0)).worthSaying()).isFalse();
        assertThat(UsualTime.of(4, List.of(8.0, 8.0, 8.0)).worthSaying()).isTrue();
        assertThat(UsualTime.of(4, Collections.nCopies(30, 4.1)).worthSaying()).isFalse();
    }

    @Test
    @DisplayName("It lies between the sheet and the records, whatever they are")
    void between() {
        SplittableRandom random = new SplittableRandom(20261127);
        for (int i = 0; i < 2000; i++) {
            double sheet = random.nextDouble(0.5, 60);
            List<Double> records =
                    random.doubles(random.nextInt(1, 40), 0.2, 90).boxed().toList();
            List<Double> kept = records.stream()
                    .filter(r -> r / sheet <= 8 && r / sheet >= 0.125)
                    .toList();
            double least = kept.stream().mapToDouble(r -> r).min().orElse(sheet);
            double most = kept.stream().mapToDouble(r -> r).max().orElse(sheet);
            assertThat(UsualTime.of(sheet, records).minutes())
                    .as("sheet %s, records %s", sheet, records)
                    .isBetween(Math.min(sheet, least) - 1e-9, Math.max(sheet, most) + 1e-9);
        }
    }
}
