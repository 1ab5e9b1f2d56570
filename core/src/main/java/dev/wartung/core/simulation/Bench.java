package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The bench: where every part of one valve is, what moves and what pushes, and what goes wrong when somebody acts on it. It starts with a
 * closed valve in its line. Acts are carried out in groups, a group being what one person does in one go: hands stay where they are put
 * until the group ends.
 *
 * <p>An act with an incident still takes effect as far as it physically can, so that what follows from it shows too. Not thread-safe.
 */
public final class Bench {

    private final Build whole;
    private Build build;
    private ValveConfiguration configuration;
    private final Energies energies;
    private final Map<String, Place> places = new LinkedHashMap<>();
    private final Set<String> renewed = new HashSet<>();
    private final Set<String> spent = new HashSet<>();
    private final Set<String> openJoints = new LinkedHashSet<>();
    private final Set<String> looseJoints = new LinkedHashSet<>();
    private final Set<String> aids = new LinkedHashSet<>();
    private final Set<String> filmed = new HashSet<>();
    private final Set<String> noted = new HashSet<>();
    private final Set<String> unset = new LinkedHashSet<>();
    private final Set<String> settled = new HashSet<>();
    private final Set<String> slack = new HashSet<>();
    private final Set<String> liftedSeats = new LinkedHashSet<>();
    private final Set<String> liftsToSee = new LinkedHashSet<>();
    private final List<Incident> incidents = new ArrayList<>();
    private boolean cycled = true;
    private boolean proven = true;

    // within one group of acts
    private final Set<String> reached = new HashSet<>();
    private final Set<String> fitted = new LinkedHashSet<>();
    private final Set<String> airLetOut = new HashSet<>();
    private final Set<String> visited = new HashSet<>();
    private final Set<String> justParted = new LinkedHashSet<>();
    private boolean standingClear;

    /** @param whole the family's build, for every configuration; a conversion needs the others too */
    public Bench(Build whole, ValveConfiguration configuration) {
        this.whole = whole;
        this.configuration = configuration;
        this.build = whole.resolve(configuration.facts());
        this.energies = new Energies(build, configuration.drive());
        build.parts().forEach(p -> places.put(p.id(), Place.ON_VALVE));
    }

    /** Carries out one group of acts and returns the incidents it caused. */
    public List<Incident> carryOut(List<Act> group) {
        int before = incidents.size();
        reached.clear();
        fitted.clear();
        airLetOut.clear();
        visited.clear();
        justParted.clear();
        standingClear = false;
        group.forEach(this::act);
        afterGroup();
        return List.copyOf(incidents.subList(before, incidents.size()));
    }

    /** What is wrong with leaving the valve as it is now. @param toRenew parts that must be new */
    public List<Incident> finish(Collection<String> toRenew) {
        int before = incidents.size();
        build.parts().forEach(p -> {
            if (place(p.id()) != Place.ON_VALVE) {
                report(Kind.FORGOTTEN_PART, p.id(), p.name() + " is not back on the valve.");
            } else if (toRenew.contains(p.id()) && !renewed.contains(p.id())) {
                report(Kind.NOT_RENEWED, p.id(), p.name() + " is still the old one.");
            }
        });
        aids.forEach(aid -> report(Kind.AID_LEFT_ON, aid, aid + " is still on."));
        openJoints.forEach(j -> report(Kind.JOINT_OPEN, j, nameOf(j) + " is open."));
        looseJoints.forEach(j -> report(Kind.JOINT_LOOSE, j, nameOf(j) + " was never tightened."));
        unset.forEach(part -> report(Kind.SETTING_LOST, part, nameOf(part) + " was not set again."));
        liftedSeats.forEach(part -> report(Kind.MIXED, part, nameOf(part) + " is still lifted for cleaning."));
        if (energies.airOnByHand()) {
            report(Kind.AIR_LEFT_ON, "air", "Air is still on.");
        }
        if (energies.lineLocked() || !energies.electricityOn()) {
            report(Kind.NOT_RETURNED, "line", "The line or the electricity was not given back.");
        }
        if (!cycled) {
            report(Kind.NOT_PROVEN, "stroke", "It was closed up and never cycled.");
        }
        liftsToSee.forEach(part -> report(Kind.NOT_PROVEN, part, nameOf(part) + " was never seen to lift by itself."));
        if (!proven) {
            report(Kind.NOT_PROVEN, "fail-position", "The end of its travel without air was never seen.");
        }
        return List.copyOf(incidents.subList(before, incidents.size()));
    }

