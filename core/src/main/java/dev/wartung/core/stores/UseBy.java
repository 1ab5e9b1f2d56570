package dev.wartung.core.stores;

import dev.wartung.core.sealing.Polymer;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.Optional;

/**
 * The last day on which a seal may be fitted: cure date and the years of its polymer's group, once more some years
 * after an inspection. Several materials, in one seal or in
 * one kit, keep as long as the one that keeps shortest. Service life, once fitted, is another matter.
 *
 * <p>Source: polymer groups of ISO 2230. Worked: EPDM cured on 1 March 2020 is fitted until 1 March 2030, inspected
 * until 1 March 2035; a kit of EPDM and NBR seals cured on that
 * day until 1 March 2027.
 */
public final class UseBy {

    private UseBy() {}

    /**
     * @param materials as they stand on the articles, for instance "EPDM", "PTFE/EPDM", "composite"
     * @param cured     the cure date on the bag; of several the earliest
     * @param extended  whether it was inspected and its shelf life extended, which is done once
     * @return the last day of fitting; empty where nothing in it ages on the shelf
     */
    public static Optional<LocalDate> of(Collection<String> materials, LocalDate cured, boolean extended) {
        return materials.stream()
                .flatMap(m -> Polymer.in(m).stream())
                .filter(p -> p.shelfYears().isPresent())
                .map(p -> cured.plusYears(p.shelfYears().orElseThrow() + (extended ? p.extensionYears() : 0)))
                .min(Comparator.naturalOrder());
    }
}
