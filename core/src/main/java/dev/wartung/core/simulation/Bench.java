package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
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

    private final Build build;
    private final Energies energies;
    private final Map<String, Place> places = new LinkedHashMap<>();
    private final Set<String> renewed = new HashSet<>();
    private final Set<String> spent = new HashSet<>();
    private final Set<String> openJoints = new LinkedHashSet<>();
    private final Set<String> looseJoints = new LinkedHashSet<>();
    private final Set<String> aids = new LinkedHashSet<>();
    private final Set<String> filmed = new HashSet<>();
    private final List<Incident> incidents = new ArrayList<>();
    private boolean cycled = true;
    private boolean proven = true;

    // within one group of acts
    private final Set<String> reached = new HashSet<>();
    private final Set<String> fitted = new LinkedHashSet<>();
    private final Set<String> airLetOut = new HashSet<>();
    private final Set<String> visited = new HashSet<>();
    private final Set<String> justParted = new LinkedHashSet<>();

    /** @param build resolved for the configuration */
    public Bench(Build build, Drive drive) {
        this.build = build;
        this.energies = new Energies(drive, build.positions().get(0));
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
        if (energies.airOnByHand()) {
            report(Kind.AIR_LEFT_ON, "air", "Air is still on.");
        }
        if (energies.lineLocked() || !energies.electricityOn()) {
            report(Kind.NOT_RETURNED, "line", "The line or the electricity was not given back.");
        }
        if (!cycled) {
            report(Kind.NOT_PROVEN, "stroke", "It was closed up and never cycled.");
        }
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
            case TIGHTEN -> looseJoints.remove(object);
            case TAKE -> take(object, Place.CLOTH);
            case BIN -> take(object, Place.BIN);
            case PUT_BACK -> fit(object, false);
            case FIT_NEW -> fit(object, true);
            case GREASE -> filmed.add(object);
            case RELEASE_AIR -> airLetOut.add(object);
            case AID_ON -> aids.add(object);
            case AID_OFF -> aids.remove(object);
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
            // an open joint that the force path still runs through is pushed apart by the motion
            build.joints().stream().filter(j -> openJoints.contains(j.id()) && pushed(j)).forEach(j -> eject(j,
                    "%s was thrown: the stem moved while it stood unfastened."));
        }
    }

    private void reach(String space) {
        reached.add(space);
        if (energies.heldByAir()) {
            report(Kind.PINCH, space, "A hand is in " + spaceNames() + " while only air holds the stem.");
        }
    }

    private void cycle() {
        if (!openJoints.isEmpty()) {
            report(Kind.PINCH, "stroke", "It was cycled with a joint open.");
        }
        cycled = true;
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
        support(part);
        places.remove(id);
        places.put(id, to);
        renewed.remove(id);
        justParted.remove(id);
        if (part.singleUse()) {
            spent.add(id);
        }
        build.joints().stream().filter(j -> j.heldBy().contains(id) && !openJoints.contains(j.id())
                && j.heldBy().stream().noneMatch(h -> place(h) == Place.ON_VALVE)).forEach(this::open);
    }

    private void support(Part part) {
        part.liftedWith().filter(aid -> !aids.contains(aid)).ifPresent(aid ->
                report(Kind.UNSUPPORTED_WEIGHT, part.id(), part.name() + " was lifted without its " + aid + "."));
    }

    private void open(Joint joint) {
        cycled = false;
        proven = false;
        if (pushed(joint)) {
            eject(joint, "%s was thrown: the joint was opened under load.");
        }
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
        build.parts().stream().filter(p -> p.singleUse() && joint.seals().contains(p.id())).forEach(p -> {
            spent.add(p.id());
            renewed.remove(p.id());
        });
        build.parts().stream().filter(p -> p.looseWith().filter(joint.id()::equals).isPresent()).forEach(p -> justParted.add(p.id()));
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
        part.scrapes().stream().filter(seal -> place(seal) == Place.ON_VALVE && !part.sleeve().filter(aids::contains).isPresent()).forEach(seal ->
                report(Kind.SEAL_CUT, seal, part.name() + " went through " + nameOf(seal) + " with its bare thread."));
        places.remove(id);
        places.put(id, Place.ON_VALVE);
        fitted.add(id);
        build.joints().stream().filter(j -> openJoints.contains(j.id()) && !j.heldBy().isEmpty()
                && j.heldBy().stream().allMatch(h -> place(h) == Place.ON_VALVE)).forEach(this::close);
    }

    private void close(Joint joint) {
        if (pushed(joint)) {
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

    /** Whether the driving force pushes this joint apart now. */
    private boolean pushed(Joint joint) {
        return joint.loaded().filter(load -> energies.drivesTowards(load.at())
                && load.path().stream().allMatch(id -> build.joint(id).isPresent() ? !openJoints.contains(id) : place(id) == Place.ON_VALVE)).isPresent();
    }

    private void eject(Joint joint, String text) {
        joint.loaded().ifPresent(load -> report(Kind.EJECTION, load.thrown(), String.format(text, nameOf(load.thrown()))));
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
        return build.joint(joint).filter(this::pushed).isPresent();
    }

    public Energies energies() {
        return energies;
    }

    public Build build() {
        return build;
    }
}
