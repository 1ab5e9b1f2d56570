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
            state.report(Kind.NOT_THERE, id, "incident.not-on-valve", "It is not on the valve.");
            return;
        }
        if (state.reportInTheWay(part, false)) {
            return;
        }
        switch (part.carries().orElse("")) {
            case "electricity" -> {
                if (state.energies.electricityOn()) {
                    state.report(
                            Kind.LIVE_CONTACT,
                            id,
                            "incident.parted-live",
                            "{part} was parted live.",
                            "part",
                            part.name());
                }
            }
            case "air" -> {
                if (state.energies.airOn()) {
                    state.report(
                            Kind.LIVE_CONTACT,
                            id,
                            "incident.taken-off-under",
                            "{part} was taken off under pressure.",
                            "part",
                            part.name());
                    motions.move(state.energies::airOff);
                }
            }
            default -> {}
        }
        if (part.carries().filter("air"::equals).isEmpty()
                && state.energies.airOn()
                && state.build.airThrough().stream().anyMatch(way -> way.parts().contains(id))) {
            state.report(
                    Kind.EJECTION,
                    id,
                    "incident.flew-off-there",
                    "{part} flew off: there was air under it.",
                    "part",
                    part.name());
            motions.move(state.energies::airOff);
        }
        if (part.comesOffAt()
                .filter(at -> !at.equals(state.energies.position()))
                .isPresent()) {
            state.report(
                    Kind.WRONG_POSITION,
                    id,
                    "incident.does-not-come",
                    "{part} does not come out with the valve {position}, only {only}.",
                    "part",
                    part.name(),
                    "position",
                    state.energies.position(),
                    "only",
                    part.comesOffAt().orElse(""));
        }
        part.heldDownBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.EJECTION,
                        id,
                        "incident.taken-out-spring",
                        "{part} was taken out with the spring behind it not held in the {aid}: what it held flew out.",
                        "part",
                        part.name(),
                        "aid",
                        aid));
        if (state.stuck.remove(id)) {
            state.report(
                    Kind.SPOILT,
                    id,
                    "incident.levered-off-studs",
                    "{part} was levered off its studs: it lets go once it has moved.",
                    "part",
                    part.name());
        }
        support(part);
        if (part.set() && !state.noted.contains(id)) {
            state.report(
                    Kind.SETTING_LOST,
                    id,
                    "incident.came-off-before",
                    "{part} came off before its setting was noted.",
                    "part",
                    part.name());
        }
        if (part.drives()) {
            if (state.energies.airOnByHand()) {
                state.report(
                        Kind.LIVE_CONTACT,
                        id,
                        "incident.came-off-under",
                        "{part} came off under air.",
                        "part",
                        part.name());
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
            state.report(Kind.NOT_THERE, id, "incident.not-part-new", "It is not part of the new valve.");
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
                        Kind.UNSUPPORTED_WEIGHT,
                        part.id(),
                        "incident.lifted-without",
                        "{part} was lifted without its {aid}.",
                        "part",
                        part.name(),
                        "aid",
                        aid));
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

    void fit(String id, boolean fresh) {
        Part part = state.known(id);
        if (part == null || state.place(id) == Place.ON_VALVE || (!fresh && state.place(id) != Place.CLOTH)) {
            state.report(Kind.NOT_THERE, id, "incident.not-on-cloth", "It is not on the cloth.");
            return;
        }
        if (state.reportInTheWay(part, true)) {
            return;
        }
        if (fresh) {
            state.spent.remove(id);
            state.renewed.add(id);
        } else if (part.singleUse()) {
            state.report(
                    Kind.OLD_SEAL_REFITTED,
                    id,
                    "incident.has-been-used",
                    "{part} has been used and went back.",
                    "part",
                    part.name());
        }
        part.heldDownBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.CLOSED_UNDER_LOAD,
                        id,
                        "incident.does-not-reach",
                        "{part} does not reach its place: the spring is not held down in the {aid}.",
                        "part",
                        part.name(),
                        "aid",
                        aid));
        support(part);
        if (part.slides() && state.wiped.remove(id)) {
            state.report(
                    Kind.MISSING_GREASE,
                    id,
                    "incident.wiped-went-back",
                    "{part} was wiped and went back dry; it slides on its film.",
                    "part",
                    part.name());
        }
        if (part.fitsAt().filter(at -> !at.equals(state.energies.position())).isPresent()) {
            state.report(
                    Kind.WRONG_POSITION,
                    id,
                    "incident.went-on-valve",
                    "{part} went on with the valve {position}; it needs {needed}.",
                    "part",
                    part.name(),
                    "position",
                    state.energies.position(),
                    "needed",
                    part.fitsAt().orElse(""));
        }
        part.pressedAgainst().stream()
                .filter(holder -> state.place(holder) != Place.ON_VALVE)
                .findFirst()
                .ifPresent(holder -> state.report(
                        Kind.SPOILT,
                        id,
                        "incident.pressed-against-what",
                        "{part} was pressed against what lies loose: {holder} is not on yet.",
                        "part",
                        part.name(),
                        "holder",
                        state.nameOf(holder)));
        part.steadiedBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.DISPLACED,
                        id,
                        "incident.without-pushed-parts",
                        "Without the {aid}, {part} pushed parts out of place.",
                        "aid",
                        aid.replace('-', ' '),
                        "part",
                        part.name()));
        if (part.drives()) {
            if (!state.energies.matches()) {
                state.report(
                        Kind.WRONG_POSITION,
                        id,
                        "incident.stands-valve-put",
                        "{part} stands {driver} and the valve {position}: put together they move the wrong way.",
                        "part",
                        part.name(),
                        "driver",
                        state.energies.driverPosition(),
                        "position",
                        state.energies.position());
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
                        "incident.went-through-bare",
                        "{part} went through {seal} with its bare thread.",
                        "part",
                        part.name(),
                        "seal",
                        state.nameOf(seal)));
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
                    "incident.closed-against-stem",
                    "{joint} was closed against the stem's force.",
                    "joint",
                    state.nameOf(joint.id()));
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
                    joint.id(),
                    "incident.tightened-valve-what",
                    "{joint} was tightened with the valve {position}; what it clamps is not centred.",
                    "joint",
                    state.nameOf(joint.id()),
                    "position",
                    state.energies.position());
        }
        state.looseJoints.remove(joint.id());
        state.slack.remove(joint.id());
    }

    void aidOn(String aid) {
        if (!state.aids.add(aid)) {
            state.report(Kind.AID_LEFT_ON, aid, "incident.never-taken-off", "{aid} was never taken off.", "aid", aid);
        }
        state.build.parts().stream()
                .filter(p -> p.spoiltBy().contains(aid))
                .forEach(p -> state.report(
                        Kind.SPOILT,
                        p.id(),
                        "incident.spoilt-by-aid",
                        "{part} is spoilt by the {aid}.",
                        "part",
                        p.name(),
                        "aid",
                        aid.replace('-', ' ')));
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
                                "incident.fitted-without-film",
                                "{part} was fitted without its film of grease.",
                                "part",
                                part.name());
                    } else if (part.film().equals(Part.FILM_DRY) && film) {
                        state.report(
                                Kind.GREASE_ON_DRY,
                                part.id(),
                                "incident.must-stay-dry",
                                "{part} must stay dry.",
                                "part",
                                part.name());
                    }
                    if (part.trapsAir() && !state.airLetOut.contains(part.id())) {
                        state.report(
                                Kind.TRAPPED_AIR,
                                part.id(),
                                "incident.air-stayed-behind",
                                "Air stayed behind {part}.",
                                "part",
                                part.name());
                    }
                });
        List.copyOf(state.justParted).forEach(this::fallOut);
    }

    /** A loose part nobody took, and whatever only it held. */
    private void fallOut(String id) {
        if (state.place(id) == Place.ON_VALVE) {
            state.places.put(id, Place.LOST);
            state.report(
                    Kind.LOOSE_PART_LOST,
                    id,
                    "incident.fell-out-unseen",
                    "{part} fell out unseen.",
                    "part",
                    state.nameOf(id));
            state.build.parts().stream()
                    .filter(p -> p.looseWith().filter(id::equals).isPresent())
                    .forEach(p -> fallOut(p.id()));
        }
    }
}
