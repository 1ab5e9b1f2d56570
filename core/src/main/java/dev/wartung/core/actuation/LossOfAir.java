package dev.wartung.core.actuation;

import dev.wartung.core.message.Message;

/** Where a linear valve goes when its air fails, the line having any of the pressures it may have. */
final class LossOfAir {

    private LossOfAir() {}

    static Message of(LinearStudy study) {
        return switch (study.actuator().drive()) {
            case NC -> closing(study);
            case NO -> opening(study);
            default -> springless(study);
        };
    }

    private static Message closing(LinearStudy study) {
        Verdict moves = study.verdict(Task.SPRING_CLOSES);
        if (moves == Verdict.DOES_NOT) {
            return Message.of(
                    "study.air-fails.stays-open",
                    "It may stay open, or stop on its way: friction and the pressure in its body hold against the spring.");
        }
        Range tight = study.spareN(Task.SPRING_SEALS);
        if (tight.usual() + study.closure().sealingForceN() < 0) {
            return Message.of("study.air-fails.pushed-open", "The line pushes it open against its spring.");
        }
        if (tight.usual() < 0) {
            return Message.of("study.air-fails.not-tight", "It closes by its spring, but not tight.");
        }
        return moves == Verdict.WORKS && tight.worst() >= 0
                ? Message.of("study.air-fails.closes", "It closes by its spring and holds tight.")
                : Message.of(
                        "study.air-fails.closes-if",
                        "It closes by its spring; all the way and tight only if spring and friction are as they should be.");
    }

    private static Message opening(LinearStudy study) {
        Verdict worst =
                Verdict.worst(study.tasks().stream().filter(t -> !t.byAir()).map(study::verdict));
        return switch (worst) {
            case WORKS -> Message.of("study.air-fails.opens", "It opens by its spring.");
            case ONLY_IF -> Message.of(
                    "study.air-fails.opens-if",
                    "It opens if spring and friction are as they should be; a weak spring may leave it shut or stop on its way.");
            case DOES_NOT -> study.verdict(Task.SPRING_LIFTS) == Verdict.DOES_NOT
                    ? Message.of(
                            "study.air-fails.stays-shut",
                            "It stays shut: the line presses the plug harder than the spring lifts.")
                    : Message.of("study.air-fails.stops", "It leaves its seat, and stops on its way to open.");
        };
    }

    private static Message springless(LinearStudy study) {
        LinearActuator actuator = study.actuator();
        Duty.Line line = study.duty().line();
        double off = study.closure().downwardN(line.side().below() ? line.highestPa() : 0, 0);
        double on = study.closure().downwardN(0, line.side().above() ? line.highestPa() : 0);
        double holds = actuator.frictionN() * (1 + study.duty().scatter().friction());
        if (Math.min(off, on) < -holds) {
            return Message.of(
                    "study.air-fails.lifted",
                    "The line lifts a closed plug off its seat; an open one stays or goes on.");
        }
        return Math.max(off, on) > holds
                ? Message.of(
                        "study.air-fails.pressed",
                        "A closed plug is pressed shut; an open one may be carried along by the flow.")
                : Message.of(
                        "study.air-fails.may-stay",
                        "It may stay where it is: the line pushes no harder than friction holds.");
    }

    /** That a double-acting valve goes nowhere of its own. */
    static Demand noPosition() {
        return new Demand(
                Message.of(
                        "study.no-position",
                        "Both ways by air: it has no position of its own when the air fails. Where it goes then, line pressure and friction decide."),
                Verdict.ONLY_IF,
                NO_POSITION.words());
    }

    static final Condition NO_POSITION =
            new Condition.Other(Message.of("study.no-position.only-if", "no position without air is asked for"));

    /** How a plug closes in the flow; empty where the flow may come from either side. */
    static Message inTheFlow(Side side) {
        return switch (side) {
            case ABOVE -> Message.of(
                    "study.flow.with",
                    "It closes with the flow: near its seat the flow pulls it shut, it slams and the line surges. It opens against the pressure.");
            case BELOW -> Message.of(
                    "study.flow.against",
                    "It closes against the flow, which is the gentle way. The pressure helps it open.");
            case EITHER -> Message.of(
                    "study.flow.either",
                    "Where the flow comes from above, it closes with it: near its seat it slams, and the line surges.");
        };
    }
}
