package dev.wartung.core.stores;

import dev.wartung.core.message.Message;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * Which job gets its pieces from which batch, worked out for all planned jobs at once: the jobs in the order of their
 * days of fitting, each from the batches that are here and
 * still within shelf life on that day, the one that expires first before the others. Where every job wants one piece of
 * an item, no other order covers more jobs; a job that
 * wants several takes what there is and is short of the rest.
 *
 * <p>Source: points against intervals, the earliest end first (a maximum matching in a convex bipartite graph).
 *
 * @param jobs   every demand with what it gets, in the order of their days
 * @param orders what has to be ordered so that nobody is short, one for each item, the most urgent first
 * @param idle   what is left over of batches, the one that expires first before the others
 */
public record Allocation(List<Covered> jobs, List<Order> orders, List<Idle> idle) {

    /**
     * Pieces a job needs.
     *
     * @param job    the job's number
     * @param item   kit or article number
     * @param pieces 1 or more
     * @param on     the planned day of fitting
     */
    public record Demand(int job, String item, int pieces, LocalDate on) {}

    /**
     * Pieces of one lot.
     *
     * @param lot    what it is called
     * @param item   kit or article number
     * @param pieces 0 or more
     * @param here   the day from which it is in the stores
     * @param useBy  last day of fitting; empty without limit
     */
    public record Batch(String lot, String item, int pieces, LocalDate here, Optional<LocalDate> useBy) {

        boolean usableOn(LocalDate day) {
            return !here.isAfter(day)
                    && useBy.filter(last -> last.isBefore(day)).isEmpty();
        }
    }

    /** Pieces from a batch. */
    public record Share(Batch from, int pieces) {}

    /**
     * What a job gets.
     *
     * @param shares from which batches
     * @param shortOf how many pieces are missing
     * @param why    why they are missing; empty where none is
     */
    public record Covered(Demand demand, List<Share> shares, int shortOf, Message why) {}

    /**
     * What to order.
     *
     * @param pieces    how many
     * @param neededOn  the first day somebody needs one
     * @param orderBy   the last day to order so that it is here by then
     * @param late      that day is past: it does not come in time
     * @param forJobs   by number
     */
    public record Order(
            String item, int pieces, LocalDate neededOn, LocalDate orderBy, boolean late, List<Integer> forJobs) {}

    /** What no planned job takes of a batch. */
    public record Idle(Batch batch, int pieces) {}

    /**
     * Works it out.
     *
     * @param leadDays days from order to arrival, by item
     * @param usualLeadDays for items it does not say
     */
    public static Allocation of(
            List<Demand> demands,
            List<Batch> batches,
            Map<String, Integer> leadDays,
            int usualLeadDays,
            LocalDate today) {
        Map<Batch, Integer> left = new LinkedHashMap<>();
        batches.stream()
                .sorted(Comparator.comparing((Batch b) -> b.useBy().orElse(LocalDate.MAX))
                        .thenComparing(Batch::here)
                        .thenComparing(Batch::lot))
                .forEach(b -> left.merge(b, b.pieces(), Integer::sum));
        List<Covered> covered = demands.stream()
                .sorted(Comparator.comparing(Demand::on)
                        .thenComparing(Demand::job)
                        .thenComparing(Demand::item))
                .map(d -> cover(d, left))
                .toList();
        return new Allocation(
                covered,
                orders(covered, leadDays, usualLeadDays, today),
                left.entrySet().stream()
                        .filter(e -> e.getValue() > 0)
                        .map(e -> new Idle(e.getKey(), e.getValue()))
                        .toList());
    }

    private static Covered cover(Demand demand, Map<Batch, Integer> left) {
        List<Share> shares = new ArrayList<>();
        int wanted = demand.pieces();
        for (Map.Entry<Batch, Integer> entry : left.entrySet()) {
            Batch batch = entry.getKey();
            int taken = batch.item().equals(demand.item()) && batch.usableOn(demand.on())
                    ? Math.min(wanted, entry.getValue())
                    : 0;
            if (taken > 0) {
                shares.add(new Share(batch, taken));
                entry.setValue(entry.getValue() - taken);
                wanted -= taken;
            }
        }
        return new Covered(demand, List.copyOf(shares), wanted, wanted == 0 ? Message.NONE : why(demand, left));
    }

    private static Message why(Demand demand, Map<Batch, Integer> left) {
        List<Batch> there = left.entrySet().stream()
                .filter(e -> e.getValue() > 0 && e.getKey().item().equals(demand.item()))
                .map(Map.Entry::getKey)
                .toList();
        if (there.isEmpty()) {
            return Message.of("stores.none-left", "none is left for it");
        }
        List<Message> expired = there.stream()
                .filter(b ->
                        b.useBy().filter(last -> last.isBefore(demand.on())).isPresent())
                .map(b -> Message.of(
                        "stores.expires",
                        "{lot} passes its shelf life on {day}",
                        "lot",
                        b.lot(),
                        "day",
                        b.useBy().orElseThrow()))
                .toList();
        return expired.isEmpty()
                ? Message.of("stores.not-here", "it is not here by then")
                : Message.of(
                        "stores.expire-before", "{lots}, before it is fitted", "lots", Message.joined(", ", expired));
    }

    private static List<Order> orders(
            List<Covered> covered, Map<String, Integer> leadDays, int usualLeadDays, LocalDate today) {
        Map<String, List<Covered>> byItem = covered.stream()
                .filter(c -> c.shortOf() > 0)
                .collect(Collectors.groupingBy(c -> c.demand().item(), TreeMap::new, Collectors.toList()));
        return byItem.entrySet().stream()
                .map(e -> {
                    LocalDate first = e.getValue().get(0).demand().on();
                    LocalDate by = first.minusDays(leadDays.getOrDefault(e.getKey(), usualLeadDays));
                    return new Order(
                            e.getKey(),
                            e.getValue().stream().mapToInt(Covered::shortOf).sum(),
                            first,
                            by,
                            by.isBefore(today),
                            e.getValue().stream()
                                    .map(c -> c.demand().job())
                                    .distinct()
                                    .toList());
                })
                .sorted(Comparator.comparing(Order::orderBy).thenComparing(Order::item))
                .toList();
    }
}
