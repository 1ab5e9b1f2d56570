package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class ChangePointTest {

    private static ChangePoint in(List<Double> readings) {
        return ChangePoint.in(readings, new Random(5)::nextDouble).orElseThrow();
    }

    @Test
    @DisplayName(
            "A torque that drops after the fourth job is found there, with both means; steady readings are left alone")
    void worked() {
        ChangePoint drop = in(List.of(13.0, 13.1, 12.9, 13.0, 12.1, 12.0, 12.2, 12.1));
        assertThat(drop.after()).isEqualTo(4);
        assertThat(drop.before()).isCloseTo(13.0, within(1e-9));
        assertThat(drop.since()).isCloseTo(12.1, within(1e-9));
        assertThat(drop.changed()).isTrue();
        assertThat(in(List.of(13.0, 12.9, 13.1, 13.0, 12.9, 13.1, 13.0, 13.1)).changed())
                .isFalse();
        assertThat(ChangePoint.in(List.of(1.0, 2.0, 3.0, 4.0, 5.0), Math::random))
                .as("too few")
                .isEmpty();
        assertThat(ChangePoint.in(List.of(5.0, 5.0, 5.0, 5.0, 5.0, 5.0), Math::random))
                .as("all the same")
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Law: other units find the same place as often; without a change it cries wolf about one time in twenty, with a large one hardly ever misses")
    void laws() {
        Random random = new Random(17);
        int wolf = 0;
        int missed = 0;
        int rounds = 300;
        for (int i = 0; i < rounds; i++) {
            List<Double> steady = new ArrayList<>();
            List<Double> changed = new ArrayList<>();
            for (int k = 0; k < 12; k++) {
                steady.add(100 + random.nextGaussian());
                changed.add((k < 7 ? 100 : 104) + random.nextGaussian());
            }
            ChangePoint of = ChangePoint.in(steady, new Random(i)::nextDouble).orElseThrow();
            ChangePoint scaled = ChangePoint.in(
                            steady.stream().map(v -> v * 1e5).toList(), new Random(i)::nextDouble)
                    .orElseThrow();
            assertThat(scaled.after()).isEqualTo(of.after());
            assertThat(scaled.chance()).isCloseTo(of.chance(), within(0.003));
            wolf += of.changed() ? 1 : 0;
            missed += ChangePoint.in(changed, new Random(i)::nextDouble)
                            .orElseThrow()
                            .changed()
                    ? 0
                    : 1;
        }
        assertThat(wolf).isBetween(rounds / 60, rounds / 10);
        assertThat(missed).isLessThan(rounds / 20);
    }
}