    private void act(Act act) {
        String object = act.object();
        switch (act.verb()) {
            case LOCK -> energies.lockLine();
            case UNLOCK -> unlock();
            case VENT -> energies.ventLine();
            case COOL -> energies.coolLine();
            case SWITCH_OFF -> energies.switchElectricity(false);
            case SWITCH_ON -> energies.switchElectricity(true);
            case AIR_ON -> airOn(object);
            case AIR_OFF -> airOff();
            case TURN -> move(() -> energies.turnTo(object));
            case REACH -> reach(object);
            case OPEN -> build.joint(object).ifPresent(this::open);
            case CLOSE -> build.joint(object).ifPresent(this::close);
            case TIGHTEN -> build.joint(object).ifPresent(this::tighten);
            case TAKE -> take(object, Place.CLOTH);
            case BIN -> take(object, Place.BIN);
            case PUT_BACK -> fit(object, false);
            case FIT_NEW -> fit(object, true);
            case GREASE -> filmed.add(object);
            case RELEASE_AIR -> airLetOut.add(object);
            case AID_ON -> aidOn(object);
            case AID_OFF -> aids.remove(object);
            case NOTE -> noted.add(object);
            case SET -> unset.remove(object);
            case SEAT_LIFT -> liftSeat(object);
            case SEAT_DROP -> liftedSeats.remove(object);
            case CONVERT -> convert(object);
            case STAND_CLEAR -> standingClear = true;
            case CYCLE -> cycle();
            case PROVE -> prove();
        }
    }

    private void unlock() {
        if (build.joints().stream().anyMatch(j -> openJoints.contains(j.id()) && j.opens().isPresent())) {
            report(Kind.PRODUCT_SPILLED, "line", "Product came back with a joint open.");
        }
        energies.unlockLine();
    }

    private void airOn(String position) {
        boolean reaches = build.airThrough().stream().flatMap(way -> way.parts().stream()).allMatch(p -> place(p) == Place.ON_VALVE);
        if (energies.airOnByHand() && energies.position().equals(energies.wouldGoTo(position))) {
            report(Kind.NOTHING_MOVED, "air", "The air was on already; nothing could be seen to move.");
        }
        if (reaches) {
            move(() -> energies.airTo(position));
        } else {
            report(Kind.NO_AIR, "air", "No air can come: its way to the actuator is not put together.");
        }
    }

    private void airOff() {
        if (!energies.airOn() && energies.sprung()) {
            report(Kind.NOTHING_MOVED, "air", "There was no air to take away.");
        }
        move(energies::airOff);
    }

    /** Seen is seen: both ends, in the same go. */
    private void prove() {
        if (visited.containsAll(build.positions())) {
            proven = true;
        } else {
            report(Kind.NOT_PROVEN, "fail-position", "It was not seen to go from one end to the other.");
        }
    }

    /** Moves the closure member; whatever is in the way of it or no longer held shows. */
    private void move(Runnable motion) {
        String from = energies.position();
        motion.run();
        visited.add(energies.position());
        if (!from.equals(energies.position())) {
            if (!reached.isEmpty()) {
                report(Kind.PINCH, "hand", "The stem moved with a hand in " + spaceNames() + ".");
            }
            // an open joint that the force path still runs through is pushed apart by the motion; with everybody clear it only rises
            if (!standingClear || !reached.isEmpty()) {
                build.joints().stream().filter(j -> openJoints.contains(j.id())).forEach(j -> pushing(j).ifPresent(load ->
                        eject(load, "%s was thrown: the stem moved while it stood unfastened.")));
            }
            deform();
        }
    }

    /** Out of the line, a part that must stay in one position is deformed in any other. */
    private void deform() {
        if (build.offLine().filter(openJoints::contains).isPresent()) {
            build.parts().stream().filter(p -> place(p.id()) == Place.ON_VALVE && p.staysAt().filter(at -> !at.equals(energies.position())).isPresent())
                    .forEach(p -> report(Kind.SPOILT, p.id(), p.name() + " is deformed: out of the line it stays " + p.staysAt().orElse("") + "."));
        }
    }

