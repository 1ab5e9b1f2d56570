package dev.wartung.core.life;

import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * At which ages the pieces of these valves are renewed by plan now.
 *
 * @param valves  valves by the months they follow
 * @param without valves that follow no months
 */
public record Present(SortedMap<Integer, Integer> valves, int without) {

    public static final double DAYS_A_MONTH = 365.25 / 12;

    public Present(Map<Integer, Integer> valves, int without) {
        this(new TreeMap<>(valves), without);
    }

    int all() {
        return without + valves.values().stream().mapToInt(Integer::intValue).sum();
    }

    double longestDays() {
        return valves.isEmpty() ? 0 : valves.lastKey() * DAYS_A_MONTH;
    }

    /** What renewing as now costs a day, on average over the valves. */
    double costPerDay(AgeReplacement costs) {
        double sum = without == 0 ? 0 : without * costs.costPerDayOfWaiting();
        for (Map.Entry<Integer, Integer> each : valves.entrySet()) {
            sum += each.getValue() * costs.costPerDay(each.getKey() * DAYS_A_MONTH);
        }
        return sum / all();
    }

    /** Whether all of them follow these months already. */
    boolean isAll(int months) {
        return without == 0 && valves.size() == 1 && valves.firstKey() == months;
    }

    /** "12 months" or "6 months (2 valves), 12 months (9 valves)". */
    public Message inWords() {
        List<Message> each = new ArrayList<>();
        boolean one = all() == valves.values().stream().findFirst().orElse(0);
        valves.forEach((months, count) -> each.add(
                one
                        ? Message.of("life.months", "{months} months", "months", months)
                        : Message.of(
                                "life.months-of",
                                "{months} months ({valves} valves)",
                                "months",
                                months,
                                "valves",
                                count)));
        if (without > 0) {
            each.add(Message.of("life.no-months", "no months ({valves} valves)", "valves", without));
        }
        return Message.joined(", ", each);
    }
}
