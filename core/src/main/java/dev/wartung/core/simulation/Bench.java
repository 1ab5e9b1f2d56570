package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * The bench: where every part of one valve is, what moves and what pushes, and what goes wrong when somebody acts on
 * it. It starts with a
 * closed valve in its line. Acts are carried out in groups, a group being what one person does in one go: hands stay
 * where they are put
 * until the group ends.
 *
 * <p>An act with an incident still takes effect as far as it physically can, so that what follows from it shows too.
 * Not thread-safe.
 */
public final class Bench {

    private final BenchState state;
    private final Motions motions;
    private final Joining joining;
    private final Handling handling;

    /** @param whole the family's build, for every configuration; a conversion needs the others too */
    public Bench(Build whole, ValveConfiguration configuration) {
        state = new BenchState(whole, configuration);
        motions = new Motions(state);
        joining = new Joining(state, motions);
        handling = new Handling(state, motions, joining);
    }

    /** Carries out one group of acts and returns the incidents it caused. */
    public List<Incident> carryOut(List<Act> group) {
        int before = state.incidents.size();
        state.beginGroup();
        group.forEach(this::act);
        handling.afterGroup();
        return List.copyOf(state.incidents.subList(before, state.incidents.size()));
    }

    /**
     * What is wrong with leaving the valve as it is now. Nothing changes by asking.
     *
     * @param toRenew parts that must be new
     */
    public List<Incident> finish(Collection<String> toRenew) {
        List<Incident> found = new ArrayList<>();
        state.build.parts().forEach(p -> {
            if (state.waitsForItsLine(p)) {
                return;
            }
            if (state.place(p.id()) != Place.ON_VALVE) {
                found.add(Incident.of(
                        Kind.FORGOTTEN_PART,
                        p.id(),
                        "incident.not-back-on",
                        "{part} is not back on the valve.",
                        "part",
                        p.name()));
            } else if (toRenew.contains(p.id()) && !state.renewed.contains(p.id())) {
                found.add(Incident.of(
                        Kind.NOT_RENEWED,
                        p.id(),
                        "incident.still-old-one",
                        "{part} is still the old one.",
                        "part",
                        p.name()));
            }
        });
        state.aids.forEach(aid -> found.add(
                Incident.of(Kind.AID_LEFT_ON, aid, "incident.aid-still-on", "{aid} is still on.", "aid", aid)));
        state.openJoints.stream()
                .filter(j -> !state.waitsForItsLine(j))
                .forEach(j -> found.add(Incident.of(
                        Kind.JOINT_OPEN, j, "incident.joint-open", "{joint} is open.", "joint", state.nameOf(j))));
        state.looseJoints.forEach(j -> found.add(Incident.of(
                Kind.JOINT_LOOSE,
                j,
                "incident.never-tightened",
                "{joint} was never tightened.",
                "joint",
                state.nameOf(j))));
        state.unset.forEach(part -> found.add(Incident.of(
                Kind.SETTING_LOST,
                part,
                "incident.not-set-again",
                "{part} was not set again.",
                "part",
                state.nameOf(part))));
        state.liftedSeats.forEach(part -> found.add(Incident.of(
                Kind.MIXED,
                part,
                "incident.still-lifted-cleaning",
                "{part} is still lifted for cleaning.",
                "part",
                state.nameOf(part))));
        if (state.energies.airOnByHand()) {
            found.add(Incident.of(Kind.AIR_LEFT_ON, "air", "incident.air-still-on", "Air is still on."));
        }
        if (state.energies.lineLocked() || !state.energies.electricityOn()) {
            found.add(Incident.of(
                    Kind.NOT_RETURNED,
                    "line",
                    "incident.line-or-electricity",
                    "The line or the electricity was not given back."));
        }
        if (state.opened && state.energies.sprung() && state.build.restShows().isPresent() && !state.restSeen) {
            found.add(Incident.of(
                    Kind.NOT_PROVEN,
                    "rest",
                    "incident.opened-without-look",
                    "It was opened without a look at where it rests without air; the record was believed."));
        }
        state.toSeeTight.forEach(at -> found.add(
                at.isEmpty()
                        ? Incident.of(
                                Kind.NOT_PROVEN,
                                "tightness",
                                "incident.never-seen-tight",
                                "What was open to the product was never seen to be tight.")
                        : Incident.of(
                                Kind.NOT_PROVEN,
                                "tightness",
                                "incident.never-seen-tight-at",
                                "What was open to the product was never seen to be tight, the valve {position}.",
                                "position",
                                at)));
        if (!state.cycled) {
            found.add(Incident.of(
                    Kind.NOT_PROVEN, "stroke", "incident.closed-up-never", "It was closed up and never cycled."));
        }
        state.toTryOnBench.forEach(j -> found.add(Incident.of(
                Kind.NOT_PROVEN,
                j,
                "incident.went-back-into",
                "{joint} went back into the line without having been tried on the bench.",
                "joint",
                state.nameOf(j))));
        state.liftsToSee.forEach(part -> found.add(Incident.of(
                Kind.NOT_PROVEN,
                part,
                "incident.never-seen-lift",
                "{part} was never seen to lift by itself.",
                "part",
                state.nameOf(part))));
        if (!state.proven) {
            found.add(Incident.of(
                    Kind.NOT_PROVEN,
                    "fail-position",
                    "incident.end-travel-without",
                    "The end of its travel without air was never seen."));
        }
        return List.copyOf(found);
    }

