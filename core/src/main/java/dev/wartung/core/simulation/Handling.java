package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.List;

/** What happens when parts are taken off and fitted, and aids put on. */
final class Handling {

    private final BenchState state;
    private final Motions motions;
    private final Joining joining;

    Handling(BenchState state, Motions motions, Joining joining) {
        this.state = state;
        this.motions = motions;
        this.joining = joining;
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
                    state.report(Kind.LIVE_CONTACT, part, "incident.parted-live", "{part} was parted live.");
                }
            }
            case "air" -> {
                if (state.energies.airOn()) {
                    state.report(
                            Kind.LIVE_CONTACT,
                            part,
                            "incident.taken-off-under",
                            "{part} was taken off under pressure.");
                    motions.move(state.energies::airOff);
                }
            }
            default -> {}
        }
        if (part.carries().filter("air"::equals).isEmpty()
                && state.energies.airOn()
                && state.build.airThrough().stream().anyMatch(way -> way.parts().contains(id))) {
            state.report(Kind.EJECTION, part, "incident.flew-off-there", "{part} flew off: there was air under it.");
            motions.move(state.energies::airOff);
        }
        if (part.comesOffAt()
                .filter(at -> !at.equals(state.energies.position()))
                .isPresent()) {
            state.report(
                    Kind.WRONG_POSITION,
                    part,
                    "incident.does-not-come",
                    "{part} does not come out with the valve {position}, only {only}.",
                    "position",
                    state.energies.position(),
                    "only",
                    part.comesOffAt().orElse(""));
        }
        part.heldDownBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.EJECTION,
                        part,
                        "incident.taken-out-spring",
                        "{part} was taken out with the spring behind it not held in the {aid}: what it held flew out.",
                        "aid",
                        aid));
        if (state.stuck.remove(id)) {
            state.report(
                    Kind.SPOILT,
                    part,
                    "incident.levered-off-studs",
                    "{part} was levered off its studs: it lets go once it has moved.");
        }
        support(part);
        if (part.set() && !state.noted.contains(id)) {
            state.report(
                    Kind.SETTING_LOST,
                    part,
                    "incident.came-off-before",
                    "{part} came off before its setting was noted.");
        }
        if (part.drives()) {
            if (state.energies.airOnByHand()) {
                state.report(Kind.LIVE_CONTACT, part, "incident.came-off-under", "{part} came off under air.");
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
                        joining.open(j);
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
                        part,
                        "incident.lifted-without",
                        "{part} was lifted without its {aid}.",
                        "aid",
                        aid));
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
            state.report(Kind.OLD_SEAL_REFITTED, part, "incident.has-been-used", "{part} has been used and went back.");
        }
        part.heldDownBy()
                .filter(aid -> !state.aids.contains(aid))
                .ifPresent(aid -> state.report(
                        Kind.CLOSED_UNDER_LOAD,
                        part,
                        "incident.does-not-reach",
                        "{part} does not reach its place: the spring is not held down in the {aid}.",
                        "aid",
                        aid));
        support(part);
        if (part.slides() && state.wiped.remove(id)) {
            state.report(
                    Kind.MISSING_GREASE,
                    part,
                    "incident.wiped-went-back",
                    "{part} was wiped and went back dry; it slides on its film.");
        }
        if (part.fitsAt().filter(at -> !at.equals(state.energies.position())).isPresent()) {
            state.report(
                    Kind.WRONG_POSITION,
                    part,
                    "incident.went-on-valve",
                    "{part} went on with the valve {position}; it needs {needed}.",
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
                        part,
                        "incident.pressed-against-what",
                        "{part} was pressed against what lies loose: {holder} is not on yet.",
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
                        part,
                        "incident.stands-valve-put",
                        "{part} stands {driver} and the valve {position}: put together they move the wrong way.",
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
                .forEach(joining::close);
    }

    void aidOn(String aid) {
        if (!state.aids.add(aid)) {
            state.report(Kind.AID_LEFT_ON, aid, "incident.never-taken-off", "{aid} was never taken off.", "aid", aid);
        }
        state.build.parts().stream()
                .filter(p -> p.spoiltBy().contains(aid))
                .forEach(p -> state.report(
                        Kind.SPOILT,
                        p,
                        "incident.spoilt-by-aid",
                        "{part} is spoilt by the {aid}.",
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
                                part,
                                "incident.fitted-without-film",
                                "{part} was fitted without its film of grease.");
                    } else if (part.film().equals(Part.FILM_DRY) && film) {
                        state.report(Kind.GREASE_ON_DRY, part, "incident.must-stay-dry", "{part} must stay dry.");
                    }
                    if (part.trapsAir() && !state.airLetOut.contains(part.id())) {
                        state.report(Kind.TRAPPED_AIR, part, "incident.air-stayed-behind", "Air stayed behind {part}.");
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
