package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Collections;
import java.util.Map;
import java.util.NavigableMap;
import java.util.OptionalInt;
import java.util.TreeMap;

/**
 * The usual time of one operation for one person, by the valve's size. Between two sizes it goes in a straight line,
 * beyond them it stays.
 *
 * @param bySize nominal diameter (DN) to minutes, above 0; at least one
 */
public record Minutes(NavigableMap<Integer, Double> bySize) {

    /** Where a sheet gives a size that is no DN, the middle of what valves there are is taken. */
    private static final int USUAL_DN = 50;

    public Minutes {
        bySize = Collections.unmodifiableNavigableMap(new TreeMap<>(bySize));
    }

    /**
     * As a sheet writes it: a number, or sizes with their numbers. The sheet's schema has seen to it that it is one of
     * them.
     */
    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Minutes of(Object written) {
        NavigableMap<Integer, Double> sizes = new TreeMap<>();
        if (written instanceof Map<?, ?> bySize) {
            bySize.forEach((size, minutes) -> sizes.put(
                    Integer.valueOf(String.valueOf(size).replaceFirst("^DN ?", "")), ((Number) minutes).doubleValue()));
        } else {
            sizes.put(USUAL_DN, ((Number) written).doubleValue());
        }
        return new Minutes(sizes);
    }

    @JsonValue
    Object asWritten() {
        if (bySize.size() == 1) {
            return bySize.firstEntry().getValue();
        }
        Map<String, Double> written = new TreeMap<>();
        bySize.forEach((size, minutes) -> written.put("DN " + size, minutes));
        return written;
    }

    /**
     * Minutes for one valve.
     *
     * @param dn its nominal diameter, where the type sheet gives one
     */
    public double at(OptionalInt dn) {
        int size = dn.orElse(USUAL_DN);
        Map.Entry<Integer, Double> below = bySize.floorEntry(size);
        Map.Entry<Integer, Double> above = bySize.ceilingEntry(size);
        if (below == null || above == null || below.getKey().equals(above.getKey())) {
            return (below == null ? bySize.firstEntry() : below).getValue();
        }
        double share = (double) (size - below.getKey()) / (above.getKey() - below.getKey());
        return below.getValue() + share * (above.getValue() - below.getValue());
    }
}