    private void act(Act act) {
        String object = act.object();
        switch (act.verb()) {
            case LOCK -> state.energies.lockLine();
            case UNLOCK -> unlock();
            case VENT -> state.energies.ventLine();
            case COOL -> state.energies.coolLine();
            case SWITCH_OFF -> state.energies.switchElectricity(false);
            case SWITCH_ON -> state.energies.switchElectricity(true);
            case AIR_ON -> motions.airOn(object);
            case AIR_OFF -> motions.airOff();
            case TURN -> motions.move(() -> state.energies.turnTo(object));
            case REACH -> motions.reach(object);
            case OPEN -> state.build.joint(object).ifPresent(joining::open);
            case CLOSE -> state.build.joint(object).ifPresent(joining::close);
            case TIGHTEN -> state.build.joint(object).ifPresent(joining::tighten);
            case TAKE -> handling.take(object, Place.CLOTH);
            case BIN -> handling.bin(object);
            case DELIVERED -> handling.lieReady(object);
            case PUT_BACK -> handling.fit(object, false);
            case FIT_NEW -> handling.fit(object, true);
            case WIPE -> handling.wipe(object);
            case GREASE -> handling.grease(object);
            case RELEASE_AIR -> state.airLetOut.add(object);
            case AID_ON -> handling.aidOn(object);
            case AID_OFF -> state.aids.remove(object);
            case NOTE -> state.noted.add(object);
            case SET -> state.unset.remove(object);
            case SEAT_LIFT -> motions.liftSeat(object);
            case SEAT_DROP -> state.liftedSeats.remove(object);
            case CONVERT -> convert(object);
            case STAND_CLEAR -> state.standingClear = true;
            case SEE_REST -> motions.seeRest();
            case CYCLE -> motions.cycle();
            case SEE_TIGHT -> motions.seeTight(object);
            case PROVE -> motions.prove();
        }
    }

    private void unlock() {
        if (state.build.joints().stream()
                .anyMatch(j -> state.openJoints.contains(j.id()) && j.opens().isPresent())) {
            state.report(
                    Kind.PRODUCT_SPILLED, "line", "incident.product-came-back", "Product came back with a joint open.");
        }
        state.energies.unlockLine();
    }

