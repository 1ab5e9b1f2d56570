package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.message.Message;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Worked for a 50 mm single-seat valve: ds 49 mm (1885.74 mm² below, 1631.27 mm² above), dt 18 mm (254.47 mm²), q 8 N/mm
 * (1231.5 N), piston 100 mm (7853.98 mm²), rod 20 mm (7539.82 mm²), F0 2300 N, k 27 N/mm, s 22 mm (2894 N), Ff 150 N.
 */
class LinearStudyTest {

    private static final double LOWER = Math.PI / 4 * 0.100 * 0.100;
    private static final double LIFT = LOWER - Math.PI / 4 * 0.020 * 0.020;
    private static final Closure PLUG = new Closure(0.049, 0.018, 8000);
    private static final Air PLANT = new Air(6e5, 5.2e5);
    private static final Line DRAINED = new Line(Side.BELOW, 0);
    private static final double NEWTON = 0.1;

    static LinearActuator actuator(Drive drive) {
        boolean sprung = drive != Drive.DA;
        return new LinearActuator(drive, sprung ? 2300 : 0, sprung ? 27_000 : 0, 0.022, 150, LIFT, LOWER);
    }

    private static LinearStudy study(Drive drive, Line line, Scatter scatter, Allowances allow) {
        return new LinearStudy(actuator(drive), PLUG, new Duty(line, PLANT, scatter, allow, Wet.DRY));
    }

    private static LinearStudy study(Drive drive, Line line) {
        return study(drive, line, Scatter.NONE, Allowances.NONE);
    }

    private static LinearStudy allowing(Drive drive, double stick, double droopPa, double residualPa) {
        return study(drive, DRAINED, Scatter.NONE, new Allowances(stick, droopPa, residualPa, 1));
    }

    private static double worst(LinearStudy study, Task task) {
        return study.spareN(task).worst();
    }

