package dev.wartung.web.supply;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.fault.Cure;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.stores.Lot;
import dev.wartung.web.stores.LotTraces;
import dev.wartung.web.stores.LotTraces.Piece;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Calls a lot back: nobody takes from it any more, and every valve that has a piece of it gets a job. */
@Service
public class RecallDesk {

    private final LotTraces traces;
    private final Stores stores;
    private final Valves valves;
    private final Jobs jobs;
    private final PlanningDesk planning;
    private final CurrentAccount current;

    RecallDesk(
            LotTraces traces, Stores stores, Valves valves, Jobs jobs, PlanningDesk planning, CurrentAccount current) {
        this.traces = traces;
        this.stores = stores;
        this.valves = valves;
        this.jobs = jobs;
        this.planning = planning;
        this.current = current;
    }

    /**
     * A valve with pieces of the lot in it.
     *
     * @param parts   their names
     * @param planned a job that is planned on it or under way; empty where none is
     */
    public record Affected(Valve valve, List<String> parts, Optional<Job> planned) {}

    /**
     * Valves that have a piece in them now.
     *
     * @param pieces where those of a lot went
     */
    @Transactional(readOnly = true)
    List<Affected> affected(List<Piece> pieces) {
        Map<Valve, List<String>> inValves = inValves(pieces);
        Map<Long, Job> open = open(inValves.keySet());
        return inValves.entrySet().stream()
                .map(e -> {
                    Valve valve = e.getKey();
                    Map<String, String> names = planning.build(valve).parts().stream()
                            .collect(Collectors.toMap(Part::id, Part::name, (a, b) -> a));
                    return new Affected(
                            valve,
                            e.getValue().stream()
                                    .map(p -> names.getOrDefault(p, p))
                                    .toList(),
                            Optional.ofNullable(open.get(valve.id())));
                })
                .toList();
    }

    private Map<Valve, List<String>> inValves(List<Piece> pieces) {
        Map<String, List<String>> byTag = pieces.stream()
                .filter(Piece::stillIn)
                .collect(Collectors.groupingBy(
                        Piece::tag, LinkedHashMap::new, Collectors.mapping(Piece::part, Collectors.toList())));
        Map<Valve, List<String>> inValves = new LinkedHashMap<>();
        if (byTag.isEmpty()) {
            return inValves;
        }
        valves.findByTagIn(byTag.keySet()).stream()
                .sorted(Comparator.comparing(Valve::tag))
                .forEach(v -> inValves.put(
                        v,
                        byTag.getOrDefault(v.tag(), List.of()).stream()
                                .distinct()
                                .toList()));
        return inValves;
    }

    /** Jobs that are planned or under way, by valve. */
    private Map<Long, Job> open(Collection<Valve> which) {
        return which.isEmpty()
                ? Map.of()
                : jobs.openOn(which.stream().map(Valve::id).toList()).stream()
                        .collect(Collectors.toMap(j -> j.valve().id(), j -> j, (a, b) -> a));
    }

    /**
     * What came of calling back.
     *
     * @param raised jobs that were planned
     * @param left   valves that got none, each with the reason
     */
    public record Raised(List<Job> raised, List<String> left) {}

    /**
     * Puts the lot in quarantine under every item it stands for, and plans a job on every valve that has a piece of it
     * and no job yet.
     *
     * @param reason why, for the stores and for every job
     */
    @Transactional
    Raised recall(String lot, String reason, LocalDate dueOn) {
        stores.numbered(lot).stream()
                .filter(l -> !l.quarantined())
                .map(Lot::id)
                .forEach(id -> stores.quarantine(id, reason));
        List<Job> raised = new ArrayList<>();
        List<String> left = new ArrayList<>();
        Map<Valve, List<String>> inValves = inValves(traces.ofLot(lot));
        Map<Long, Job> open = open(inValves.keySet());
        inValves.forEach((valve, parts) -> {
            Optional<Job> already = Optional.ofNullable(open.get(valve.id()));
            if (already.isPresent()) {
                left.add(valve.tag() + ": job " + already.get().number()
                        + " is planned on it already. See that it renews what is of this lot.");
                return;
            }
            Optional<Cure> smallest = smallest(valve, parts);
            smallest.ifPresentOrElse(
                    cure -> raised.add(planning.keep(
                            valve, cure.work(), dueOn, current.get(), "Lot " + lot + " is called back: " + reason)),
                    () -> left.add(valve.tag() + ": nothing on the bench gets at it."));
        });
        return new Raised(raised, left);
    }

    /**
     * The smallest job that renews all of them; where none does, the one for the first, and the rest is said at the
     * count.
     */
    private Optional<Cure> smallest(Valve valve, List<String> parts) {
        List<Cure> cures =
                parts.stream().flatMap(p -> planning.cure(valve, p).stream()).toList();
        return cures.stream()
                .filter(c -> c.procedure().renews().containsAll(parts))
                .findFirst()
                .or(() -> planning.work(valve, "renew-product-seals", Optional.empty())
                        .map(w -> new Cure(w, planning.derive(valve, w).procedure()))
                        .filter(c -> c.procedure().renews().containsAll(parts)))
                .or(() -> cures.stream().findFirst());
    }
}