    private void tighten(Joint joint) {
        // cycled with slack fasteners, what it clamps lies where the closure member left it and is held there by it
        Optional<String> where = settled.contains(joint.id()) ? joint.settledAt().or(joint::tightenAt) : joint.tightenAt();
        // one that was never open since it was last tightened is centred, whichever of its fasteners were out
        if (slack.contains(joint.id()) && where.filter(at -> !at.equals(energies.position())).isPresent()) {
            report(Kind.OFF_CENTRE, joint.id(), nameOf(joint.id()) + " was tightened with the valve " + energies.position() + "; what it clamps is not centred.");
        }
        looseJoints.remove(joint.id());
        slack.remove(joint.id());
    }

    private void aidOn(String aid) {
        aids.add(aid);
        build.parts().stream().filter(p -> p.spoiltBy().contains(aid))
                .forEach(p -> report(Kind.SPOILT, p.id(), p.name() + " is spoilt by the " + aid.replace('-', ' ') + "."));
    }

    private void liftSeat(String plug) {
        liftsToSee.remove(plug);
        liftedSeats.add(plug);
        if (liftedSeats.size() > 1) {
            report(Kind.MIXED, plug, "Both seats are lifted: nothing parts the two products.");
        }
        if (!energies.lineEmpty()) {
            report(Kind.MIXED, plug, nameOf(plug) + " was lifted with product in the line.");
        }
        if (!openJoints.isEmpty()) {
            report(Kind.PINCH, plug, "A seat was lifted with a joint open.");
        }
    }

    /** What differs between the two configurations must be off; what only the new one has is in the bag. */
    private void convert(String change) {
        String[] pair = change.split("=", 2);
        ValveConfiguration next = configuration.with(Map.of(pair[0], pair[1]));
        Build after = whole.resolve(next.facts());
        for (Part old : build.parts()) {
            if (!after.part(old.id()).equals(Optional.of(old))) {
                if (place(old.id()) == Place.ON_VALVE) {
                    report(Kind.HALF_CONVERTED, old.id(), old.name() + " of the old build is still on the valve.");
                }
                places.remove(old.id());
                spent.remove(old.id());
            }
        }
        after.parts().stream().filter(p -> !places.containsKey(p.id())).forEach(p -> places.put(p.id(), Place.BAG));
        build.joints().stream().filter(j -> after.joint(j.id()).isEmpty()).forEach(j -> {
            openJoints.remove(j.id());
            looseJoints.remove(j.id());
        });
        // a joint that only the new build has is not put together yet
        after.joints().stream().filter(j -> build.joint(j.id()).isEmpty()).forEach(j -> openJoints.add(j.id()));
        configuration = next;
        build = after;
        if (next.drive() != energies.drive()) {
            energies.becomes(next.drive());
        }
    }

    private void reach(String space) {
        reached.add(space);
        if (energies.heldByAir()) {
            report(Kind.PINCH, space, "A hand is in " + spaceNames() + " while only air holds the stem.");
        }
    }

    private void cycle() {
        // a joint at which nothing is held or pushed, and that of a valve out of its line, may stand open
        if (build.joints().stream().anyMatch(j -> openJoints.contains(j.id()) && (j.tightened() || !j.loaded().isEmpty())
                && build.offLine().filter(j.id()::equals).isEmpty())) {
            report(Kind.PINCH, "stroke", "It was cycled with a joint open.");
        }
        build.parts().stream().filter(p -> p.staysAt().isPresent() && build.offLine().filter(openJoints::contains).isPresent())
                .forEach(p -> report(Kind.SPOILT, p.id(), p.name() + " was cycled out of its line."));
        settled.addAll(looseJoints);
        // what is run with slack fasteners is run again when they are tight
        cycled = looseJoints.isEmpty();
    }