    @Test
    @DisplayName(
            "Held by its spring 2300 − 150 − 1231.5 = 918.5 N to spare; 3 bar below take 565.7 N, 3 bar above count for nothing, on both sides the side below decides")
    void springSeals() {
        assertThat(worst(study(Drive.NC, DRAINED), Task.SPRING_SEALS)).isCloseTo(918.5, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.BELOW, 3e5)), Task.SPRING_SEALS))
                .isCloseTo(352.8, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.BELOW, 1e5)), Task.SPRING_SEALS))
                .isCloseTo(729.9, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.ABOVE, 3e5)), Task.SPRING_SEALS))
                .isCloseTo(918.5, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.EITHER, 3e5)), Task.SPRING_SEALS))
                .isCloseTo(352.8, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.ABOVE, -5e4, 0, 0)), Task.SPRING_SEALS))
                .as("evacuated above: 0.5 bar lift the plug with 81.6 N")
                .isCloseTo(836.9, within(NEWTON));
        Range scattered =
                study(Drive.NC, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE).spareN(Task.SPRING_SEALS);
        assertThat(scattered.worst()).isCloseTo(918.5 - 230 - 75, within(NEWTON));
        assertThat(scattered.usual()).isCloseTo(918.5, within(NEWTON));
        assertThat(scattered.best()).isCloseTo(918.5 + 230 + 75, within(NEWTON));
        assertThat(study(Drive.NC, DRAINED, new Scatter(0.05, 2), Allowances.NONE)
                        .spareN(Task.SPRING_SEALS)
                        .best())
                .as("friction is never below nothing")
                .isCloseTo(918.5 + 115 + 150, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 3, 0, 2e4), Task.SPRING_SEALS))
                .as("it arrives sliding, and what air was left is gone")
                .isCloseTo(918.5, within(NEWTON));
    }

    @Test
    @DisplayName(
            "Off its seat by 5.2 bar: 3920.7 − 2300 − 150 = 1470.7 N to spare; the line above takes 489.4 N at 3 bar, below it counts for nothing; a strong spring and standing count")
    void airLifts() {
        assertThat(worst(study(Drive.NC, DRAINED), Task.AIR_LIFTS)).isCloseTo(1470.7, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.ABOVE, 3e5)), Task.AIR_LIFTS))
                .isCloseTo(981.3, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.ABOVE, 6e5)), Task.AIR_LIFTS))
                .isCloseTo(491.9, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.BELOW, 6e5)), Task.AIR_LIFTS))
                .isCloseTo(1470.7, within(NEWTON));
        assertThat(worst(study(Drive.NC, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE), Task.AIR_LIFTS))
                .isCloseTo(1470.7 - 230 - 75, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 1.5, 3e4, 0), Task.AIR_LIFTS))
                .as("it sticks; the supply has not drooped before it moves")
                .isCloseTo(1470.7 - 75, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 2, 0, 2e4), Task.AIR_LIFTS))
                .as("0.2 bar left on 7853.98 mm²")
                .isCloseTo(1470.7 - 150 - 157.1, within(NEWTON));
        // 6 bar and the weak end: 4523.9 − 2070 − 75
        assertThat(study(Drive.NC, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE)
                        .spareN(Task.AIR_LIFTS)
                        .best())
                .isCloseTo(2378.9, within(NEWTON));
    }

    @Test
    @DisplayName(
            "To the open end: 3920.7 − 2894 − 150 = 876.7 N to spare; the body's pressure would help and is not counted on, a vacuum draws the stem in; droop and what air is left take their share")
    void airOpens() {
        assertThat(worst(study(Drive.NC, DRAINED), Task.AIR_OPENS)).isCloseTo(876.7, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.BELOW, 5e5)), Task.AIR_OPENS))
                .isCloseTo(876.7, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.BELOW, -5e4, 0, 0)), Task.AIR_OPENS))
                .isCloseTo(864.0, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 1, 3e4, 0), Task.AIR_OPENS)).isCloseTo(650.5, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 1, 1e4, 0), Task.AIR_OPENS)).isCloseTo(801.3, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 5, 0, 2e4), Task.AIR_OPENS)).isCloseTo(719.6, within(NEWTON));
        assertThat(worst(study(Drive.NC, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE), Task.AIR_OPENS))
                .isCloseTo(876.7 - 289.4 - 75, within(NEWTON));
    }

    @Test
    @DisplayName(
            "Closed by its spring: near the seat the spring is softest, 2300 − 150 = 2150 N, less 127.2 N where 5 bar push the stem out; where it sticks much, leaving the open end decides")
    void springCloses() {
        assertThat(worst(study(Drive.NC, DRAINED), Task.SPRING_CLOSES)).isCloseTo(2150, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.ABOVE, 5e5)), Task.SPRING_CLOSES))
                .isCloseTo(2022.8, within(NEWTON));
        assertThat(worst(study(Drive.NC, new Line(Side.BELOW, 10e5)), Task.SPRING_CLOSES))
                .isCloseTo(1895.5, within(NEWTON));
        assertThat(worst(study(Drive.NC, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE), Task.SPRING_CLOSES))
                .isCloseTo(2150 - 230 - 75, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 3, 0, 0), Task.SPRING_CLOSES)).isCloseTo(2150, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 6, 0, 0), Task.SPRING_CLOSES)).isCloseTo(2894 - 900, within(NEWTON));
        assertThat(worst(allowing(Drive.NC, 1, 0, 2e4), Task.SPRING_CLOSES)).isCloseTo(2150 - 150.8, within(NEWTON));
        // a spring that is enough at the open end and not near the seat: it stops on its way
        LinearStudy stalls = new LinearStudy(
                new LinearActuator(Drive.NC, 300, 40_000, 0.022, 150, LIFT, LOWER),
                new Closure(0.049, 0.040, 8000),
                new Duty(new Line(Side.ABOVE, 4e5), PLANT, Scatter.NONE, Allowances.NONE, Wet.DRY));
        // 300 − 150 − 1256.6 mm² × 4 bar
        assertThat(worst(stalls, Task.SPRING_CLOSES)).isCloseTo(150 - 502.7, within(NEWTON));
        assertThat(stalls.worstCase(Task.SPRING_CLOSES).travel()).isZero();
    }

    @Test
    @DisplayName(
            "Reversed, closed by 5.2 bar: 4084.1 − 2894 − 150 = 1040.1 N reach the seat, less 127.2 N of 5 bar in the body; the seal lacks 191.4 N, with 3 bar below 757.2 N, and the line above is not counted on")
    void airCloses() {
        assertThat(worst(study(Drive.NO, DRAINED), Task.AIR_CLOSES)).isCloseTo(1040.1, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.ABOVE, 5e5)), Task.AIR_CLOSES))
                .isCloseTo(912.8, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.ABOVE, 10e5)), Task.AIR_CLOSES))
                .isCloseTo(785.6, within(NEWTON));
        assertThat(worst(allowing(Drive.NO, 1, 3e4, 0), Task.AIR_CLOSES)).isCloseTo(804.4, within(NEWTON));
        assertThat(worst(allowing(Drive.NO, 1, 0, 2e4), Task.AIR_CLOSES)).isCloseTo(889.3, within(NEWTON));
        // from the open end after standing: 4084.1 − 2300 − 900
        assertThat(worst(allowing(Drive.NO, 6, 0, 0), Task.AIR_CLOSES)).isCloseTo(884.1, within(NEWTON));
        assertThat(worst(study(Drive.NO, DRAINED), Task.AIR_SEALS)).isCloseTo(-191.4, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.BELOW, 3e5)), Task.AIR_SEALS))
                .isCloseTo(-757.2, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.ABOVE, 3e5)), Task.AIR_SEALS))
                .isCloseTo(-191.4, within(NEWTON));
        assertThat(worst(allowing(Drive.NO, 5, 3e4, 2e4), Task.AIR_SEALS))
                .as("shut it stands: no droop, nothing left, and it came sliding")
                .isCloseTo(-191.4, within(NEWTON));
        assertThat(worst(study(Drive.NO, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE), Task.AIR_SEALS))
                .isCloseTo(-191.4 - 289.4 - 75, within(NEWTON));
    }

    @Test
    @DisplayName(
            "Reversed, opened by its spring: off the seat 2894 − 150 = 2744 N, less 815.6 N of 5 bar above; to its end 2300 − 150 = 2150 N, where the body's pressure is not counted on")
    void springOpens() {
        assertThat(worst(study(Drive.NO, DRAINED), Task.SPRING_LIFTS)).isCloseTo(2744, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.ABOVE, 5e5)), Task.SPRING_LIFTS))
                .isCloseTo(1928.4, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.ABOVE, 18e5)), Task.SPRING_LIFTS))
                .isCloseTo(-192.3, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.BELOW, 5e5)), Task.SPRING_LIFTS))
                .isCloseTo(2744, within(NEWTON));
        assertThat(worst(allowing(Drive.NO, 2, 0, 2e4), Task.SPRING_LIFTS))
                .isCloseTo(2744 - 150 - 157.1, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.BELOW, 5e5)), Task.SPRING_OPENS))
                .isCloseTo(2150, within(NEWTON));
        assertThat(worst(study(Drive.NO, new Line(Side.BELOW, -5e4, 0, 0)), Task.SPRING_OPENS))
                .isCloseTo(2137.3, within(NEWTON));
        assertThat(worst(study(Drive.NO, DRAINED, new Scatter(0.1, 0.5), Allowances.NONE), Task.SPRING_OPENS))
                .isCloseTo(2150 - 230 - 75, within(NEWTON));
    }

    @Test
    @DisplayName(
            "Air both ways: at 20 bar below, closing tight takes (3771.5 + 1231.5 + 225) N / 7854 mm² = 6.66 bar; opening against 20 bar above (3262.5 + 225) N / 7539.8 mm² = 4.63 bar")
    void bothWays() {
        Scatter scatter = new Scatter(0.1, 0.5);
        LinearStudy below = study(Drive.DA, new Line(Side.BELOW, 20e5), scatter, Allowances.NONE);
        assertThat(below.supplyPa(Task.AIR_SEALS).worst()).isCloseTo(6.657e5, within(100.0));
        assertThat(below.verdict()).isEqualTo(Verdict.DOES_NOT);
        LinearStudy above = study(Drive.DA, new Line(Side.ABOVE, 20e5), scatter, Allowances.NONE);
        assertThat(above.supplyPa(Task.AIR_LIFTS).worst()).isCloseTo(4.625e5, within(100.0));
        assertThat(above.verdict()).isEqualTo(Verdict.WORKS);
        assertThat(below.duty().scatter().spring())
                .as("no spring, no scatter of it")
                .isZero();
    }

    @Test
    @DisplayName(
            "100 mm, reversed, 6 bar above: reaching the seat takes (8316 + 465 + 294.5) N / 21382 mm² = 4.24 bar, and sealing with no line to help (8316 + 465 + 2513.3) N = 5.28 bar; what the port droops by comes on top of the first")
    void reachingAndSealing() {
        double piston = Math.PI / 4 * 0.165 * 0.165;
        LinearActuator actuator =
                new LinearActuator(Drive.NO, 6200, 40_000, 0.034, 310, piston - Math.PI / 4 * 0.028 * 0.028, piston);
        Closure plug = new Closure(0.100, 0.025, 8000);
        Line line = new Line(Side.ABOVE, 6e5);
        Scatter scatter = new Scatter(0.1, 0.5);
        LinearStudy study = new LinearStudy(actuator, plug, new Duty(line, PLANT, scatter, Allowances.NONE, Wet.DRY));
        assertThat(study.supplyPa(Task.AIR_CLOSES).worst()).isCloseTo(4.2443e5, within(100.0));
        assertThat(study.supplyPa(Task.AIR_SEALS).worst()).isCloseTo(5.2821e5, within(100.0));
        LinearStudy drooping =
                new LinearStudy(actuator, plug, new Duty(line, PLANT, scatter, new Allowances(1, 3e4, 0, 1), Wet.DRY));
        assertThat(drooping.supplyPa(Task.AIR_CLOSES).worst()).isCloseTo(4.5443e5, within(100.0));
        assertThat(drooping.supplyPa(Task.AIR_SEALS).worst()).isCloseTo(5.2821e5, within(100.0));
        assertThatThrownBy(() -> study.supplyPa(Task.SPRING_OPENS)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName(
            "Over a weir, 74 mm, F0 3400 N: from open it closes up to (3060 − 135) N / 4300.8 mm² = 6.80 bar on the whole diaphragm; shut it holds (3060 − 135 − 980.2) N against both halves: 4.52 bar")
    void overAWeir() {
        double piston = Math.PI / 4 * 0.130 * 0.130;
        LinearStudy study = new LinearStudy(
                new LinearActuator(Drive.NC, 3400, 34_000, 0.024, 90, piston - Math.PI / 4 * 0.014 * 0.014, piston),
                new Closure(0.052, 0, 6000).ofDiaphragm(0.074),
                new Duty(new Line(Side.BELOW, 4e5), PLANT, new Scatter(0.1, 0.5), Allowances.NONE, Wet.DRY));
        assertThat(study.highestLinePa(Task.SPRING_CLOSES).worst()).isCloseTo(6.801e5, within(100.0));
        assertThat(study.highestLinePa(Task.SPRING_SEALS).worst()).isCloseTo(4.522e5, within(100.0));
        // as they should be: (3400 − 90) and (3400 − 90 − 980.2) N
        assertThat(study.highestLinePa(Task.SPRING_CLOSES).usual()).isCloseTo(7.696e5, within(100.0));
        assertThat(study.highestLinePa(Task.SPRING_SEALS).usual()).isCloseTo(5.417e5, within(100.0));
        assertThat(study.duty().line().side()).isEqualTo(Side.EITHER);
        LinearStudy.Corner worst = study.worstCase(Task.SPRING_SEALS);
        assertThat(worst.belowPa()).isEqualTo(4e5);
        assertThat(worst.abovePa()).isEqualTo(4e5);
        assertThat(study.highestLinePa(Task.AIR_OPENS).worst()).isInfinite();
    }

    @Test
    @DisplayName(
            "Up to which line: held shut (2300 − 150 − 1231.5) N / 1885.74 mm² = 4.87 bar; not even drained where the seal's load is missing already; any, where the line does not hinder")
    void highestLine() {
        LinearStudy closing = study(Drive.NC, new Line(Side.BELOW, 1e5));
        assertThat(closing.highestLinePa(Task.SPRING_SEALS).worst()).isCloseTo(4.871e5, within(100.0));
        assertThat(closing.highestLinePa(Task.AIR_LIFTS).worst()).isInfinite();
        assertThat(study(Drive.NC, new Line(Side.ABOVE, 1e5))
                        .highestLinePa(Task.AIR_LIFTS)
                        .worst())
                .as("1470.7 N on 1631.27 mm²")
                .isCloseTo(9.016e5, within(100.0));
        assertThat(study(Drive.NO, DRAINED).highestLinePa(Task.AIR_SEALS).worst())
                .isNegative();
        assertThat(study(Drive.NO, DRAINED).highestLinePa(Task.AIR_SEALS).usual())
                .as("4712.4 − 4275.5 N with 6 bar")
                .isCloseTo(2.317e5, within(100.0));
    }

    /** Opening fully takes (2894 + 150) N / 7539.8 mm² = 4.037 bar drained; a vacuum of 0.8 bar in the body 20.4 N more. */
    private static LinearJudged underVacuum(double airBar) {
        Duty duty = new Duty(
                new Line(Side.EITHER, -0.8e5, 1e5, 0),
                new Air(6e5, airBar * 1e5),
                Scatter.NONE,
                Allowances.NONE,
                Wet.DRY);
        return new LinearJudged(Message.NONE, new LinearStudy(actuator(Drive.NC), PLUG, duty), false);
    }

    @Test
    @DisplayName(
            "What is done drained and not under a vacuum is told as that, and both sides are told where both press")
    void vacuum() {
        Message opening = Message.of("study.task.air-opens", "Opening fully");
        // 3053.6 − 3044 N drained
        LinearJudged enough = underVacuum(4.05);
        assertThat(enough.study().spareN(Task.AIR_OPENS).worst()).isCloseTo(9.6 - 20.4, within(NEWTON));
        assertThat(enough.held().get(opening))
                .extracting(Message::toString)
                .containsExactly("drained, but not at -0.8 bar", "any", "any");
        // 3015.9 − 3044 N
        assertThat(underVacuum(4.0).held().get(opening))
                .extracting(Message::toString)
                .containsExactly("not even drained", "any", "any");
        assertThat(enough.demands())
                .extracting(d -> d.says().toString())
                .anyMatch(s -> s.contains("Worst: at 1 bar from above and -0.8 bar from below, 4.05 bar"));
    }

    @Test
    @DisplayName(
            "The seal is pressed hardest by the highest air on a weak spring with the line on it: (4712.4 − 2604.6 + 489.4 − 75) N / 153.9 mm = 16.4 N/mm")
    void hardest() {
        LinearStudy study = study(Drive.NO, new Line(Side.ABOVE, 3e5), new Scatter(0.1, 0.5), Allowances.USUAL);
        assertThat(study.highestSealLoadNPerM()).isCloseTo(16_386, within(5.0));
        // a strong spring: (2530 + 489.4 − 75) N
        assertThat(study(Drive.NC, new Line(Side.ABOVE, 3e5), new Scatter(0.1, 0.5), Allowances.USUAL)
                        .highestSealLoadNPerM())
                .isCloseTo(19_126, within(5.0));
    }

    @Test
    @DisplayName("Works at the worst, only as it usually is, or not even then")
    void verdicts() {
        Scatter scatter = new Scatter(0.1, 0.5);
        assertThat(study(Drive.NC, new Line(Side.BELOW, 3e5), scatter, Allowances.NONE)
                        .verdict(Task.SPRING_SEALS))
                .isEqualTo(Verdict.WORKS);
        assertThat(study(Drive.NC, new Line(Side.BELOW, 4.5e5), scatter, Allowances.NONE)
                        .verdict(Task.SPRING_SEALS))
                .isEqualTo(Verdict.ONLY_IF);
        assertThat(study(Drive.NC, new Line(Side.BELOW, 6e5), scatter, Allowances.NONE)
                        .verdict(Task.SPRING_SEALS))
                .isEqualTo(Verdict.DOES_NOT);
        assertThat(study(Drive.NC, new Line(Side.BELOW, 4.5e5), scatter, Allowances.NONE)
                        .verdict())
                .isEqualTo(Verdict.ONLY_IF);
    }
}
