package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.List;
import java.util.Optional;

/** What happens when joints are opened, closed and tightened. */
final class Joining {

    private final BenchState state;
    private final Motions motions;

    Joining(BenchState state, Motions motions) {
        this.state = state;
        this.motions = motions;
    }

    void open(Joint joint) {
        state.opened = true;
        state.cycled = false;
        state.proven = false;
        joint.sticks().ifPresent(state.stuck::add);
        if (joint.triedOnBench()) {
            state.toTryOnBench.add(joint.id());
        }
        state.pushing(joint)
                .ifPresent(load -> state.eject(
                        load, "incident.thrown-opened", "{part} was thrown: the joint was opened under load."));
        if (joint.opens().isPresent()) {
            state.toSeeTight.addAll(state.build.shutsAt().isEmpty() ? List.of("") : state.build.shutsAt());
            state.build.parts().stream().filter(Part::lifts).forEach(p -> state.liftsToSee.add(p.id()));
            if (!state.energies.lineEmpty()) {
                state.report(
                        Kind.LINE_UNDER_PRESSURE,
                        joint.id(),
                        "incident.line-still-had",
                        "The line still had pressure or product in it.");
            }
            if (state.energies.lineHot()) {
                state.report(Kind.SCALD, joint.id(), "incident.line-hot", "The line was hot.");
            }
        }
        state.openJoints.add(joint.id());
        state.looseJoints.remove(joint.id());
        state.settled.remove(joint.id());
        state.slack.add(joint.id());
        state.build.parts().stream()
                .filter(p -> p.singleUse() && joint.seals().contains(p.id()))
                .forEach(p -> {
                    state.spent.add(p.id());
                    state.renewed.remove(p.id());
                });
        state.build.parts().stream()
                .filter(p -> p.looseWith().filter(joint.id()::equals).isPresent())
                .forEach(p -> state.justParted.add(p.id()));
        motions.deform();
    }

    void close(Joint joint) {
        if (state.pushing(joint).isPresent()) {
            state.report(
                    Kind.CLOSED_UNDER_LOAD,
                    joint,
                    "incident.closed-against-stem",
                    "{joint} was closed against the stem's force.");
        }
        joint.seals().stream().filter(state.places::containsKey).forEach(seal -> {
            if (state.place(seal) != Place.ON_VALVE) {
                state.report(
                        Kind.SEAL_MISSING,
                        seal,
                        "incident.seal-missing",
                        "{seal} is missing.",
                        "seal",
                        state.nameOf(seal));
            } else if (state.spent.contains(seal)) {
                state.report(
                        Kind.OLD_SEAL_REFITTED,
                        seal,
                        "incident.has-been-used-and",
                        "{seal} has been used and was closed over.",
                        "seal",
                        state.nameOf(seal));
            }
        });
        state.openJoints.remove(joint.id());
        if (joint.tightened()) {
            state.looseJoints.add(joint.id());
        }
    }

    void tighten(Joint joint) {
        // cycled with slack fasteners, what it clamps lies where the closure member left it and is held there by it
        Optional<String> where =
                state.settled.contains(joint.id()) ? joint.settledAt().or(joint::tightenAt) : joint.tightenAt();
        // one that was never open since it was last tightened is centred, whichever of its fasteners were out
        if (state.slack.contains(joint.id())
                && where.filter(at -> !at.equals(state.energies.position())).isPresent()) {
            state.report(
                    Kind.OFF_CENTRE,
                    joint,
                    "incident.tightened-valve-what",
                    "{joint} was tightened with the valve {position}; what it clamps is not centred.",
                    "position",
                    state.energies.position());
        }
        state.looseJoints.remove(joint.id());
        state.slack.remove(joint.id());
    }
}
