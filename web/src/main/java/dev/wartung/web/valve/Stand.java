package dev.wartung.web.valve;

import dev.wartung.web.page.TypedWords;
import java.util.Map;

/**
 * Where a valve stands and what it does there.
 *
 * @param place along its line, counted from the inlet; 0 where nobody has said
 */
public record Stand(String service, String area, String line, int place) {

    private static final int LONGEST_SERVICE = 200;
    private static final int LONGEST_PLACE = 60;

    /**
     * As it was typed: service, area, line, and the place if it is known.
     *
     * @param troubles takes, under the field's name, what is wrong
     */
    public static Stand read(Map<String, String> typed, Map<String, String> troubles) {
        String service = TypedWords.read(
                "service", typed, "What it does, for instance “tank 4 outlet”.", LONGEST_SERVICE, troubles);
        String area = TypedWords.read("area", typed, "Where it is: the hall or department.", LONGEST_PLACE, troubles);
        String line =
                TypedWords.read("line", typed, "The line it is in: what is locked together.", LONGEST_PLACE, troubles);
        String place = typed.getOrDefault("place", "").strip();
        boolean readable = place.matches("\\d{0,4}");
        if (!readable) {
            troubles.put("place", "Which one it is along its line, as a whole number.");
        }
        return new Stand(service, area, line, place.isEmpty() || !readable ? 0 : Integer.parseInt(place));
    }

    public static Stand of(Valve valve) {
        return new Stand(valve.service(), valve.area(), valve.line(), valve.place());
    }

    public String words() {
        return service + ", " + area + ", " + line + (place == 0 ? "" : ", place " + place);
    }
}
