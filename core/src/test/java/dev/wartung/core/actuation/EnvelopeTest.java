package dev.wartung.core.actuation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.anatomy.Drive;
import java.util.Random;
import java.util.random.RandomGenerator;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;

/**
 * The worst case of a study beside a grid over everything that may vary, with the forces written out once more: between
 * the corners nothing is worse.
 */
class EnvelopeTest {

    private static final int STEPS = 4;

    private static double at(int i, double from, double to) {
        return from + (to - from) * i / STEPS;
    }

    @RepeatedTest(60)
    @DisplayName("No point of the grid leaves less force than the worst case, and the worst case is one that can be")
    void grid(RepetitionInfo repetition) {
        LinearStudy study = any(new Random(repetition.getCurrentRepetition()));
        for (Task task : study.tasks()) {
            double least = leastOnGrid(study, task);
            double worst = study.spareN(task).worst();
            assertThat(worst).as("%s of %s", task, study).isLessThanOrEqualTo(least + 1e-6);
            // the grid has the corners: it finds the same
            assertThat(worst).as("%s of %s", task, study).isCloseTo(least, within(1e-6));
            assertThat(study.spareN(task, study.worstCase(task))).isCloseTo(worst, within(1e-9));
            assertThat(study.spareN(task).usual()).isGreaterThanOrEqualTo(worst);
            assertThat(study.spareN(task).best())
                    .isGreaterThanOrEqualTo(study.spareN(task).usual());
            enoughAir(study, task);
            highestLine(study, task);
        }
    }

    /** With the air that is said to be enough, nothing is left over and nothing lacks. */
    private static void enoughAir(LinearStudy study, Task task) {
        if (!task.byAir()) {
            return;
        }
        double enough = study.supplyPa(task).worst();
        double droop = task.seated() ? 0 : study.duty().allow().droopPa();
        if (enough > Math.max(droop, study.duty().allow().droopPa()) + 1) {
            Duty under = study.duty().with(new Air(Math.max(enough, 20e5), enough));
            assertThat(new LinearStudy(study.actuator(), study.closure(), under)
                            .spareN(task)
                            .worst())
                    .isCloseTo(0, within(1e-6));
        }
    }

    /** At the highest line it is just done; a little beyond it is not. */
    private static void highestLine(LinearStudy study, Task task) {
        double highest = study.highestLinePa(task).worst();
        if (highest > Math.max(0, study.duty().line().lowestPa()) && Double.isFinite(highest)) {
            assertThat(under(study, highest).spareN(task).worst()).isCloseTo(0, within(1e-5));
            assertThat(under(study, highest + 1000).spareN(task).worst()).isNegative();
        }
    }

    private static LinearStudy under(LinearStudy study, double highestPa) {
        Line line = study.duty().line();
        return new LinearStudy(
                study.actuator(),
                study.closure(),
                study.duty().with(new Line(line.side(), line.lowestPa(), highestPa, 0)));
    }

    private static LinearStudy any(RandomGenerator random) {
        Drive drive = new Drive[] {Drive.NC, Drive.NO, Drive.DA}[random.nextInt(3)];
        boolean sprung = drive.sprung();
        double lower = random.nextDouble(2e-3, 3e-2);
        Closure plain =
                new Closure(random.nextDouble(0.03, 0.1), random.nextDouble(0.005, 0.03), random.nextDouble(0, 1e4));
        Closure closure =
                switch (random.nextInt(4)) {
                    case 0 -> plain.upsideDown();
                    case 1 -> plain.ofDiaphragm(random.nextDouble(0.03, 0.12));
                    case 2 -> plain.balancedBy(random.nextDouble(0.01, 0.03));
                    default -> plain;
                };
        double low = random.nextDouble(4e5, 6e5);
        return new LinearStudy(
                new LinearActuator(
                        drive,
                        sprung ? random.nextDouble(200, 6000) : 0,
                        sprung ? random.nextDouble(1e3, 6e4) : 0,
                        random.nextDouble(0.008, 0.05),
                        random.nextDouble(0, 400),
                        lower * random.nextDouble(0.8, 0.99),
                        lower),
                closure,
                new Duty(
                        new Line(
                                Side.values()[random.nextInt(3)],
                                random.nextBoolean() ? 0 : random.nextDouble(-1e5, 1e5),
                                random.nextDouble(1e5, 10e5),
                                0),
                        new Air(low + random.nextDouble(0, 2e5), low),
                        new Scatter(random.nextDouble(0, 0.3), random.nextDouble(0, 1.5)),
                        new Allowances(
                                random.nextDouble(1, 3), random.nextDouble(0, 1e5), random.nextDouble(0, 5e4), 1),
                        Wet.DRY));
    }

