package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.bolting.BoltClass;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltPattern.Place;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.bolting.BoltTorque;
import dev.wartung.core.bolting.ThreadCondition;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A type's bolted joint in numbers.
 *
 * @param bolts      how many, on the bolt circle; 4 at the corners where width and height are given; 1: a central nut
 * @param thread     size of the bolts
 * @param material   property class, as stamped
 * @param torque     name of the band the sheet gives for it
 * @param statedFor  the thread condition that torque holds for; where the sheet does not say, it is never converted
 * @param lockNut    torque a lock nut takes before it clamps
 * @param compression what the diaphragm between is compressed by
 * @param parallel   how much the gap may differ where flanges end parallel
 * @param toolOffset from the wrench's drive to the bolt, of the service tool the joint takes
 */
public record BoltedJoint(
        int bolts,
        Optional<Quantity> circle,
        Optional<Quantity> width,
        Optional<Quantity> height,
        BoltSize thread,
        BoltClass material,
        String torque,
        Optional<ThreadCondition> statedFor,
        Optional<Quantity> lockNut,
        Optional<Squeeze> compression,
        Optional<Quantity> parallel,
        Optional<Quantity> toolOffset) {

    /** The school on whose answer the thread's treatment depends. */
    private static final String TREATMENT = "stainless-threads";

    public BoltedJoint(
            int bolts,
            @Nullable Optional<Quantity> circle,
            @Nullable Optional<Quantity> width,
            @Nullable Optional<Quantity> height,
            BoltSize thread,
            @JsonProperty("class") BoltClass material,
            String torque,
            @Nullable Optional<ThreadCondition> statedFor,
            @Nullable Optional<Quantity> lockNut,
            @Nullable Optional<Squeeze> compression,
            @Nullable Optional<Quantity> parallel,
            @Nullable Optional<Quantity> toolOffset) {
        this.bolts = bolts;
        this.circle = circle == null ? Optional.empty() : circle;
        this.width = width == null ? Optional.empty() : width;
        this.height = height == null ? Optional.empty() : height;
        this.thread = thread;
        this.material = material;
        this.torque = torque;
        this.statedFor = statedFor == null ? Optional.empty() : statedFor;
        this.lockNut = lockNut == null ? Optional.empty() : lockNut;
        this.compression = compression == null ? Optional.empty() : compression;
        this.parallel = parallel == null ? Optional.empty() : parallel;
        this.toolOffset = toolOffset == null ? Optional.empty() : toolOffset;
    }

    /** Compression of a diaphragm, shares of its free thickness. */
    public record Squeeze(Quantity free, double least, double most, double damage) {}

    /** Where the bolts stand; empty for a central nut. */
    public Optional<BoltPattern> pattern() {
        if (width.isPresent() && height.isPresent()) {
            return Optional.of(
                    BoltPattern.rectangle(width.get().si(), height.get().si()));
        }
        boolean overWeir = compression.isPresent() || parallel.isPresent();
        return circle.filter(c -> bolts > 1)
                .map(c -> overWeir ? besidePipe(bolts, c.si()) : BoltPattern.circle(bolts, c.si()));
    }

    /**
     * Evenly on a circle over a pipe that goes from left to right, none on the pipe's own axis: number 1 at the top, or
     * half a pitch after it where their number would put others on that axis; counted clockwise.
     *
     * @param bolts at least 2
     * @param diameterM of the bolt circle, above 0
     */
    public static BoltPattern besidePipe(int bolts, double diameterM) {
        // only a number that can be quartered has bolts a quarter turn from the top
        double half = bolts % 4 == 0 ? Math.PI / bolts : 0;
        return new BoltPattern(BoltPattern.circle(bolts, diameterM).places().stream()
                .map(p -> new Place(
                        p.rightM() * Math.cos(half) + p.upM() * Math.sin(half),
                        p.upM() * Math.cos(half) - p.rightM() * Math.sin(half)))
                .toList());
    }

    /**
     * How the threads are treated, by the school the plant follows; as the sheet states it where the family does not
     * ask.
     */
    public ThreadCondition used(Map<String, String> facts) {
        return switch (facts.getOrDefault(TREATMENT, "")) {
            case "anti-seize" -> ThreadCondition.ANTI_SEIZE;
            case "dry" -> ThreadCondition.DRY;
            default -> statedFor.orElse(ThreadCondition.DRY);
        };
    }

    /**
     * The torque's limits for the threads as they are treated: converted where the sheet states its condition, with the
     * lock nut's share.
     */
    public Band inUse(Band stated, Map<String, String> facts) {
        double factor = BoltTorque.factor(statedFor, used(facts));
        double extra = lockNut.map(Quantity::si).orElse(0.0);
        return new Band(
                times(stated.min(), factor, extra),
                times(stated.max(), factor, extra),
                stated.target().map(t -> times(t, factor, extra)));
    }

    private static Quantity times(Quantity torque, double factor, double extra) {
        return new Quantity(torque.si() * factor + extra, Dimension.TORQUE);
    }

    /** The stated torque on the threads as they are treated. */
    public BoltTorque torque(Band stated, Map<String, String> facts) {
        return new BoltTorque(
                thread,
                material,
                stated.target().orElse(stated.max()).si(),
                statedFor,
                used(facts),
                lockNut.map(Quantity::si).orElse(0.0));
    }
}
