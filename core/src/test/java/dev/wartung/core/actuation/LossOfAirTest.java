package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.anatomy.Drive;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where a valve goes when its air fails; worked for the numbers of {@link LinearStudyTest}. */
class LossOfAirTest {

    private static final Closure PLUG = new Closure(0.049, 0.018, 8000);
    private static final Scatter SOME = new Scatter(0.1, 0.5);

    private static String told(Drive drive, Line line, Scatter scatter, Allowances allow) {
        Duty duty = new Duty(line, new Air(6e5, 5.2e5), scatter, allow, Wet.DRY);
        return LossOfAir.of(new LinearStudy(LinearStudyTest.actuator(drive), PLUG, duty))
                .id()
                .replace("study.air-fails.", "");
    }

    @ParameterizedTest
    @CsvSource({
        // friction holds 150 N, 225 N where it may be half as much again: on 1885.7 mm² below, 1631.3 mm² above
        "BELOW, 0.79, 0, may-stay",
        "BELOW, 0.80, 0, lifted",
        "BELOW, 1.19, 0.5, may-stay",
        "BELOW, 1.20, 0.5, lifted",
        "ABOVE, 0.91, 0, may-stay",
        "ABOVE, 0.93, 0, pressed",
        "ABOVE, 1.37, 0.5, may-stay",
        "ABOVE, 1.39, 0.5, pressed",
        "EITHER, 3, 0, lifted"
    })
    @DisplayName("Without a spring it stays while the line pushes no harder than friction holds")
    void springless(Side side, double bar, double friction, String where) {
        assertThat(told(Drive.DA, new Line(side, bar * 1e5), new Scatter(0.1, friction), Allowances.NONE))
                .isEqualTo(where);
    }

    @ParameterizedTest
    @CsvSource({
        // tight up to (2300 − 150 − 1231.5) N / 1885.7 mm² = 4.87 bar, with a weak spring and most friction to 3.25
        // bar;
        // pushed open above (2300 − 150) N / 1885.7 mm² = 11.40 bar
        "3.2, closes",
        "3.3, closes-if",
        "4.8, closes-if",
        "4.9, not-tight",
        "11.3, not-tight",
        "11.5, pushed-open"
    })
    @DisplayName("A spring closes it tight, tight only if, not tight, or the line pushes it open against it")
    void springCloses(double bar, String where) {
        assertThat(told(Drive.NC, new Line(Side.BELOW, bar * 1e5), SOME, Allowances.NONE))
                .isEqualTo(where);
    }

    @Test
    @DisplayName(
            "Stuck after standing: 150 N · 15 against 2894 N closes, · 1.5 against 2605 N perhaps not; · 20 stays open")
    void stuckOpen() {
        Line drained = new Line(Side.BELOW, 0);
        assertThat(told(Drive.NC, drained, Scatter.NONE, new Allowances(15, 0, 0, 1)))
                .isEqualTo("closes");
        assertThat(told(Drive.NC, drained, SOME, new Allowances(15, 0, 0, 1))).isEqualTo("closes-if");
        assertThat(told(Drive.NC, drained, SOME, new Allowances(20, 0, 0, 1))).isEqualTo("stays-open");
    }

    @Test
    @DisplayName(
            "A spring lifts with 2894 N and has 2300 N left: against 3.1 bar of air that stayed, 2435 N, it stops on its way")
    void springOpens() {
        Line drained = new Line(Side.ABOVE, 0);
        assertThat(told(Drive.NO, drained, SOME, Allowances.NONE)).isEqualTo("opens");
        // 2894 − 150 N over 1631.3 mm² are 16.82 bar, the weak spring and most friction 2379.6 N 14.59 bar
        assertThat(told(Drive.NO, new Line(Side.ABOVE, 14.5e5), SOME, Allowances.NONE))
                .isEqualTo("opens");
        assertThat(told(Drive.NO, new Line(Side.ABOVE, 14.7e5), SOME, Allowances.NONE))
                .isEqualTo("opens-if");
        assertThat(told(Drive.NO, new Line(Side.ABOVE, 16.9e5), SOME, Allowances.NONE))
                .isEqualTo("stays-shut");
        assertThat(told(Drive.NO, drained, Scatter.NONE, new Allowances(1, 0, 3.1e5, 1)))
                .isEqualTo("stops");
    }
}
