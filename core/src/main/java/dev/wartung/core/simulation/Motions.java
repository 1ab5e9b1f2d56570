package dev.wartung.core.simulation;

import dev.wartung.core.simulation.Incident.Kind;
import java.util.Optional;

/**
 * What happens when something moves: by air, by hand, run through its strokes, a seat lifted; and who or what is in its
 * way.
 */
final class Motions {

    private final BenchState state;

    Motions(BenchState state) {
        this.state = state;
    }

    void airOn(String position) {
        boolean reaches = state.build.airThrough().stream()
                .flatMap(way -> way.parts().stream())
                .allMatch(p -> state.place(p) == Place.ON_VALVE);
        if (state.energies.airOnByHand() && state.energies.position().equals(state.energies.wouldGoTo(position))) {
            state.report(
                    Kind.NOTHING_MOVED,
                    "air",
                    "incident.air-on-already",
                    "The air was on already; nothing could be seen to move.");
        }
        if (reaches) {
            move(() -> state.energies.airTo(position));
        } else {
            state.report(
                    Kind.NO_AIR,
                    "air",
                    "incident.no-air-can",
                    "No air can come: its way to the actuator is not put together.");
        }
    }

    void airOff() {
        if (!state.energies.airOn() && state.energies.sprung()) {
            state.report(Kind.NOTHING_MOVED, "air", "incident.there-no-air", "There was no air to take away.");
        }
        move(state.energies::airOff);
    }

    /**
     * What the plant's air may hold does not show where the spring would bring it: a hose that is on is dead only where
     * a control head without electricity shuts it.
     */
    void seeRest() {
        state.restSeen = true;
        boolean supplied = state.build.parts().stream()
                .anyMatch(p -> p.carries().filter("air"::equals).isPresent() && state.place(p.id()) == Place.ON_VALVE);
        boolean shutOff = state.build.parts().stream()
                        .anyMatch(p -> p.carries().filter("electricity"::equals).isPresent())
                && !state.energies.electricityOn();
        if ((supplied && !shutOff) || state.energies.airOn()) {
            state.report(
                    Kind.READ_UNDER_AIR,
                    "rest",
                    "incident.where-rests-read",
                    "Where it rests was read with air still on: what held it was perhaps not its spring.");
        }
    }

    /**
     * Tight is what is seen on the whole valve, in its line, before the line is given back. On the bench it tells of
     * the seat alone.
     */
    void seeTight(String shutAt) {
        boolean onBench =
                state.build.offLine().filter(state.openJoints::contains).isPresent();
        Optional<String> before = state.notYetSet();
        if (before.isPresent()) {
            state.report(
                    Kind.PROOF_TOO_EARLY,
                    "tightness",
                    "incident.tightness-looked-at",
                    "Tightness was looked at before {other} was as it stays.",
                    "other",
                    state.nameOf(before.get()));
        } else if (!shutAt.isEmpty() && !shutAt.equals(state.energies.position())) {
            state.report(
                    Kind.PROOF_TOO_EARLY,
                    "tightness",
                    "incident.seat-not-tried",
                    "Its seat was not tried: it stood {position}.",
                    "position",
                    state.energies.position());
        } else if (!state.energies.lineLocked() && !state.energies.isApart()) {
            state.report(
                    Kind.PROOF_TOO_EARLY,
                    "tightness",
                    "incident.tightness-tried-line",
                    "Tightness was tried with the line given back already.");
        } else if (onBench) {
            state.toTryOnBench.clear();
        } else {
            state.toSeeTight.removeIf(at -> at.isEmpty() || at.equals(shutAt));
        }
    }

    /** Seen is seen: both ends, in the same go. */
    void prove() {
        state.notYetSet()
                .ifPresent(before -> state.report(
                        Kind.PROOF_TOO_EARLY,
                        "fail-position",
                        "incident.fail-position-asked",
                        "The fail position was asked for before {other} was set.",
                        "other",
                        state.nameOf(before)));
        if (state.visited.containsAll(state.build.positions())) {
            state.proven = true;
        } else {
            state.report(
                    Kind.NOT_PROVEN,
                    "fail-position",
                    "incident.not-seen-go",
                    "It was not seen to go from one end to the other.");
        }
    }

