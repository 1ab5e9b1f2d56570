package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class ChangePointTest {

    private static final double TENTH = 0.1;

    private static ChangePoint in(List<Double> readings) {
        return ChangePoint.in(readings, TENTH).orElseThrow();
    }

    @Test
    @DisplayName(
            "A torque that drops after the fourth job is found there, with both means; steady readings are left alone; six are enough for a large step")
    void worked() {
        ChangePoint drop = in(List.of(13.0, 13.1, 12.9, 13.0, 12.1, 12.0, 12.2, 12.1));
        assertThat(drop.after()).isEqualTo(4);
        assertThat(drop.before()).isCloseTo(13.0, within(1e-9));
        assertThat(drop.since()).isCloseTo(12.1, within(1e-9));
        assertThat(drop.changed()).isTrue();
        assertThat(in(List.of(13.0, 12.9, 13.1, 13.0, 12.9, 13.1, 13.0, 13.1)).changed())
                .isFalse();
        ChangePoint six = in(List.of(5.0, 5.0, 5.0, 9.0, 9.0, 9.0));
        assertThat(six.after()).isEqualTo(3);
        assertThat(six.changed()).isTrue();
        assertThat(in(List.of(5.2, 4.9, 5.1, 8.8, 9.1, 9.0)).changed()).isTrue();
        assertThat(in(List.of(5.0, 5.0, 5.0, 5.0, 5.1, 5.1)).changed())
                .as("one of the last digit is no change")
                .isFalse();
        assertThat(ChangePoint.in(List.of(1.0, 2.0, 3.0, 4.0, 5.0), TENTH))
                .as("too few")
                .isEmpty();
        assertThat(ChangePoint.in(List.of(5.0, 5.0, 5.0, 5.0, 5.0, 5.0), TENTH))
                .as("all the same")
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Law: without a change it cries wolf at most one time in twenty, also of six readings and of rounded ones; a step four times the scatter it hardly ever misses in twelve; other units change nothing")
    void laws() {
        Random random = new Random(17);
        int rounds = 2000;
        int ofSix = 0;
        int ofTwelve = 0;
        int rounded = 0;
        int missed = 0;
        for (int i = 0; i < rounds; i++) {
            List<Double> steady = drawn(random, 12, 12, 0);
            ofTwelve += changed(steady, 0) ? 1 : 0;
            ofSix += changed(steady.subList(0, 6), 0) ? 1 : 0;
            // scatter of half the last digit: most readings are one of two numbers
            rounded += changed(
                            steady.subList(0, 8).stream()
                                    .map(v -> (double) Math.round(v / 2))
                                    .toList(),
                            1)
                    ? 1
                    : 0;
            missed += changed(drawn(random, 12, 7, 4), 0) ? 0 : 1;
        }
        // one in twenty, and three times what 2000 rounds scatter by
        assertThat(ofTwelve).isBetween(70, 130);
        assertThat(ofSix).isBetween(70, 130);
        assertThat(rounded).isLessThan(130);
        assertThat(missed).isLessThan(rounds / 50);
        List<Double> some = drawn(random, 9, 5, 2);
        ChangePoint of = ChangePoint.in(some, 0).orElseThrow();
        ChangePoint scaled =
                ChangePoint.in(some.stream().map(v -> v * 1e5).toList(), 0).orElseThrow();
        assertThat(scaled.after()).isEqualTo(of.after());
        assertThat(scaled.chance()).isCloseTo(of.chance(), within(0.001));
    }

    @Test
    @DisplayName(
            "The smallest step that would show: made half-way through, it does about nine times in ten; too few readings show none")
    void smallest() {
        Random random = new Random(4);
        for (int readings : new int[] {8, 12, 20}) {
            int seen = 0;
            for (int i = 0; i < 1000; i++) {
                double step = ChangePoint.smallest(drawn(random, readings, readings, 0), 0)
                        .orElseThrow();
                seen += changed(drawn(random, readings, readings / 2, step), 0) ? 1 : 0;
            }
            assertThat(seen).as("%d readings", readings).isBetween(750, 970);
        }
        assertThat(ChangePoint.smallest(List.of(1.0, 2.0), TENTH)).isEmpty();
        // identical readings: the last digit, and 0.0289 · (about 5 + 1.28) / √1.5 within it
        assertThat(ChangePoint.smallest(List.of(5.0, 5.0, 5.0, 5.0, 5.0, 5.0), TENTH)
                        .orElseThrow())
                .isBetween(0.2, 0.3);
    }

    private static boolean changed(List<Double> readings, double resolution) {
        return ChangePoint.in(readings, resolution).filter(ChangePoint::changed).isPresent();
    }

    private static List<Double> drawn(Random random, int readings, int after, double step) {
        List<Double> drawn = new ArrayList<>();
        for (int k = 0; k < readings; k++) {
            drawn.add(100 + (k < after ? 0 : step) + random.nextGaussian());
        }
        return drawn;
    }
}
