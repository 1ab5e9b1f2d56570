package dev.wartung.web.exchange;

import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A nominal size in somebody's words: "DN 50", "2 inch", "2\"". */
final class NominalSize {

    private static final Pattern DN = Pattern.compile("dn ?([0-9]{1,4})");
    private static final Pattern INCH =
            Pattern.compile("([0-9](?:[.,][0-9])?|1/2|3/4|1 1/2|2 1/2) ?(?:inch|in\\b|\"|″|zoll)");
    /** Nominal diameters by inches of tube. */
    private static final Map<String, Integer> BY_INCH = Map.of(
            "1/2", 15, "3/4", 20, "1", 25, "1.5", 40, "1 1/2", 40, "2", 50, "2.5", 65, "2 1/2", 65, "3", 80, "4", 100);

    private NominalSize() {}

    /** @param said in small letters */
    static Optional<Integer> in(String said) {
        Matcher dn = DN.matcher(said);
        if (dn.find()) {
            return Optional.of(Integer.parseInt(dn.group(1)));
        }
        Matcher inch = INCH.matcher(said);
        return inch.find() ? Optional.ofNullable(BY_INCH.get(inch.group(1).replace(',', '.'))) : Optional.empty();
    }
}
