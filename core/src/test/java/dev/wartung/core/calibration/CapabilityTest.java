package dev.wartung.core.calibration;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Ask.About;
import dev.wartung.core.procedure.Ask.Measurement;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What a tool reaches, how far it may be off, and what that leaves of limits; worked by hand. */
class CapabilityTest {

    private static Quantity nm(double value) {
        return Quantity.of(value, Unit.NEWTON_METRE);
    }

    private static Band band(double min, double max) {
        return new Band(nm(min), nm(max), Optional.empty());
    }

    private static Capability wrench(double from, double to, double resolution, double absolute, double share) {
        return new Capability(nm(from), nm(to), resolution, absolute, share);
    }

    @Test
    @DisplayName("Uncertainty by hand: of the reading, of the certificate, of what is read off, two values each")
    void uncertainty() {
        assertThat(wrench(5, 25, 0, 0, 0.04).uncertainty(nm(20))).isCloseTo(0.8, within(1e-12));
        assertThat(wrench(5, 25, 0, 0, 0.04).uncertainty(nm(10))).isCloseTo(0.4, within(1e-12));
        assertThat(wrench(5, 25, 0, 0.3, 0.04).uncertainty(nm(20))).isCloseTo(1.1, within(1e-12));
        assertThat(wrench(5, 25, 0, 0.3, 0).uncertainty(nm(20))).isCloseTo(0.3, within(1e-12));
        assertThat(wrench(5, 25, 0.5, 0, 0.04).uncertainty(nm(20))).isCloseTo(0.85049, within(1e-5));
        assertThat(wrench(5, 25, 3, 0.3, 0).uncertainty(nm(20))).isCloseTo(1.75784, within(1e-5));
    }

    @Test
    @DisplayName("Limits by hand: both drawn in, zero stays, too coarse leaves nothing; ends of the range are reached")
    void limits() {
        Capability tool = wrench(5, 25, 0, 0, 0.04);
        assertThat(tool.sure(band(12, 14)).orElseThrow().min().si()).isCloseTo(12.48, within(1e-12));
        assertThat(tool.sure(band(12, 14)).orElseThrow().max().si()).isCloseTo(13.44, within(1e-12));
        assertThat(tool.sure(band(20, 22)).orElseThrow().min().si()).isCloseTo(20.8, within(1e-12));
        assertThat(tool.sure(band(20, 21))).as("20.8 to 20.16").isEmpty();
        assertThat(wrench(0, 25, 0, 1, 0).sure(band(0, 2)).orElseThrow().min().si())
                .isZero();
        assertThat(wrench(0, 25, 0, 1, 0).sure(band(0, 2)).orElseThrow().max().si())
                .isCloseTo(1, within(1e-12));
        assertThat(tool.reaches(nm(5))).isTrue();
        assertThat(tool.reaches(nm(25))).isTrue();
        assertThat(tool.reaches(nm(4.99))).isFalse();
        assertThat(tool.reaches(nm(25.01))).isFalse();
        Capability crowfoot = tool.times(1.2);
        assertThat(crowfoot.reaches(nm(30))).isTrue();
        assertThat(crowfoot.reaches(nm(5.9))).isFalse();
        assertThat(wrench(5, 25, 0, 0.3, 0).times(1.2).uncertainty(nm(20))).isCloseTo(0.36, within(1e-12));
        assertThatThrownBy(() -> wrench(5, 5, 0, 1, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> wrench(5, 6, 0, 0, 0))
                .as("nothing is exact")
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Capability(Quantity.of(0, Unit.CELSIUS), Quantity.of(9, Unit.CELSIUS), 0, 0, 0.1))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("A reading within its limits that the tool could take out is not within; by simple acceptance it is")
    void judged() {
        Measurement ask = new Measurement(
                new About("torque", "Torque", false, Message.NONE, Optional.empty(), Optional.empty()),
                Dimension.TORQUE,
                Optional.of(band(12, 14)),
                Message.words("Tighten"),
                Message.words("Slacken"),
                0);
        Capability tool = wrench(5, 25, 0, 0, 0.04);
        Verdict near = ask.judge(nm(12.4), Optional.of(new ReadWith("W-04", tool, true)));
        assertThat(near.outcome()).isEqualTo(Outcome.UNSURE);
        assertThat(near.passed()).isFalse();
        assertThat(near.finding()).hasToString("12.4 N·m, limits 12 to 14 N·m; read with W-04, ± 0.5 N·m");
        assertThat(near.takenWith()).hasToString("W-04, ± 0.5 N·m");
        assertThat(near.noting(Message.words("stage 1 by hand")).takenWith())
                .hasToString("W-04, ± 0.5 N·m; stage 1 by hand");
        assertThat(ask.judge(nm(12.4)).takenWith().isEmpty()).isTrue();
        assertThat(ask.judge(nm(12.5), Optional.of(new ReadWith("W-04", tool, true)))
                        .passed())
                .isTrue();
        assertThat(ask.judge(nm(13.5), Optional.of(new ReadWith("W-04", tool, true)))
                        .outcome())
                .isEqualTo(Outcome.UNSURE);
        assertThat(ask.judge(nm(12.4), Optional.of(new ReadWith("W-04", tool, false)))
                        .passed())
                .isTrue();
        assertThat(ask.judge(nm(11.9), Optional.of(new ReadWith("W-04", tool, true))))
                .matches(v -> v.outcome() == Outcome.LOW)
                .matches(v -> v.next().toString().equals("Tighten"));
        assertThat(ask.judge(nm(12.4), Optional.empty()).passed()).isTrue();
    }

    @Test
    @DisplayName(
            "Law: of readings that pass guarded, hardly any belongs to a torque out of its limits: less than one in forty")
    void guarded() {
        SplittableRandom random = new SplittableRandom(6);
        Capability tool = wrench(5, 25, 0.2, 0.1, 0.03);
        int passed = 0;
        int wrong = 0;
        for (int i = 0; i < 40_000; i++) {
            double real = 11.5 + 3 * random.nextDouble();
            double shown = real + tool.uncertainty(nm(real)) / 2 * random.nextGaussian();
            if (tool.sure(band(12, 14)).orElseThrow().judge(nm(shown)) == Outcome.WITHIN) {
                passed++;
                wrong += band(12, 14).judge(nm(real)) == Outcome.WITHIN ? 0 : 1;
            }
        }
        assertThat(passed).isGreaterThan(5000);
        assertThat(wrong).isLessThan(passed / 40);
    }
}
