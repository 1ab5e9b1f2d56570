package dev.wartung.core.stores;

import dev.wartung.core.anatomy.GreasedSurface;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.Locale;
import java.util.Optional;

/**
 * An article that is taken in place of the one a valve's sheet names. What is known of both must agree: a seal of
 * another material makes another valve of it, and one of another size
 * leaks or is pinched. What the sheets do not say is for whoever takes it to answer for, with a reason on the record.
 *
 * @param material of the article, in words; may be empty
 * @param size     where its sheet gives it
 */
public record Substitute(String material, Optional<GreasedSurface> size) {

    /** Rings are made to about this share of their size: what differs by less is the same size. */
    private static final double SAME = 0.03;

    /** Why this must not stand in for another; empty where nothing that is known speaks against it. */
    public Optional<Message> refusalFor(Substitute asked) {
        if (!material.isBlank()
                && !asked.material.isBlank()
                && !material.toLowerCase(Locale.ROOT).equals(asked.material.toLowerCase(Locale.ROOT))) {
            return Optional.of(Message.of(
                    "substitute.material",
                    "It is of {material}, and {wanted} belongs here. Another material is a change of the valve, and a job of"
                            + " its own.",
                    "material",
                    material,
                    "wanted",
                    asked.material));
        }
        return size.flatMap(
                own -> asked.size.flatMap(wanted -> differs("inside diameter", own.inside(), wanted.inside())
                        .or(() -> own.cord().flatMap(c -> wanted.cord().flatMap(w -> differs("cord", c, w))))
                        .or(() -> own.width().flatMap(c -> wanted.width().flatMap(w -> differs("width", c, w))))));
    }

    private static Optional<Message> differs(String what, Quantity own, Quantity wanted) {
        return Math.abs(own.si() - wanted.si()) <= SAME * wanted.si()
                ? Optional.empty()
                : Optional.of(Message.of(
                        "substitute.size",
                        "Its {what} is {own}, and {wanted} belongs here.",
                        "what",
                        what,
                        "own",
                        own,
                        "wanted",
                        wanted));
    }
}