    private void take(String id, Place to) {
        Part part = known(id);
        if (part == null || place(id) != Place.ON_VALVE) {
            report(Kind.NOT_THERE, id, "It is not on the valve.");
            return;
        }
        if (reportInTheWay(part)) {
            return;
        }
        switch (part.carries().orElse("")) {
            case "electricity" -> {
                if (energies.electricityOn()) {
                    report(Kind.LIVE_CONTACT, id, part.name() + " was unplugged live.");
                }
            }
            case "air" -> {
                if (energies.airOn()) {
                    report(Kind.LIVE_CONTACT, id, part.name() + " was taken off under pressure.");
                    move(energies::airOff);
                }
            }
            default -> { }
        }
        if (part.comesOffAt().filter(at -> !at.equals(energies.position())).isPresent()) {
            report(Kind.WRONG_POSITION, id, part.name() + " does not come out with the valve " + energies.position() + ", only " + part.comesOffAt().orElse("") + ".");
        }
        support(part);
        if (part.set() && !noted.contains(id)) {
            report(Kind.SETTING_LOST, id, part.name() + " came off before its setting was noted.");
        }
        if (part.drives()) {
            if (energies.airOnByHand()) {
                report(Kind.LIVE_CONTACT, id, part.name() + " came off under air.");
            }
            energies.driven(false);
        }
        places.remove(id);
        places.put(id, to);
        renewed.remove(id);
        justParted.remove(id);
        build.parts().stream().filter(p -> p.looseWith().filter(id::equals).isPresent()).forEach(p -> justParted.add(p.id()));
        if (part.singleUse()) {
            spent.add(id);
        }
        build.joints().stream().filter(j -> j.heldBy().contains(id) && !openJoints.contains(j.id())).forEach(j -> {
            if (j.heldBy().stream().noneMatch(h -> place(h) == Place.ON_VALVE)) {
                open(j);
            } else if (j.tightened()) {
                looseJoints.add(j.id());
            }
        });
    }

    private void support(Part part) {
        part.liftedWith().filter(aid -> !aids.contains(aid)).ifPresent(aid ->
                report(Kind.UNSUPPORTED_WEIGHT, part.id(), part.name() + " was lifted without its " + aid + "."));
    }

    private void open(Joint joint) {
        cycled = false;
        proven = false;
        build.parts().stream().filter(Part::lifts).forEach(p -> liftsToSee.add(p.id()));
        pushing(joint).ifPresent(load -> eject(load, "%s was thrown: the joint was opened under load."));
        if (joint.opens().isPresent()) {
            if (!energies.lineEmpty()) {
                report(Kind.LINE_UNDER_PRESSURE, joint.id(), "The line still had pressure or product in it.");
            }
            if (energies.lineHot()) {
                report(Kind.SCALD, joint.id(), "The line was hot.");
            }
        }
        openJoints.add(joint.id());
        looseJoints.remove(joint.id());
        settled.remove(joint.id());
        slack.add(joint.id());
        build.parts().stream().filter(p -> p.singleUse() && joint.seals().contains(p.id())).forEach(p -> {
            spent.add(p.id());
            renewed.remove(p.id());
        });
        build.parts().stream().filter(p -> p.looseWith().filter(joint.id()::equals).isPresent()).forEach(p -> justParted.add(p.id()));
        deform();
    }

    private void fit(String id, boolean fresh) {
        Part part = known(id);
        if (part == null || place(id) == Place.ON_VALVE || !fresh && place(id) != Place.CLOTH) {
            report(Kind.NOT_THERE, id, "It is not on the cloth.");
            return;
        }
        if (reportInTheWay(part)) {
            return;
        }
        if (fresh) {
            spent.remove(id);
            renewed.add(id);
        } else if (part.singleUse()) {
            report(Kind.OLD_SEAL_REFITTED, id, part.name() + " has been used and went back.");
        }
        support(part);
        if (part.fitsAt().filter(at -> !at.equals(energies.position())).isPresent()) {
            report(Kind.WRONG_POSITION, id, part.name() + " went on with the valve " + energies.position() + "; it needs " + part.fitsAt().orElse("") + ".");
        }
        part.steadiedBy().filter(aid -> !aids.contains(aid)).ifPresent(aid ->
                report(Kind.DISPLACED, id, "Without the " + aid.replace('-', ' ') + ", " + part.name() + " pushed parts out of place."));
        if (part.drives()) {
            if (!energies.matches()) {
                report(Kind.WRONG_POSITION, id, part.name() + " stands " + energies.driverPosition() + " and the valve " + energies.position()
                        + ": put together they move the wrong way.");
            }
            energies.driven(true);
        }
        if (part.set()) {
            unset.add(id);
        }
        part.scrapes().stream().filter(seal -> place(seal) == Place.ON_VALVE && !part.sleeve().filter(aids::contains).isPresent()).forEach(seal ->
                report(Kind.SEAL_CUT, seal, part.name() + " went through " + nameOf(seal) + " with its bare thread."));
        places.remove(id);
        places.put(id, Place.ON_VALVE);
        fitted.add(id);
        build.joints().stream().filter(j -> openJoints.contains(j.id()) && !j.heldBy().isEmpty()
                && j.heldBy().stream().allMatch(h -> place(h) == Place.ON_VALVE)).forEach(this::close);
    }

