package dev.wartung.core.workshop;

import dev.wartung.core.workshop.MeasuredDrive.Value;
import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Torques of a quarter-turn actuator that no manual states, by a wrench on its shaft, off the valve. Each with how far
 * it may be off, k = 2.
 *
 * @param spring   of its spring; empty of one without
 * @param air      of the air alone, at the pressure it was measured at; empty where it was not
 * @param friction of its seals and bearings, the mean of every pair of readings
 */
public record MeasuredTorque(Optional<Ends> spring, Optional<Ends> air, Value friction) {

    /**
     * At both ends of the turn, newton metre.
     *
     * @param closed at the end where the valve is closed
     * @param open   at the other
     */
    public record Ends(Value closed, Value open) {}

    /**
     * What a wrench reads as it is turned slowly against what drives the shaft, and as it is let back, newton metre.
     *
     * @param against the more of both
     * @param back    the less
     */
    public record Read(double against, double back) {

        /** Whether friction can have made the difference. */
        public boolean isPossible() {
            return back >= 0 && against >= back;
        }

        double mean() {
            return (against + back) / 2;
        }

        double rubs() {
            return (against - back) / 2;
        }

        double uncertain(double share) {
            return share * Math.hypot(against, back) / 2;
        }
    }

    /**
     * One way of driving the shaft, read at both ends.
     *
     * @param closed where the valve is closed
     * @param open   where it is open
     */
    public record Way(Read closed, Read open) {}

    /**
     * Against a drive the wrench reads torque and friction, let back torque less friction: the mean is the torque, half
     * the difference the friction. With the air on it works against air less spring, so that the air alone is that and
     * the spring. Source: balance of torques on the shaft. Worked for 36 and 32 N·m against the spring and 24 and 20 N·m
     * against the air: 34 N·m of spring, 22 + 34 = 56 N·m of air, 2 N·m of friction.
     *
     * @param spring air off; empty of an actuator without a spring
     * @param air    air on; empty where it was not read
     * @param share  how far the wrench may be off, a share of its reading, k = 2 (ISO 6789-1 allows 0.04 to 0.06)
     * @throws IllegalArgumentException if nothing was read, or friction cannot have made a difference
     */
    public static MeasuredTorque from(Optional<Way> spring, Optional<Way> air, double share) {
        Read[] all = Stream.concat(spring.stream(), air.stream())
                .flatMap(w -> Stream.of(w.closed(), w.open()))
                .toArray(Read[]::new);
        if (all.length == 0 || !Arrays.stream(all).allMatch(Read::isPossible)) {
            throw new IllegalArgumentException("let back, a wrench reads no more than turned against");
        }
        Optional<Ends> springs = spring.map(w -> new Ends(value(w.closed(), share), value(w.open(), share)));
        Optional<Ends> airs = air.map(w -> new Ends(
                sum(value(w.closed(), share), springs.map(Ends::closed)),
                sum(value(w.open(), share), springs.map(Ends::open))));
        double rubs = Arrays.stream(all).mapToDouble(Read::rubs).average().orElseThrow();
        double uncertain = Math.sqrt(Arrays.stream(all)
                        .mapToDouble(r -> r.uncertain(share) * r.uncertain(share))
                        .sum())
                / all.length;
        return new MeasuredTorque(springs, airs, new Value(rubs, uncertain));
    }

    private static Value value(Read read, double share) {
        return new Value(read.mean(), read.uncertain(share));
    }

    private static Value sum(Value net, Optional<Value> spring) {
        return new Value(
                net.si() + spring.map(Value::si).orElse(0.0),
                Math.hypot(net.uncertain(), spring.map(Value::uncertain).orElse(0.0)));
    }
}