    /** What differs between the two configurations must be off; what only the new one has is in the bag. */
    private void convert(String change) {
        String[] pair = change.split("=", 2);
        ValveConfiguration next = state.configuration.with(Map.of(pair[0], pair[1]));
        Build after = state.whole.resolve(next.facts());
        if (next.drive() != state.configuration.drive()) {
            state.build.parts().stream()
                    .filter(p -> p.setsDrive() && state.place(p.id()) == Place.ON_VALVE)
                    .forEach(p -> state.report(
                            Kind.HALF_CONVERTED,
                            p,
                            "incident.still-sits-as",
                            "{part} still sits as it did: the valve rests where it always has."));
        }
        // what hangs on a part that is exchanged is gone with it, alike or not: the new one comes bare
        List<String> gone = state.build.parts().stream()
                .filter(p -> goesWith(p, after))
                .map(Part::id)
                .toList();
        for (Part old : state.build.parts()) {
            boolean same = after.part(old.id()).equals(Optional.of(old));
            if (!same && !gone.contains(old.id()) && state.place(old.id()) == Place.ON_VALVE) {
                state.report(
                        Kind.HALF_CONVERTED,
                        old,
                        "incident.old-build-still",
                        "{part} of the old build is still on the valve.");
            }
            if (!same || gone.contains(old.id())) {
                state.places.remove(old.id());
                state.spent.remove(old.id());
                state.renewed.remove(old.id());
            }
        }
        after.parts().stream()
                .filter(p -> !state.places.containsKey(p.id()))
                .forEach(p -> state.places.put(p.id(), Place.BAG));
        state.build.joints().stream().filter(j -> after.joint(j.id()).isEmpty()).forEach(j -> {
            state.openJoints.remove(j.id());
            state.looseJoints.remove(j.id());
        });
        // a joint that only the new build has is not put together yet
        after.joints().stream()
                .filter(j -> state.build.joint(j.id()).isEmpty())
                .forEach(j -> state.openJoints.add(j.id()));
        state.configuration = next;
        state.build = after;
        if (next.drive() != state.energies.drive()) {
            state.energies.becomes(next.drive());
        }
    }

    /** Whether it hangs on a part that is off and not the same any more. */
    private boolean goesWith(Part part, Build after) {
        return state.place(part.id()) == Place.ON_VALVE
                && state.build.parts().stream()
                        .anyMatch(carrier -> state.build.hangsOn(part, carrier.id())
                                && state.place(carrier.id()) != Place.ON_VALVE
                                && !after.part(carrier.id()).equals(Optional.of(carrier)));
    }

    // ------------------------------------------------------------------------------------------ what the bench looks
    // like

    /** Where a part is; a part this valve does not have is nowhere ({@link Place#LOST}). */
    public Place place(String part) {
        return state.place(part);
    }

    /** Whether a part has been renewed in this job. */
    public boolean isNew(String part) {
        return state.renewed.contains(part);
    }

    /**
     * Parts on the cloth, in the order they came off. What a new valve's line will bring and hold lies there, not here.
     */
    public List<Part> cloth() {
        return state.places.entrySet().stream()
                .filter(e -> e.getValue() == Place.CLOTH)
                .flatMap(e -> state.build.part(e.getKey()).stream())
                .filter(p -> !state.waitsForItsLine(p))
                .toList();
    }

    /**
     * Parts that can be looked at now: on the cloth, or on an opened valve with nothing in the way. In the order of the
     * build.
     */
    public List<Part> exposed() {
        if (state.openJoints.isEmpty() && cloth().isEmpty()) {
            return List.of();
        }
        return state.build.parts().stream()
                .filter(p -> (state.place(p.id()) == Place.CLOTH && !state.waitsForItsLine(p))
                        || (state.place(p.id()) == Place.ON_VALVE
                                && state.inTheWay(p).isEmpty()
                                && (p.fixed() || !p.behind().isEmpty())))
                .toList();
    }

    /** Borrowed aids that are on the valve now. */
    public Set<String> aids() {
        return Set.copyOf(state.aids);
    }

    public boolean isOpen(String joint) {
        return state.openJoints.contains(joint);
    }

    /** Whether the driving force pushes this joint apart, or would if it were opened now. */
    public boolean isPushed(String joint) {
        return state.build.joint(joint).flatMap(state::pushing).isPresent();
    }

    public Energies energies() {
        return state.energies;
    }

    /** The build of what the valve is now. */
    public Build build() {
        return state.build;
    }

    /** What the valve is now: a conversion changes it. */
    public ValveConfiguration configuration() {
        return state.configuration;
    }
}
