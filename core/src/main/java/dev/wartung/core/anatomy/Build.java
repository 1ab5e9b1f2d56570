package dev.wartung.core.anatomy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a valve physically is: parts, joints, what holds and loads what, and where air comes in.
 * {@link #resolve} leaves only what one configuration has.
 *
 * @param positions  the two ends of the closure member's travel: where a spring-closing drive rests, then where a spring-opening one does
 * @param between    positions in between, each with its share of the travel from the first end, 0 to 1
 * @param offLine    the joint whose opening means that the valve is out of its line, where that matters
 * @param spaces     places where a moving part can catch a hand
 * @param airThrough parts that must be on for air to reach the actuator; with none a local hose does
 * @param restShows  where it can be seen how the valve rests without air, in words; empty where nothing shows it, and in sheets that do not say
 */
public record Build(List<String> positions, Map<String, Double> between, Optional<String> offLine, List<Space> spaces, List<Part> parts,
                    List<Joint> joints, List<AirWay> airThrough, Optional<String> restShows) {

    /** A place where a moving part can catch a hand. */
    public record Space(String id, String name) {}

    /** How air reaches the actuator under a condition. */
    public record AirWay(Condition when, List<String> parts) {}

    public Build(List<String> positions, @Nullable Map<String, Double> between, @Nullable Optional<String> offLine, @Nullable List<Space> spaces,
                 List<Part> parts, List<Joint> joints, @Nullable List<AirWay> airThrough, @Nullable Optional<String> restShows) {
        this.positions = List.copyOf(positions);
        this.between = between == null ? Map.of() : Map.copyOf(between);
        this.offLine = offLine == null ? Optional.empty() : offLine;
        this.spaces = spaces == null ? List.of() : List.copyOf(spaces);
        this.parts = List.copyOf(parts);
        this.joints = List.copyOf(joints);
        this.airThrough = airThrough == null ? List.of() : List.copyOf(airThrough);
        this.restShows = restShows == null ? Optional.empty() : restShows;
    }

    /** The build of one configuration: parts, joints and air ways whose conditions hold. */
    public Build resolve(Map<String, String> facts) {
        return new Build(positions, between, offLine, spaces,
                parts.stream().filter(p -> p.when().holds(facts)).toList(),
                joints.stream().filter(j -> j.when().holds(facts)).toList(),
                airThrough.stream().filter(a -> a.when().holds(facts)).toList(), restShows);
    }

    /** Where a spring brings it when the driving energy is lost; empty if nothing does. */
    public Optional<String> rest(Drive drive) {
        return drive.sprung() ? Optional.of(positions.get(drive == Drive.NO ? 1 : 0)) : Optional.empty();
    }

    /** Where air, or the flow, brings it against the spring; empty if there is no spring. */
    public Optional<String> powered(Drive drive) {
        return drive.sprung() ? Optional.of(positions.get(drive == Drive.NO ? 0 : 1)) : Optional.empty();
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
