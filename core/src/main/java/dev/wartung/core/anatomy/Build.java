package dev.wartung.core.anatomy;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What a valve physically is: parts, joints, what holds and loads what, and where air comes in.
 * {@link #resolve} leaves only what one configuration has.
 *
 * @param positions  the two ends of the closure member's travel: where a spring-closing drive rests, then where a
 *     spring-opening one does
 * @param between    positions in between, each with its share of the travel from the first end, 0 to 1
 * @param shutsAt    the positions in which it shuts one way or another, each tried for tightness; empty: one look does,
 *     and in sheets that do not say
 * @param offLine    the joint whose opening means that the valve is out of its line, where that matters
 * @param spaces     places where a moving part can catch a hand
 * @param airThrough parts that must be on for air to reach the actuator; with none a local hose does
 * @param restShows  where it can be seen how the valve rests without air, in words; empty where nothing shows it, and
 *     in sheets that do not say
 */
public record Build(
        List<String> positions,
        Map<String, Double> between,
        List<String> shutsAt,
        Optional<String> offLine,
        List<Space> spaces,
        List<Part> parts,
        List<Joint> joints,
        List<AirWay> airThrough,
        Optional<String> restShows) {

    /** A place where a moving part can catch a hand. */
    public record Space(String id, String name) {}

    /** How air reaches the actuator under a condition. */
    public record AirWay(Condition when, List<String> parts) {}

    public Build(
            List<String> positions,
            @Nullable Map<String, Double> between,
            @Nullable List<String> shutsAt,
            @Nullable Optional<String> offLine,
            @Nullable List<Space> spaces,
            List<Part> parts,
            List<Joint> joints,
            @Nullable List<AirWay> airThrough,
            @Nullable Optional<String> restShows) {
        this.positions = List.copyOf(positions);
        this.between = between == null ? Map.of() : Map.copyOf(between);
        this.shutsAt = shutsAt == null ? List.of() : List.copyOf(shutsAt);
        this.offLine = offLine == null ? Optional.empty() : offLine;
        this.spaces = spaces == null ? List.of() : List.copyOf(spaces);
        this.parts = List.copyOf(parts);
        this.joints = List.copyOf(joints);
        this.airThrough = airThrough == null ? List.of() : List.copyOf(airThrough);
        this.restShows = restShows == null ? Optional.empty() : restShows;
    }

    /** The build of one configuration: parts, joints and air ways whose conditions hold. */
    public Build resolve(Map<String, String> facts) {
        return new Build(
                positions,
                between,
                shutsAt,
                offLine,
                spaces,
                parts.stream().filter(p -> p.when().holds(facts)).toList(),
                joints.stream().filter(j -> j.when().holds(facts)).toList(),
                airThrough.stream().filter(a -> a.when().holds(facts)).toList(),
                restShows);
    }

    /** Where a spring brings it when the driving energy is lost; empty if nothing does. */
    public Optional<String> rest(Drive drive) {
        return drive.sprung() ? Optional.of(positions.get(drive == Drive.NO ? 1 : 0)) : Optional.empty();
    }

    /** Where air, or the flow, brings it against the spring; empty if there is no spring. */
    public Optional<String> powered(Drive drive) {
        return drive.sprung() ? Optional.of(positions.get(drive == Drive.NO ? 0 : 1)) : Optional.empty();
    }

    /**
     * Where it goes when air is put on to bring it somewhere: regulated it stops in between, else a spring leaves only
     * one way.
     */
    public String underAir(Drive drive, String asked) {
        return between.containsKey(asked) ? asked : powered(drive).orElse(asked);
    }

    /** How far along its travel a position is, 0 at the first end and 1 at the second. */
    public double travel(String position) {
        return between.getOrDefault(position, position.equals(positions.get(0)) ? 0.0 : 1.0);
    }

    /** The part that moves the closure member; none where it is never taken off. */
    public Optional<Part> driver() {
        for (Part part : parts) {
            if (part.drives()) {
                return Optional.of(part);
            }
        }
        return Optional.empty();
    }

    /** Whether the part hangs on the other, directly or through others. */
    public boolean hangsOn(Part part, String other) {
        return part.hangsOn()
                .filter(carrier -> carrier.equals(other)
                        || part(carrier).filter(c -> hangsOn(c, other)).isPresent())
                .isPresent();
    }

    /**
     * Ids of the parts that are exchanged on the way to the other build: not the same there, or there no more, or
     * hanging on one that is.
     */
    public Set<String> exchangedFor(Build other) {
        Set<String> differing = differingFrom(other);
        return parts.stream()
                .filter(p -> differing.contains(p.id()) || differing.stream().anyMatch(carrier -> hangsOn(p, carrier)))
                .map(Part::id)
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    /** Ids of the parts that are not the same in the other build, or not there. */
    private Set<String> differingFrom(Build other) {
        return parts.stream()
                .filter(p -> !other.part(p.id()).equals(Optional.of(p)))
                .map(Part::id)
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }

    public Optional<Part> part(String id) {
        for (Part part : parts) {
            if (part.id().equals(id)) {
                return Optional.of(part);
            }
        }
        return Optional.empty();
    }

    public Optional<Joint> joint(String id) {
        for (Joint joint : joints) {
            if (joint.id().equals(id)) {
                return Optional.of(joint);
            }
        }
        return Optional.empty();
    }
}
