package dev.wartung.core.actuation;

import dev.wartung.core.actuation.LinearStudy.Corner;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;

/**
 * The case that decides, in words: "at 3 bar from below, weak spring, 5.2 bar of air at the port".
 *
 * @param upper the seat is seen upside down: what pushes off it comes from above
 */
record CaseWords(LinearStudy study, boolean upper) {

    Message of(Task task, Corner worst) {
        List<Message> parts = new ArrayList<>();
        Duty duty = study.duty();
        if (duty.line().highestPa() > 0 || duty.line().lowestPa() < 0) {
            parts.add(worst.seated() ? onThePlug(worst) : inTheBody(worst.belowPa()));
        }
        if (!task.seated()) {
            parts.add(
                    worst.travel() > 0
                            ? Message.of("study.case.open", "fully open")
                            : Message.of("study.case.near", "near its seat"));
        }
        if (duty.scatter().spring() > 0 && worst.spring() != 1) {
            parts.add(
                    worst.spring() < 1
                            ? Message.of("study.case.weak", "weak spring")
                            : Message.of("study.case.strong", "strong spring"));
        }
        if (study.actuator().frictionN() > 0) {
            if (worst.friction() > 1) {
                parts.add(Message.of("study.case.friction", "most friction"));
            }
            if (worst.standing() && duty.allow().stick() > 1) {
                parts.add(Message.of("study.case.stood", "after standing"));
            }
        }
        if (task.byAir()) {
            parts.add(Message.of("study.case.air", "{air} of air at the port", "air", pressure(worst.airPa())));
        }
        return parts.isEmpty()
                ? Message.of("study.case.any", "nothing scattered, line drained")
                : Message.joined(", ", parts);
    }

    private Message onThePlug(Corner worst) {
        boolean weir = study.closure().liftedFromBothSides();
        if (worst.belowPa() == 0 && worst.abovePa() == 0) {
            return Message.of("study.case.drained", "no pressure in the line");
        }
        if (worst.belowPa() == worst.abovePa()) {
            return Message.of("study.case.both", "at {line} from both sides", "line", pressure(worst.belowPa()));
        }
        if (worst.belowPa() != 0 && worst.abovePa() != 0) {
            return ofBoth(worst, weir);
        }
        boolean below = Math.abs(worst.belowPa()) > Math.abs(worst.abovePa());
        Quantity line = pressure(below ? worst.belowPa() : worst.abovePa());
        if (weir) {
            return Message.of("study.case.weir", "at {line} on one side of the weir", "line", line);
        }
        return below != upper
                ? Message.of("study.case.below", "at {line} from below", "line", line)
                : Message.of("study.case.above", "at {line} from above", "line", line);
    }

    /** A line under pressure on one side of the plug, and under another, a vacuum perhaps, on its other side. */
    private Message ofBoth(Corner worst, boolean weir) {
        Quantity above = pressure(upper ? worst.belowPa() : worst.abovePa());
        Quantity below = pressure(upper ? worst.abovePa() : worst.belowPa());
        return weir
                ? Message.of(
                        "study.case.weir-both",
                        "at {above} on one side of the weir and {below} on the other",
                        "above",
                        above,
                        "below",
                        below)
                : Message.of(
                        "study.case.differing",
                        "at {above} from above and {below} from below",
                        "above",
                        above,
                        "below",
                        below);
    }

    private static Message inTheBody(double pascal) {
        return pascal == 0
                ? Message.of("study.case.bodyless", "no pressure in the body")
                : Message.of("study.case.body", "at {line} in the body", "line", pressure(pascal));
    }

    static Quantity pressure(double pascal) {
        return new Quantity(pascal, Dimension.PRESSURE);
    }
}
