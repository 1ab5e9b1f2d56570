package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.List;
import java.util.Optional;

/** What happens when parts are taken off and fitted, joints opened, closed and tightened, aids put on. */
final class Handling {

    private final BenchState state;
    private final Motions motions;

    Handling(BenchState state, Motions motions) {
        this.state = state;
        this.motions = motions;
    }

    void take(String id, Place to) {
        Part part = state.known(id);
        if (part == null || state.place(id) != Place.ON_VALVE) {
            state.report(Kind.NOT_THERE, id, "It is not on the valve.");
            return;
        }
        if (state.reportInTheWay(part, false)) {
            return;
        }
        switch (part.carries().orElse("")) {
            case "electricity" -> {
                if (state.energies.electricityOn()) {
                    state.report(Kind.LIVE_CONTACT, id, part.name() + " was parted live.");
                }
            }
            case "air" -> {
                if (state.energies.airOn()) {
                    state.report(Kind.LIVE_CONTACT, id, part.name() + " was taken off under pressure.");
                    motions.move(state.energies::airOff);
                }
            }
            default -> {}
        }
        if (part.carries().filter("air"::equals).isEmpty()
                && state.energies.airOn()
                && state.build.airThrough().stream().anyMatch(way -> way.parts().contains(id))) {
            state.report(Kind.EJECTION, id, part.name() + " flew off: there was air under it.");
            motions.move(state.energies::airOff);
        }
        if (part.comesOffAt()
                .filter(at -> !at.equals(state.energies.position()))
                .isPresent()) {
            state.report(
                    Kind.WRONG_POSITION,
                    id,
                    part.name() + " does not come out with the valve " + state.energies.position() + ", only "
                            + part.comesOffAt().orElse("") + ".");
        }
        part.heldDownBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.EJECTION,
                        id,
                        part.name() + " was taken out with the spring behind it not held in the " + aid
                                + ": what it held flew out."));
        if (state.stuck.remove(id)) {
            state.report(Kind.SPOILT, id, part.name() + " was levered off its studs: it lets go once it has moved.");
        }
        support(part);
        if (part.set() && !state.noted.contains(id)) {
            state.report(Kind.SETTING_LOST, id, part.name() + " came off before its setting was noted.");
        }
        if (part.drives()) {
            if (state.energies.airOnByHand()) {
                state.report(Kind.LIVE_CONTACT, id, part.name() + " came off under air.");
            }
            state.energies.driven(false);
        }
        state.places.remove(id);
        state.places.put(id, to);
        state.renewed.remove(id);
        state.justParted.remove(id);
        state.build.parts().stream()
                .filter(p -> p.looseWith().filter(id::equals).isPresent())
                .forEach(p -> state.justParted.add(p.id()));
        if (part.singleUse()) {
            state.spent.add(id);
        }
        state.build.joints().stream()
                .filter(j -> j.heldBy().contains(id) && !state.openJoints.contains(j.id()))
                .forEach(j -> {
                    if (j.heldBy().stream().noneMatch(h -> state.place(h) == Place.ON_VALVE)) {
                        open(j);
                    } else if (j.tightened()) {
                        state.looseJoints.add(j.id());
                    }
                });
    }

    /** A part that a new valve is delivered without: nothing was parted, it never was on. */
    void lieReady(String id) {
        Part part = state.known(id);
        if (part == null || state.place(id) != Place.ON_VALVE) {
            state.report(Kind.NOT_THERE, id, "It is not part of the new valve.");
            return;
        }
        if (state.delivered.isEmpty()) {
            state.energies.apart();
            // it comes as it has to be stored
            state.build.parts().stream()
                    .flatMap(p -> p.staysAt().stream())
                    .findFirst()
                    .ifPresent(state.energies::turnTo);
        }
        if (part.drives()) {
            state.energies.driven(false);
        }
        state.delivered.add(id);
        state.places.remove(id);
        state.places.put(id, Place.CLOTH);
        state.build.joints().stream()
                .filter(j ->
                        j.heldBy().contains(id) && j.heldBy().stream().noneMatch(h -> state.place(h) == Place.ON_VALVE))
                .forEach(j -> state.openJoints.add(j.id()));
        motions.deform();
    }

    /** From the valve or from the cloth. */
    void bin(String id) {
        if (state.place(id) == Place.CLOTH) {
            state.places.remove(id);
            state.places.put(id, Place.BIN);
        } else {
            take(id, Place.BIN);
        }
    }

    void wipe(String id) {
        state.filmed.remove(id);
        state.wiped.add(id);
    }

    void grease(String id) {
        state.filmed.add(id);
        state.wiped.remove(id);
    }

    private void support(Part part) {
        part.liftedWith()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.UNSUPPORTED_WEIGHT, part.id(), part.name() + " was lifted without its " + aid + "."));
    }

    void open(Joint joint) {
        state.opened = true;
        state.cycled = false;
        state.proven = false;
        joint.sticks().ifPresent(state.stuck::add);
        if (joint.triedOnBench()) {
            state.toTryOnBench.add(joint.id());
        }
        state.pushing(joint).ifPresent(load -> state.eject(load, "%s was thrown: the joint was opened under load."));
        if (joint.opens().isPresent()) {
            state.toSeeTight.addAll(state.build.shutsAt().isEmpty() ? List.of("") : state.build.shutsAt());
            state.build.parts().stream().filter(Part::lifts).forEach(p -> state.liftsToSee.add(p.id()));
            if (!state.energies.lineEmpty()) {
                state.report(Kind.LINE_UNDER_PRESSURE, joint.id(), "The line still had pressure or product in it.");
            }
            if (state.energies.lineHot()) {
                state.report(Kind.SCALD, joint.id(), "The line was hot.");
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

    void fit(String id, boolean fresh) {
        Part part = state.known(id);
        if (part == null || state.place(id) == Place.ON_VALVE || (!fresh && state.place(id) != Place.CLOTH)) {
            state.report(Kind.NOT_THERE, id, "It is not on the cloth.");
            return;
        }
        if (state.reportInTheWay(part, true)) {
            return;
        }
        if (fresh) {
            state.spent.remove(id);
            state.renewed.add(id);
        } else if (part.singleUse()) {
            state.report(Kind.OLD_SEAL_REFITTED, id, part.name() + " has been used and went back.");
        }
        part.heldDownBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.CLOSED_UNDER_LOAD,
                        id,
                        part.name() + " does not reach its place: the spring is not held down in the " + aid + "."));
        support(part);
        if (part.slides() && state.wiped.remove(id)) {
            state.report(Kind.MISSING_GREASE, id, part.name() + " was wiped and went back dry; it slides on its film.");
        }
        if (part.fitsAt().filter(at -> !at.equals(state.energies.position())).isPresent()) {
            state.report(
                    Kind.WRONG_POSITION,
                    id,
                    part.name() + " went on with the valve " + state.energies.position() + "; it needs "
                            + part.fitsAt().orElse("") + ".");
        }
        part.pressedAgainst().stream()
                .filter(holder -> state.place(holder) != Place.ON_VALVE)
                .findFirst()
                .ifPresent(holder -> state.report(
                        Kind.SPOILT,
                        id,
                        part.name() + " was pressed against what lies loose: " + state.nameOf(holder)
                                + " is not on yet."));
        part.steadiedBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.DISPLACED,
                        id,
                        "Without the " + aid.replace('-', ' ') + ", " + part.name() + " pushed parts out of place."));
        if (part.drives()) {
            if (!state.energies.matches()) {
                state.report(
                        Kind.WRONG_POSITION,
                        id,
                        part.name() + " stands " + state.energies.driverPosition() + " and the valve "
                                + state.energies.position() + ": put together they move the wrong way.");
            }
            state.energies.driven(true);
        }
        if (part.set()) {
            state.unset.add(id);
        }
        part.scrapes().stream()
                .filter(seal -> state.place(seal) == Place.ON_VALVE
                        && !part.sleeve().filter(state.aids::contains).isPresent())
                .forEach(seal -> state.report(
                        Kind.SEAL_CUT,
                        seal,
                        part.name() + " went through " + state.nameOf(seal) + " with its bare thread."));
        state.places.remove(id);
        state.places.put(id, Place.ON_VALVE);
        state.fitted.add(id);
        state.build.joints().stream()
                .filter(j -> state.openJoints.contains(j.id())
                        && !j.heldBy().isEmpty()
                        && j.heldBy().stream().allMatch(h -> state.place(h) == Place.ON_VALVE))
                .forEach(this::close);
    }

    void close(Joint joint) {
        if (state.pushing(joint).isPresent()) {
            state.report(
                    Kind.CLOSED_UNDER_LOAD,
                    joint.id(),
                    state.nameOf(joint.id()) + " was closed against the stem's force.");
        }
        joint.seals().stream().filter(state.places::containsKey).forEach(seal -> {
            if (state.place(seal) != Place.ON_VALVE) {
                state.report(Kind.SEAL_MISSING, seal, state.nameOf(seal) + " is missing.");
            } else if (state.spent.contains(seal)) {
                state.report(Kind.OLD_SEAL_REFITTED, seal, state.nameOf(seal) + " has been used and was closed over.");
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
                    joint.id(),
                    state.nameOf(joint.id()) + " was tightened with the valve " + state.energies.position()
                            + "; what it clamps is not centred.");
        }
        state.looseJoints.remove(joint.id());
        state.slack.remove(joint.id());
    }

    void aidOn(String aid) {
        if (!state.aids.add(aid)) {
            state.report(Kind.AID_LEFT_ON, aid, aid + " was never taken off.");
        }
        state.build.parts().stream()
                .filter(p -> p.spoiltBy().contains(aid))
                .forEach(p -> state.report(
                        Kind.SPOILT, p.id(), p.name() + " is spoilt by the " + aid.replace('-', ' ') + "."));
    }

    void afterGroup() {
        state.fitted.stream()
                .map(state::known)
                .filter(p -> p != null && state.renewed.contains(p.id()))
                .forEach(part -> {
                    boolean film = state.filmed.contains(part.id());
                    if (part.greased() && !film) {
                        state.report(
                                Kind.MISSING_GREASE,
                                part.id(),
                                part.name() + " was fitted without its film of grease.");
                    } else if (part.film().equals(Part.FILM_DRY) && film) {
                        state.report(Kind.GREASE_ON_DRY, part.id(), part.name() + " must stay dry.");
                    }
                    if (part.trapsAir() && !state.airLetOut.contains(part.id())) {
                        state.report(Kind.TRAPPED_AIR, part.id(), "Air stayed behind " + part.name() + ".");
                    }
                });
        List.copyOf(state.justParted).forEach(this::fallOut);
    }

    /** A loose part nobody took, and whatever only it held. */
    private void fallOut(String id) {
        if (state.place(id) == Place.ON_VALVE) {
            state.places.put(id, Place.LOST);
            state.report(Kind.LOOSE_PART_LOST, id, state.nameOf(id) + " fell out unseen.");
            state.build.parts().stream()
                    .filter(p -> p.looseWith().filter(id::equals).isPresent())
                    .forEach(p -> fallOut(p.id()));
        }
    }
}
