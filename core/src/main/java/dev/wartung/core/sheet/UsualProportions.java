package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.measure.Quantity;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Sizes to draw a type with whose own are not known: those of the type of its family that is nearest in size, drawn
 * larger or smaller by the nominal diameter. A picture to find one's way by, and no size to work to.
 */
public final class UsualProportions {

    private UsualProportions() {}

    /** @param others among them those of the same family */
    public static Map<String, Quantity> of(TypeSheet type, Collection<TypeSheet> others) {
        Map<String, Quantity> usual = new LinkedHashMap<>();
        others.stream()
                .filter(o -> o.anatomy().equals(type.anatomy()) && !o.id().equals(type.id()))
                .sorted(Comparator.comparingDouble((TypeSheet o) -> Math.abs(Math.log(scale(type, o))))
                        .thenComparing(TypeSheet::id))
                .forEach(o -> scaled(o, scale(type, o)).forEach(usual::putIfAbsent));
        return usual;
    }

    private static Map<String, Quantity> scaled(TypeSheet other, double scale) {
        return other.drawing().entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey,
                        s -> new Quantity(
                                s.getValue().si() * scale, s.getValue().dimension())));
    }

    private static double scale(TypeSheet type, TypeSheet other) {
        return type.dn().isPresent() && other.dn().isPresent()
                ? (double) type.dn().getAsInt() / other.dn().getAsInt()
                : 1;
    }
}
