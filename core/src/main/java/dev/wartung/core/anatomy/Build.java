package dev.wartung.core.anatomy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What a valve physically is: parts, joints, what holds and loads what, and where air comes in.
 * {@link #resolve} leaves only what one configuration has.
 *
 * @param positions  the positions of the closure member; the first is the one it is delivered and left in
 * @param spaces     places where a moving part can catch a hand
 * @param airThrough parts that must be on for air to reach the actuator; with none a local hose does
 */
public record Build(List<String> positions, List<Space> spaces, List<Part> parts, List<Joint> joints, List<AirWay> airThrough) {

    /** A place where a moving part can catch a hand. */
    public record Space(String id, String name) {}

    /** How air reaches the actuator under a condition. */
    public record AirWay(Condition when, List<String> parts) {}

    public Build(List<String> positions, @Nullable List<Space> spaces, List<Part> parts, List<Joint> joints, @Nullable List<AirWay> airThrough) {
        this.positions = List.copyOf(positions);
        this.spaces = spaces == null ? List.of() : List.copyOf(spaces);
        this.parts = List.copyOf(parts);
        this.joints = List.copyOf(joints);
        this.airThrough = airThrough == null ? List.of() : List.copyOf(airThrough);
    }

    /** The build of one configuration: parts, joints and air ways whose conditions hold. */
    public Build resolve(Map<String, String> facts) {
        return new Build(positions, spaces,
                parts.stream().filter(p -> p.when().holds(facts)).toList(),
                joints.stream().filter(j -> j.when().holds(facts)).toList(),
                airThrough.stream().filter(a -> a.when().holds(facts)).toList());
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
