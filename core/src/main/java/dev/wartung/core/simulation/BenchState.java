package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * What is known of a valve on the bench: where every part is, what is open, loose, lifted, noted, and what has gone
 * wrong so far.
 */
final class BenchState {

    final Build whole;
    Build build;
    ValveConfiguration configuration;
    final Energies energies;
    final Map<String, Place> places = new LinkedHashMap<>();
    final Set<String> renewed = new HashSet<>();
    final Set<String> spent = new HashSet<>();
    final Set<String> openJoints = new LinkedHashSet<>();
    final Set<String> looseJoints = new LinkedHashSet<>();
    final Set<String> aids = new LinkedHashSet<>();
    final Set<String> filmed = new HashSet<>();
    final Set<String> wiped = new HashSet<>();
    final Set<String> noted = new HashSet<>();
    final Set<String> unset = new LinkedHashSet<>();
    final Set<String> settled = new HashSet<>();
    final Set<String> slack = new HashSet<>();
    final Set<String> liftedSeats = new LinkedHashSet<>();
    final Set<String> stuck = new HashSet<>();
    final Set<String> delivered = new HashSet<>();
    final Set<String> toTryOnBench = new LinkedHashSet<>();
    final Set<String> liftsToSee = new LinkedHashSet<>();
    final List<Incident> incidents = new ArrayList<>();
    boolean opened;
    boolean restSeen;
    boolean cycled = true;
    boolean proven = true;
    final Set<String> toSeeTight = new LinkedHashSet<>();

    // within one group of acts
    final Set<String> reached = new HashSet<>();
    final Set<String> fitted = new LinkedHashSet<>();
    final Set<String> airLetOut = new HashSet<>();
    final Set<String> visited = new HashSet<>();
    final Set<String> justParted = new LinkedHashSet<>();
    boolean standingClear;

    BenchState(Build whole, ValveConfiguration configuration) {
        this.whole = whole;
        this.configuration = configuration;
        this.build = whole.resolve(configuration.facts());
        this.energies = new Energies(build, configuration.drive());
        build.parts().forEach(p -> places.put(p.id(), Place.ON_VALVE));
    }

    /** A new group of acts: hands are out, nothing has moved yet. */
    void beginGroup() {
        reached.clear();
        fitted.clear();
        airLetOut.clear();
        visited.clear();
        justParted.clear();
        standingClear = false;
    }

    /** Where a part is; a part this valve does not have is nowhere ({@link Place#LOST}). */
    Place place(String part) {
        Place known = places.get(part);
        if (known != null) {
            return known;
        }
        return build.part(part).isPresent() ? Place.ON_VALVE : Place.LOST;
    }

    /** The force that pushes this joint apart now, if one does. */
    Optional<Joint.Load> pushing(Joint joint) {
        return joint.loaded().stream()
                .filter(load -> energies.drivesTowards(load.at())
                        && load.path().stream()
                                .allMatch(id -> build.joint(id).isPresent()
                                        ? !openJoints.contains(id)
                                        : place(id) == Place.ON_VALVE))
                .findFirst();
    }

    /** @param english what threw it, of {@code {part}} */
    void eject(Joint.Load load, String id, String english) {
        report(Kind.EJECTION, load.thrown(), id, english, "part", nameOf(load.thrown()));
    }

    /** What has to be off or open before a part can be touched, and is not: a part, a joint, an aid that holds it. */
    Optional<String> inTheWay(Part part) {
        return inTheWay(part.behind());
    }

    private Optional<String> inTheWay(List<String> parts) {
        return parts.stream()
                .filter(other -> build.joint(other).isPresent()
                        ? !openJoints.contains(other)
                        : aids.contains(other) || place(other) == Place.ON_VALVE)
                .findFirst();
    }

    /**
     * What a proof would speak of and is not as it will be: open, loose, or off with its setting. Joints of the line
     * count once the valve is back in it.
     */
    Optional<String> notYetSet() {
        boolean offLine = offLine();
        return build.joints().stream()
                .map(Joint::id)
                .filter(j -> openJoints.contains(j) || looseJoints.contains(j))
                .filter(j -> !offLine || build.offLine().filter(j::equals).isEmpty())
                .findFirst()
                .or(() -> unset.stream().findFirst());
    }

    /**
     * Whether a part of a new valve is still apart because it goes on where the valve goes into its line: what holds it
     * there, air and cables.
     */
    boolean waitsForItsLine(Part part) {
        return delivered.contains(part.id())
                && offLine()
                && (part.kind().equals(Part.SERVICE)
                        || build.offLine().filter(part.behind()::contains).isPresent()
                        || build.offLine()
                                .flatMap(build::joint)
                                .filter(j -> j.heldBy().contains(part.id()))
                                .isPresent());
    }

    /** Whether a joint of a new valve is still open because all that holds it goes on in its line. */
    boolean waitsForItsLine(String joint) {
        List<String> holders = build.joint(joint).map(Joint::heldBy).orElse(List.of());
        return !holders.isEmpty()
                && holders.stream()
                        .allMatch(
                                h -> build.part(h).filter(this::waitsForItsLine).isPresent());
    }

    private boolean offLine() {
        return build.offLine().filter(openJoints::contains).isPresent();
    }

    /** @param goingOn whether it is to go on, not to come off */
    boolean reportInTheWay(Part part, boolean goingOn) {
        Optional<String> other = inTheWay(goingOn ? part.fitsBehind() : part.behind());
        other.ifPresent(o -> report(
                Kind.IN_THE_WAY,
                part,
                "incident.cannot-be-reached",
                "{part} cannot be reached: {other} is in the way.",
                "other",
                nameOf(o)));
        return other.isPresent();
    }

    @Nullable
    Part known(String id) {
        return build.part(id).orElse(null);
    }

    String nameOf(String id) {
        return build.part(id)
                .map(Part::name)
                .or(() -> build.joint(id).map(Joint::name))
                .orElse(id);
    }

    String spaceNames() {
        return build.spaces().stream()
                .filter(s -> reached.contains(s.id()))
                .map(Build.Space::name)
                .findFirst()
                .orElse("the valve");
    }

    /** Of {@code {part}}. */
    void report(Kind kind, Part part, String id, String english, Object... more) {
        report(kind, part.id(), id, english, with("part", part.name(), more));
    }

    /** Of {@code {joint}}. */
    void report(Kind kind, Joint joint, String id, String english, Object... more) {
        report(kind, joint.id(), id, english, with("joint", joint.name(), more));
    }

    private static Object[] with(String name, String thing, Object... more) {
        return Stream.concat(Stream.of(name, thing), Stream.of(more)).toArray();
    }

    /** @param namesAndThings what the text speaks of, as in {@link Message#of} */
    void report(Kind kind, String what, String id, String english, Object... namesAndThings) {
        incidents.add(Incident.of(kind, what, id, english, namesAndThings));
    }
}
