package dev.wartung.core.anatomy;

import dev.wartung.core.lubrication.Film;
import dev.wartung.core.measure.Quantity;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Where a film of grease goes on a part, in numbers: all round a ring of round section, or on the inside of a bore.
 *
 * @param inside inside diameter of the ring, or diameter of the bore
 * @param cord   thickness of the ring
 * @param width  of the bore, along its axis
 */
public record GreasedSurface(Quantity inside, Optional<Quantity> cord, Optional<Quantity> width) {

    public GreasedSurface(Quantity inside, @Nullable Optional<Quantity> cord, @Nullable Optional<Quantity> width) {
        this.inside = inside;
        this.cord = cord == null ? Optional.empty() : cord;
        this.width = width == null ? Optional.empty() : width;
        if (this.cord.isPresent() == this.width.isPresent()) {
            throw new IllegalArgumentException("a greased surface is a ring with a cord or a bore with a width");
        }
    }

    /** Square metres. */
    public double areaM2() {
        return cord.map(c -> Film.areaM2(inside.si(), c.si()))
                .orElseGet(() -> Math.PI * inside.si() * width.orElseThrow().si());
    }
}