    private void close(Joint joint) {
        if (pushing(joint).isPresent()) {
            report(Kind.CLOSED_UNDER_LOAD, joint.id(), nameOf(joint.id()) + " was closed against the stem's force.");
        }
        joint.seals().stream().filter(places::containsKey).forEach(seal -> {
            if (place(seal) != Place.ON_VALVE) {
                report(Kind.SEAL_MISSING, seal, nameOf(seal) + " is missing.");
            } else if (spent.contains(seal)) {
                report(Kind.OLD_SEAL_REFITTED, seal, nameOf(seal) + " has been used and was closed over.");
            }
        });
        openJoints.remove(joint.id());
        if (joint.tightened()) {
            looseJoints.add(joint.id());
        }
    }

    private void afterGroup() {
        fitted.stream().map(this::known).filter(p -> p != null && renewed.contains(p.id())).forEach(part -> {
            boolean film = filmed.contains(part.id());
            if (part.greased() && !film) {
                report(Kind.MISSING_GREASE, part.id(), part.name() + " was fitted without its film of grease.");
            } else if (part.film().equals(Part.FILM_DRY) && film) {
                report(Kind.GREASE_ON_DRY, part.id(), part.name() + " must stay dry.");
            }
            if (part.trapsAir() && !airLetOut.contains(part.id())) {
                report(Kind.TRAPPED_AIR, part.id(), "Air stayed behind " + part.name() + ".");
            }
        });
        justParted.stream().filter(id -> place(id) == Place.ON_VALVE).forEach(id -> {
            places.put(id, Place.LOST);
            report(Kind.LOOSE_PART_LOST, id, nameOf(id) + " fell out unseen.");
        });
    }

    /** The force that pushes this joint apart now, if one does. */
    private Optional<Joint.Load> pushing(Joint joint) {
        return joint.loaded().stream().filter(load -> energies.drivesTowards(load.at())
                && load.path().stream().allMatch(id -> build.joint(id).isPresent() ? !openJoints.contains(id) : place(id) == Place.ON_VALVE)).findFirst();
    }

    private void eject(Joint.Load load, String text) {
        report(Kind.EJECTION, load.thrown(), String.format(text, nameOf(load.thrown())));
    }

    private boolean reportInTheWay(Part part) {
        for (String other : part.behind()) {
            boolean inTheWay = build.joint(other).isPresent() ? !openJoints.contains(other) : place(other) == Place.ON_VALVE;
            if (inTheWay) {
                report(Kind.IN_THE_WAY, part.id(), part.name() + " cannot be reached: " + nameOf(other) + " is in the way.");
                return true;
            }
        }
        return false;
    }

    private @Nullable Part known(String id) {
        return build.part(id).orElse(null);
    }

    private String nameOf(String id) {
        return build.part(id).map(Part::name).or(() -> build.joint(id).map(Joint::name)).orElse(id);
    }

    private String spaceNames() {
        return build.spaces().stream().filter(s -> reached.contains(s.id())).map(Build.Space::name).findFirst().orElse("the valve");
    }

    private void report(Kind kind, String what, String text) {
        incidents.add(new Incident(kind, what, text));
    }

    // ------------------------------------------------------------------------------------------ what the bench looks like

    /** Where a part is; a part this valve does not have is nowhere ({@link Place#LOST}). */
    public Place place(String part) {
        return places.getOrDefault(part, build.part(part).isPresent() ? Place.ON_VALVE : Place.LOST);
    }

    /** Whether a part has been renewed in this job. */
    public boolean isNew(String part) {
        return renewed.contains(part);
    }

    /** Parts on the cloth, in the order they came off. */
    public List<Part> cloth() {
        return places.entrySet().stream().filter(e -> e.getValue() == Place.CLOTH).flatMap(e -> build.part(e.getKey()).stream()).toList();
    }

    /** Borrowed aids that are on the valve now. */
    public Set<String> aids() {
        return Set.copyOf(aids);
    }

    public boolean isOpen(String joint) {
        return openJoints.contains(joint);
    }

    /** Whether the driving force pushes this joint apart, or would if it were opened now. */
    public boolean isPushed(String joint) {
        return build.joint(joint).flatMap(this::pushing).isPresent();
    }

    public Energies energies() {
        return energies;
    }

    /** The build of what the valve is now. */
    public Build build() {
        return build;
    }

    /** What the valve is now: a conversion changes it. */
    public ValveConfiguration configuration() {
        return configuration;
    }
}
