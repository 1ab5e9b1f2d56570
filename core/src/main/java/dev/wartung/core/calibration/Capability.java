package dev.wartung.core.calibration;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import java.util.Optional;

/**
 * What a measuring tool can do, from its calibration certificate.
 *
 * <p>Source: the certificate states an expanded uncertainty (k = 2, about 95 %), absolute, as a share of the reading, or
 * both added. What is read off adds half a digit either way, evenly spread: a standard uncertainty of d/√12, so d/√3 at
 * k = 2 (GUM, JCGM 100). Worked: a wrench of ± 4 % that is read to 0.5 N·m, at 20 N·m: √(0.8² + 0.5²/3) = 0.851 N·m; a
 * caliper of ± 0.03 mm read to 0.01 mm: √(0.03² + 0.01²/3) = 0.0306 mm.
 *
 * @param from       the least it measures
 * @param to         the most, above {@code from}
 * @param resolution what it is read to, 0 or more, SI
 * @param absolute   expanded uncertainty whatever is read, 0 or more, SI
 * @param share      expanded uncertainty as a share of the reading, 0 up to 1; 0 for temperatures, which have no
 *     natural zero on the scale in use
 */
public record Capability(Quantity from, Quantity to, double resolution, double absolute, double share) {

    public Capability {
        if (from.compareTo(to) >= 0) {
            throw new IllegalArgumentException("it measures from less to more");
        }
        if (!(resolution >= 0) || !(absolute >= 0) || !(share >= 0) || !(share < 1)) {
            throw new IllegalArgumentException("a resolution and an uncertainty are not below zero");
        }
        if (!(absolute + share > 0)) {
            throw new IllegalArgumentException("every tool has an uncertainty");
        }
        if (share > 0 && from.dimension() == Dimension.TEMPERATURE) {
            throw new IllegalArgumentException("a temperature is not uncertain by a share of itself");
        }
    }

    public boolean reaches(Quantity reading) {
        return from.compareTo(reading) <= 0 && reading.compareTo(to) <= 0;
    }

    /** The same tool where what it shows arrives so many times over: a wrench with a crowfoot on it. */
    public Capability times(double factor) {
        return new Capability(
                new Quantity(from.si() * factor, from.dimension()),
                new Quantity(to.si() * factor, to.dimension()),
                resolution * factor,
                absolute * factor,
                share);
    }

    /** From where to where it measures. */
    public Message range() {
        return Message.of("tool.range", "{range}", "range", new Argument.Range(from, to));
    }

    /** How far it may be off, as its certificate says: "0.03 mm", "4 %", or both. */
    public Message inWords() {
        Object amount = from.dimension() == Dimension.TEMPERATURE
                ? Quantity.rounded(absolute, 1) + " K"
                : new Argument.AtLeast(new Quantity(absolute, from.dimension()));
        String percent = Quantity.rounded(share * 100, 1);
        if (share == 0) {
            return Message.of("tool.amount", "{amount}", "amount", amount);
        }
        return absolute == 0
                ? Message.of("tool.share", "{share} %", "share", percent)
                : Message.of("tool.both", "{amount} and {share} %", "amount", amount, "share", percent);
    }

    /** Expanded uncertainty (k = 2) of a reading, SI. */
    public double uncertainty(Quantity reading) {
        double certified = absolute + share * Math.abs(reading.si());
        return Math.sqrt(certified * certified + resolution * resolution / 3);
    }

    /**
     * What of the limits is surely within, with this tool: the limits drawn in by the uncertainty. A lower limit of
     * zero stays, nothing measures less.
     *
     * <p>Source: guarded acceptance as in ISO 14253-1, guard band = expanded uncertainty. Worked: 12 to 14 N·m with a
     * wrench of ± 4 % alone: 12.48 to 13.44 N·m.
     *
     * @return empty where nothing is surely within: the tool is too coarse for these limits
     */
    public Optional<Band> sure(Band band) {
        double least = band.min().si() <= 0 ? band.min().si() : band.min().si() + uncertainty(band.min());
        double most = band.max().si() - uncertainty(band.max());
        return least > most
                ? Optional.empty()
                : Optional.of(new Band(
                        new Quantity(least, band.min().dimension()),
                        new Quantity(most, band.max().dimension()),
                        Optional.empty()));
    }
}
