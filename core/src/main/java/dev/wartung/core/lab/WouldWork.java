package dev.wartung.core.lab;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Duty;
import dev.wartung.core.actuation.LinearActuator;
import dev.wartung.core.actuation.LinearStudy;
import dev.wartung.core.actuation.Side;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;

/** What would have to change for a linear valve to work, each on its own. */
final class WouldWork {

    private static final double MOST_FACTOR = 2.5;
    private static final double STEP = 0.05;
    private static final double AIR_STEP_PA = 1e4;

    private WouldWork() {}

    /** Empty where it works, or no single change would do. */
    static List<Message> of(LinearStudy study) {
        List<Message> changes = new ArrayList<>();
        if (study.verdict() == Verdict.WORKS) {
            return changes;
        }
        Side side = study.duty().line().side();
        if (side != Side.EITHER) {
            Side other = side == Side.BELOW ? Side.ABOVE : Side.BELOW;
            if (works(
                    study,
                    study.actuator(),
                    study.duty().with(study.duty().line().from(other)))) {
                changes.add(
                        other == Side.ABOVE
                                ? Message.of(
                                        "lab.change.above",
                                        "The line from the other side: pressure above the plug presses it shut. Look at how it then closes: with the flow it slams.")
                                : Message.of(
                                        "lab.change.below",
                                        "The line from the other side: pressure below the plug helps it open."));
            }
        }
        Air air = study.duty().air();
        double more = Math.ceil(study.supplyPa() / AIR_STEP_PA - 1e-9) * AIR_STEP_PA;
        if (more > air.lowestPa() && more <= ValveStudy.MOST_AIR_PA) {
            Duty under = study.duty().with(new Air(Math.max(air.nominalPa(), more), more));
            if (works(study, study.actuator(), under)) {
                changes.add(Message.of(
                        "lab.change.air",
                        "At least {air} of air, guaranteed.",
                        "air",
                        new Quantity(more, Dimension.PRESSURE)));
            }
        }
        for (double larger = 1 + STEP; larger <= MOST_FACTOR; larger += STEP) {
            if (works(study, scaled(study.actuator(), larger, 1), study.duty())) {
                changes.add(Message.of(
                        "lab.change.piston",
                        "An actuator with {share} % more piston area and the same spring.",
                        "share",
                        Math.round((larger - 1) * 100)));
                break;
            }
        }
        for (double stronger = 1 + STEP; stronger <= MOST_FACTOR; stronger += STEP) {
            if (works(study, scaled(study.actuator(), 1, stronger), study.duty())) {
                changes.add(Message.of(
                        "lab.change.spring",
                        "A spring {share} % stronger, with the same piston.",
                        "share",
                        Math.round((stronger - 1) * 100)));
                break;
            }
        }
        return changes;
    }

    private static boolean works(LinearStudy study, LinearActuator actuator, Duty under) {
        return new LinearStudy(actuator, study.closure(), under).verdict() == Verdict.WORKS;
    }

    private static LinearActuator scaled(LinearActuator actuator, double area, double springs) {
        return new LinearActuator(
                actuator.drive(),
                actuator.preloadN() * springs,
                actuator.rateNPerM() * springs,
                actuator.strokeM(),
                actuator.frictionN(),
                actuator.liftAreaM2() * area,
                actuator.lowerAreaM2() * area);
    }
}
