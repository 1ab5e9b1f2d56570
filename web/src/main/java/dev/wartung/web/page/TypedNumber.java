package dev.wartung.web.page;

import dev.wartung.core.measure.Entry;
import java.util.Map;
import java.util.Optional;

/** Reads bare numbers that were typed into forms, with a point or a comma, and says beside the field what is wrong. */
public final class TypedNumber {

    private TypedNumber() {}

    /**
     * A number; one that reads two ways, such as 2,300, is asked about.
     *
     * @param example what is told where it is none
     * @param troubles takes, under the field's name, why there is none
     */
    public static Optional<Double> read(String field, String typed, String example, Map<String, String> troubles) {
        String text = typed.strip();
        Optional<String> either = Entry.eitherWay(text);
        if (either.isPresent() || !text.matches("\\d{1,7}([.,]\\d{1,3})?")) {
            troubles.put(field, either.orElse(example));
            return Optional.empty();
        }
        return Optional.of(Double.parseDouble(text.replace(',', '.')));
    }

    /**
     * Per cent, with or without its sign, as a share.
     *
     * @param most in per cent
     */
    public static Optional<Double> percent(
            String field, String typed, double most, String example, Map<String, String> troubles) {
        return read(field, typed.replace("%", ""), example, troubles)
                .filter(percent -> {
                    if (percent > most) {
                        troubles.put(field, example);
                    }
                    return percent <= most;
                })
                .map(percent -> percent / 100);
    }
}
