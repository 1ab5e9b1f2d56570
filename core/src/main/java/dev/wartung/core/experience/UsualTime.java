package dev.wartung.core.experience;

import java.util.List;

/**
 * How long one operation takes here: the sheet's minutes, drawn towards what was recorded the more often it was done.
 *
 * @param sheetMinutes what the sheet says, minutes, above 0
 * @param minutes      what is to be reckoned with
 * @param times        how often it was recorded here
 */
public record UsualTime(double sheetMinutes, double minutes, int times) {

    /**
     * So many records weigh as much as the sheet: with as many the estimate lies half way (in ratio). A choice, not a
     * measurement.
     */
    private static final double SHEET_WEIGHS = 4;
    /** A record further off than this is a break for lunch or a button pressed late, not work. */
    private static final double FURTHEST = 8;
    /** Fewer say nothing worth showing. */
    private static final int WORTH_SAYING = 3;

    private static final double NOTICEABLE = 0.15;

    /**
     * Estimates it: the median of the records as a multiple of the sheet's minutes, shrunk towards 1 on a logarithmic
     * scale, so that twice as long and half as long count alike.
     *
     * @param recordedMinutes what it took, each above 0; those more than eight times off either way are left out
     */
    public static UsualTime of(double sheetMinutes, List<Double> recordedMinutes) {
        List<Double> ratios = recordedMinutes.stream()
                .map(m -> m / sheetMinutes)
                .filter(r -> r <= FURTHEST && r >= 1 / FURTHEST)
                .sorted()
                .toList();
        if (ratios.isEmpty()) {
            return new UsualTime(sheetMinutes, sheetMinutes, 0);
        }
        int middle = ratios.size() / 2;
        double median =
                ratios.size() % 2 == 1 ? ratios.get(middle) : Math.sqrt(ratios.get(middle - 1) * ratios.get(middle));
        double weight = ratios.size() / (ratios.size() + SHEET_WEIGHS);
        return new UsualTime(sheetMinutes, sheetMinutes * Math.pow(median, weight), ratios.size());
    }

    /** Whether it is known well enough, and far enough from the sheet, to be said beside it. */
    public boolean worthSaying() {
        return times >= WORTH_SAYING && Math.abs(minutes / sheetMinutes - 1) >= NOTICEABLE;
    }
}
