package dev.wartung.web.area;

import dev.wartung.core.exposure.ExposureMatrix.Medium;
import dev.wartung.core.exposure.LineUse;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.page.TypedWords;
import java.util.Map;
import java.util.Optional;

/** Reads what somebody types of an area or a line. */
final class LinesForm {

    private static final int LONGEST = 60;
    private static final double COLDEST_K = 273.15;
    private static final double HOTTEST_K = 473.15;

    private LinesForm() {}

    /**
     * A name.
     *
     * @param troubles takes, under the field's name, why there is none
     */
    static Optional<String> name(String field, Map<String, String> typed, Map<String, String> troubles) {
        String name = TypedWords.read(field, typed, "Its name.", LONGEST, troubles);
        return troubles.containsKey(field) ? Optional.empty() : Optional.of(name);
    }

    static LineUse use(Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        Optional<String> medium =
                Knowledge.exposure().medium(typed.getOrDefault("medium", "")).map(Medium::id);
        return new LineUse(
                medium, temperature("cleaning", typed, units, troubles), temperature("steam", typed, units, troubles));
    }

    private static Optional<Double> temperature(
            String field, Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Entry read = Entry.read(text, units.unit(Dimension.TEMPERATURE));
        if (read instanceof Entry.NotUnderstood not) {
            troubles.put(field, not.reason());
            return Optional.empty();
        }
        double k = ((Entry.Understood) read).quantity().si();
        if (k < COLDEST_K || k > HOTTEST_K) {
            troubles.put(
                    field,
                    "Between " + shown(COLDEST_K, units) + " and " + shown(HOTTEST_K, units)
                            + ": the hottest it gets in the line.");
            return Optional.empty();
        }
        return Optional.of(k);
    }

    static String shown(double k, UnitSystem units) {
        return units.shown(new Quantity(k, Dimension.TEMPERATURE));
    }
}
