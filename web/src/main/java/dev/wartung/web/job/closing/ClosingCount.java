package dev.wartung.web.job.closing;

import dev.wartung.core.progress.CountedIn;
import dev.wartung.web.job.JobView;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The count at the end: old parts in the bin against those the job took out, pieces left in the bag against those
 * counted in and not fitted.
 *
 * @param inBin     old parts that must be in the bin
 * @param left      pieces that must be left in the bag
 */
record ClosingCount(int inBin, List<CountedIn> left) {

    ClosingCount(JobView view) {
        this(
                view.progress().oldOut().done(),
                view.countedIn().stream()
                        .filter(c -> !view.progress().bench().isNew(c.part()))
                        .toList());
    }

    int leftInBag() {
        return left.size();
    }

    /** What does not agree, by field; what was typed may be anything. */
    Map<String, String> troubles(String bin, String bag) {
        Map<String, String> troubles = new LinkedHashMap<>();
        check(
                "bin",
                bin,
                inBin,
                "The job took out " + inBin + ". Count again; look under the cloth and on the valve.",
                troubles);
        check(
                "bag",
                bag,
                leftInBag(),
                leftInBag()
                        + " should be left of what was counted in. One more is missing on the valve, one less lies somewhere.",
                troubles);
        return troubles;
    }

    private static void check(
            String field, String typed, int expected, String otherwise, Map<String, String> troubles) {
        try {
            if (Integer.parseInt(typed.strip()) != expected) {
                troubles.put(field, otherwise);
            }
        } catch (NumberFormatException e) {
            troubles.put(field, "Type how many you count, as a whole number.");
        }
    }
}
