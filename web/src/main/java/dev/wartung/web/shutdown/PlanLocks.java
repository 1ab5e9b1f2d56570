package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Plan;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.line.LockList;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What to lock for the jobs of a plan, line by line, and which of them share a lock. */
@Component
class PlanLocks {

    private final LineDrawings drawings;
    private final Valves valves;

    PlanLocks(LineDrawings drawings, Valves valves) {
        this.drawings = drawings;
        this.valves = valves;
    }

    /**
     * A lock of a line.
     *
     * @param jobs it holds for
     */
    public record Lock(String at, List<Integer> jobs) {}

    /**
     * A line with jobs of the plan.
     *
     * @param tags  of the valves that are opened
     * @param list  what to lock while all of them are open; empty where nobody has drawn the line and walked along it
     * @param locks of that list, with the jobs that need each
     */
    public record OnLine(String area, String line, List<String> tags, Optional<LockList> list, List<Lock> locks) {

        /** Those that hold for more than one job: they stay on until the last of them is closed. */
        public List<Lock> shared() {
            return locks.stream().filter(l -> l.jobs().size() > 1).toList();
        }
    }

    /** Of the jobs that are in. */
    @Transactional(readOnly = true)
    public List<OnLine> of(Problem problem, Plan plan) {
        Map<String, List<Integer>> jobs = new HashMap<>();
        plan.jobs().forEach(placed -> problem.candidate(placed.job())
                .ifPresent(c ->
                        jobs.computeIfAbsent(c.tag(), t -> new ArrayList<>()).add(c.number())));
        return of(valves.findByTagIn(jobs.keySet()).stream()
                .collect(Collectors.toMap(v -> v, v -> jobs.getOrDefault(v.tag(), List.of()))));
    }

    /** @param opened valves, with their jobs */
    @Transactional(readOnly = true)
    public List<OnLine> of(Map<Valve, List<Integer>> opened) {
        Map<List<String>, List<Valve>> byLine =
                new TreeMap<>((a, b) -> String.join("/", a).compareTo(String.join("/", b)));
        opened.keySet().forEach(v -> byLine.computeIfAbsent(List.of(v.area(), v.line()), l -> new ArrayList<>())
                .add(v));
        List<OnLine> lines = new ArrayList<>();
        byLine.forEach((line, on) -> {
            on.sort((a, b) -> a.tag().compareTo(b.tag()));
            Optional<LockList> all = drawings.together(line.get(0), line.get(1), on);
            lines.add(new OnLine(
                    line.get(0),
                    line.get(1),
                    on.stream().map(Valve::tag).toList(),
                    all,
                    all.map(list -> locks(list, on, opened)).orElse(List.of())));
        });
        return lines;
    }

    private List<Lock> locks(LockList all, Collection<Valve> on, Map<Valve, List<Integer>> opened) {
        Map<String, List<Integer>> needed = new LinkedHashMap<>();
        all.locks().forEach(l -> needed.put(l.name(), new ArrayList<>()));
        for (Valve valve : on) {
            drawings.locks(valve).stream()
                    .flatMap(own -> own.list().locks().stream())
                    .map(l -> needed.get(l.name()))
                    .filter(jobs -> jobs != null)
                    .forEach(jobs -> jobs.addAll(opened.getOrDefault(valve, List.of())));
        }
        return needed.entrySet().stream()
                .map(n -> new Lock(n.getKey(), n.getValue().stream().sorted().toList()))
                .toList();
    }
}