    /** Moves the closure member; whatever is in the way of it or no longer held shows. */
    void move(Runnable motion) {
        String from = state.energies.position();
        motion.run();
        state.visited.add(state.energies.position());
        if (!from.equals(state.energies.position())) {
            if (!state.reached.isEmpty()) {
                state.report(
                        Kind.PINCH,
                        "hand",
                        "incident.stem-moved-hand",
                        "The stem moved with a hand in {space}.",
                        "space",
                        state.spaceNames());
            }
            state.stuck.clear();
            // an open joint that the force path still runs through is pushed apart by the motion; with everybody clear
            // it only rises
            if (!state.standingClear || !state.reached.isEmpty()) {
                state.build.joints().stream()
                        .filter(j -> state.openJoints.contains(j.id()))
                        .forEach(j -> state.pushing(j)
                                .ifPresent(load -> state.eject(
                                        load,
                                        "incident.thrown-moved",
                                        "{part} was thrown: the stem moved while it stood unfastened.")));
            }
            deform();
        }
    }

    /** Out of the line, a part that must stay in one position is deformed in any other. */
    void deform() {
        if (state.build.offLine().filter(state.openJoints::contains).isPresent()) {
            state.build.parts().stream()
                    .filter(p -> state.place(p.id()) == Place.ON_VALVE
                            && p.staysAt()
                                    .filter(at -> !at.equals(state.energies.position()))
                                    .isPresent())
                    .forEach(p -> state.report(
                            Kind.SPOILT,
                            p,
                            "incident.deformed-out-line",
                            "{part} is deformed: out of the line it stays {stays}.",
                            "stays",
                            p.staysAt().orElse("")));
        }
    }

    void reach(String space) {
        state.reached.add(space);
        if (state.energies.heldByAir()) {
            state.report(
                    Kind.PINCH,
                    space,
                    "incident.hand-while-only",
                    "A hand is in {space} while only air holds the stem.",
                    "space",
                    state.spaceNames());
        }
    }

    void cycle() {
        // a joint at which nothing is held or pushed, and that of a valve out of its line, may stand open
        if (state.build.joints().stream()
                .anyMatch(j -> state.openJoints.contains(j.id())
                        && (j.tightened() || !j.loaded().isEmpty())
                        && state.build.offLine().filter(j.id()::equals).isEmpty())) {
            state.report(Kind.PINCH, "stroke", "incident.cycled-joint-open", "It was cycled with a joint open.");
        }
        state.build.parts().stream()
                .filter(p -> p.staysAt().isPresent()
                        && state.build
                                .offLine()
                                .filter(state.openJoints::contains)
                                .isPresent())
                .forEach(p ->
                        state.report(Kind.SPOILT, p, "incident.cycled-out-line", "{part} was cycled out of its line."));
        if (state.energies.airOnByHand()) {
            state.report(
                    Kind.AIR_LEFT_ON,
                    "stroke",
                    "incident.be-cycled-while",
                    "It was to be cycled while air still held it.");
        }
        state.settled.addAll(state.looseJoints);
        // what is run with slack fasteners is run again when they are tight
        state.cycled = state.looseJoints.isEmpty();
    }

    void liftSeat(String plug) {
        state.liftsToSee.remove(plug);
        state.liftedSeats.add(plug);
        if (state.liftedSeats.size() > 1) {
            state.report(
                    Kind.MIXED,
                    plug,
                    "incident.both-seats-are",
                    "Both seats are lifted: nothing parts the two products.");
        }
        if (!state.energies.lineEmpty()) {
            state.report(
                    Kind.MIXED,
                    plug,
                    "incident.lifted-product-line",
                    "{part} was lifted with product in the line.",
                    "part",
                    state.nameOf(plug));
        }
        if (!state.openJoints.isEmpty()) {
            state.report(Kind.PINCH, plug, "incident.seat-lifted-joint", "A seat was lifted with a joint open.");
        }
    }
}
