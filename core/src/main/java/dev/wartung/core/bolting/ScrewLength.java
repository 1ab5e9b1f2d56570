package dev.wartung.core.bolting;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * How long a screw must be. Into a thread: flange + washer + engagement, the engagement at least 1.0 d in steel, 1.25 d
 * in stainless, 2.0 d in aluminium, and
 * at most the depth of the hole less two pitches. Through with a nut: grip + washers + nut + two pitches. The next
 * standard length is taken.
 *
 * <p>Source: usual practice for equal strength of thread and bolt. Worked: M8, flange 12 mm, washer 1.6 mm, stainless,
 * hole 18 mm: at least 12 + 1.6 + 10 =
 * 23.6 mm, at most 13.6 + 18 − 2.5 = 29.1 mm, so 25 mm with 11.4 mm in the thread.
 *
 * @param lengthM     the standard length to take; empty where none fits
 * @param leastM      the shortest that holds
 * @param mostM       the longest that does not bottom out; empty for a through-bolt
 * @param engagementM what stands in the thread or past the flange with the length taken
 * @param reason      why this length, or why none
 */
public record ScrewLength(
        Optional<Double> lengthM, double leastM, Optional<Double> mostM, double engagementM, Message reason) {

    /** Lengths kept in stock, mm. */
    public static final List<Integer> STANDARD_MM =
            List.of(6, 8, 10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 65, 70, 80, 90, 100);

    /** What the screw goes into. */
    public enum Into {
        STEEL(1.0),
        STAINLESS(1.25),
        ALUMINIUM(2.0);

        private final double diameters;

        Into(double diameters) {
            this.diameters = diameters;
        }

        /** Least engagement, in screw diameters. */
        public double diameters() {
            return diameters;
        }
    }

    /**
     * Into a threaded hole.
     *
     * @param flangeM clamped thickness, above 0
     * @param washerM 0 or more
     * @param depthM of usable thread, above 0
     */
    public static ScrewLength intoThread(BoltSize size, double flangeM, double washerM, Into into, double depthM) {
        if (!(flangeM > 0) || washerM < 0 || !(depthM > 0)) {
            throw new IllegalArgumentException("thickness and depth above zero, washer not negative");
        }
        double grip = flangeM + washerM;
        double least = grip + into.diameters() * size.diameterM();
        double most = grip + depthM - 2 * size.pitchM();
        Message needs = Message.of(
                "screw.needs",
                "at least {engagement} of thread ({diameters} d in {material})",
                "engagement",
                length(least - grip),
                "diameters",
                into.diameters(),
                "material",
                into.name().toLowerCase(Locale.ROOT));
        if (most < least) {
            return new ScrewLength(
                    Optional.empty(),
                    least,
                    Optional.of(most),
                    0,
                    Message.of(
                            "screw.none",
                            "No screw fits: it needs {needs}, but the hole takes only {most} of screw before it bottoms out. A deeper hole, a smaller screw or a stronger material is a question for the maker.",
                            "needs",
                            needs,
                            "most",
                            length(Math.max(0, most - grip))));
        }
        return next(least)
                .filter(length -> length <= most + 1e-9)
                .map(length -> new ScrewLength(
                        Optional.of(length),
                        least,
                        Optional.of(most),
                        length - grip,
                        Message.of(
                                "screw.holds",
                                "{engaged} of thread hold: {needs}, at most {most} before it bottoms out.",
                                "engaged",
                                length(length - grip),
                                "needs",
                                needs,
                                "most",
                                length(most - grip))))
                .orElseGet(() -> new ScrewLength(
                        Optional.empty(),
                        least,
                        Optional.of(most),
                        0,
                        Message.of(
                                "screw.between",
                                "No standard length lies between {least} and {most}. Another washer thickness moves both limits.",
                                "least",
                                length(least),
                                "most",
                                length(most))));
    }

    /**
     * Through, with an ordinary nut.
     *
     * @param gripM all clamped parts, above 0
     * @param washersM all washers, 0 or more
     */
    public static ScrewLength throughWithNut(BoltSize size, double gripM, double washersM) {
        if (!(gripM > 0) || washersM < 0) {
            throw new IllegalArgumentException("thickness above zero, washers not negative");
        }
        double least = gripM + washersM + size.nutM() + 2 * size.pitchM();
        return next(least)
                .map(length -> new ScrewLength(
                        Optional.of(length),
                        least,
                        Optional.empty(),
                        length - gripM - washersM,
                        Message.of(
                                "screw.nut",
                                "Nut {nut} and two pitches stand past the flange; {more} more by the next standard length.",
                                "nut",
                                length(size.nutM()),
                                "more",
                                length(length - least))))
                .orElseGet(() -> new ScrewLength(
                        Optional.empty(),
                        least,
                        Optional.empty(),
                        0,
                        Message.of(
                                "screw.stud",
                                "Longer than any standard length ({least}). Take a stud.",
                                "least",
                                length(least))));
    }

    private static Optional<Double> next(double leastM) {
        return STANDARD_MM.stream()
                .map(mm -> mm / 1000.0)
                .filter(m -> m >= leastM - 1e-9)
                .findFirst();
    }

    private static Quantity length(double metres) {
        return new Quantity(metres, Dimension.LENGTH);
    }
}