    /** Everything written out from the equilibrium of forces, sharing nothing with the study. */
    private static double leastOnGrid(LinearStudy study, Task task) {
        LinearActuator a = study.actuator();
        Closure c = study.closure();
        Duty d = study.duty();
        double least = Double.POSITIVE_INFINITY;
        boolean shut = task == Task.AIR_LIFTS
                || task == Task.SPRING_LIFTS
                || task == Task.AIR_SEALS
                || task == Task.SPRING_SEALS;
        boolean seals = task == Task.AIR_SEALS || task == Task.SPRING_SEALS;
        boolean opens = task == Task.AIR_LIFTS
                || task == Task.AIR_OPENS
                || task == Task.SPRING_LIFTS
                || task == Task.SPRING_OPENS;
        boolean byAir = task.name().startsWith("AIR");
        boolean below = d.line().side() != Side.ABOVE;
        boolean above = d.line().side() != Side.BELOW;
        for (int i = 0; i <= STEPS; i++) {
            for (int j = 0; j <= STEPS; j++) {
                for (int t = 0; t <= STEPS; t++) {
                    for (int k = 0; k <= STEPS; k++) {
                        for (int f = 0; f <= STEPS; f++) {
                            for (int p = 0; p <= STEPS; p++) {
                                double pressure =
                                        at(i, d.line().lowestPa(), d.line().highestPa());
                                double other =
                                        at(j, d.line().lowestPa(), d.line().highestPa());
                                double travel = shut ? 0 : at(t, 0, a.strokeM());
                                double squeezed = a.drive() == Drive.NO ? a.strokeM() - travel : travel;
                                double spring = (a.preloadN() + a.rateNPerM() * squeezed)
                                        * at(
                                                k,
                                                1 - d.scatter().spring(),
                                                1 + d.scatter().spring());
                                double friction = a.frictionN()
                                        * Math.max(
                                                0,
                                                at(
                                                        f,
                                                        1 - d.scatter().friction(),
                                                        1 + d.scatter().friction()));
                                boolean stood = shut && !seals || !shut && !opens && t == STEPS;
                                double supply =
                                        at(p, d.air().lowestPa(), d.air().nominalPa())
                                                - (shut ? 0 : d.allow().droopPa());
                                double line = shut
                                        ? (above ? other : 0) * c.aboveAreaM2()
                                                - (below ? pressure : 0) * c.belowAreaM2()
                                        : -pressure * c.openAreaM2();
                                double left = seals ? 0 : d.allow().residualPa();
                                double down = line
                                        + (a.drive() == Drive.NC ? spring : a.drive() == Drive.NO ? -spring : 0)
                                        + (opens ? left * a.lowerAreaM2() : -left * a.liftAreaM2())
                                        + (!byAir ? 0 : opens ? -supply * a.liftAreaM2() : supply * a.lowerAreaM2());
                                double spare = (opens ? -down : down)
                                        - friction * (stood ? d.allow().stick() : 1)
                                        - (seals ? c.sealingLoadNPerM() * Math.PI * c.seatDiameterM() : 0);
                                least = Math.min(least, spare);
                            }
                        }
                    }
                }
            }
        }
        return least;
    }
}
