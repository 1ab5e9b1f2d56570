package dev.wartung.core.line;

import dev.wartung.core.line.Isolation.Act;
import dev.wartung.core.line.Isolation.Lock;
import dev.wartung.core.line.Isolation.Side;
import dev.wartung.core.line.Isolation.StandsStill;
import dev.wartung.core.line.Isolation.Unheld;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * Works out what to lock: the nearest barriers between what is opened and everything that something comes from. Where
 * nobody has said how a valve stands it is taken for open; a check valve holds nothing, and neither does one that is
 * opened itself.
 */
public final class Isolating {

    /** No source needs more barriers than that. */
    private static final int MOST = 2;

    private final LineDrawing line;
    private final Map<String, Standing> standings;
    private final Set<String> opened;
    /** Neighbours by pipe. */
    private final Map<LineEnd, List<LineEnd>> pipes = new LinkedHashMap<>();
    /** Barriers between what is opened and each place, at most {@link #MOST}. */
    private final Map<LineEnd, Integer> barriers;

    private Isolating(LineDrawing line, Map<String, Standing> standings, Set<String> opened) {
        this.line = line;
        this.standings = standings;
        this.opened = opened;
        line.pipes().forEach(p -> {
            pipes.computeIfAbsent(p.from(), e -> new ArrayList<>()).add(p.to());
            pipes.computeIfAbsent(p.to(), e -> new ArrayList<>()).add(p.from());
        });
        this.barriers = barriers();
    }

    /**
     * @param standings of every valve of the line, by its fitting; of the others none
     * @param opened    fittings that are opened, by their ids
     * @throws IllegalArgumentException where one is opened that is not in the line
     */
    public static Isolation of(LineDrawing line, Map<String, Standing> standings, Set<String> opened) {
        opened.stream().filter(id -> line.fitting(id).isEmpty()).forEach(id -> {
            throw new IllegalArgumentException("nothing of that id in the line: " + id);
        });
        return new Isolating(line, standings, opened).isolation();
    }

    private Isolation isolation() {
        Set<LineEnd> empty = within(0);
        List<Unheld> unheld = line.fittings().stream()
                .filter(f -> f.kind().isSource())
                .map(f -> new Unheld(f, barriers.getOrDefault(LineEnd.of(f.id()), MOST)))
                .filter(u -> u.barriers() < u.source().kind().barriersNeeded())
                .toList();
        List<Lock> locks = locks();
        return new Isolation(
                locks,
                unheld,
                sides(empty),
                still(empty),
                empty.stream().map(LineEnd::toString).collect(Collectors.toSet()));
    }

    private Fitting at(LineEnd end) {
        return line.fitting(end.fitting()).orElseThrow();
    }

    private List<LineEnd> ends(Fitting fitting) {
        return fitting.kind().isValve()
                ? standing(fitting).ends().stream()
                        .map(e -> new LineEnd(fitting.id(), e))
                        .toList()
                : List.of(LineEnd.of(fitting.id()));
    }

    private Standing standing(Fitting valve) {
        Standing standing = standings.get(valve.id());
        if (standing == null) {
            throw new IllegalArgumentException("nobody says how " + valve.name() + " stands");
        }
        return standing;
    }

    private int between(Fitting valve, LineEnd one, LineEnd other) {
        return opened.contains(valve.id()) ? 0 : standing(valve).between(one.end(), other.end());
    }

    private static LineEnd at(String fitting) {
        return LineEnd.of(fitting);
    }

    /** The least number of barriers on any way, from what is opened outwards. */
    private Map<LineEnd, Integer> barriers() {
        Map<LineEnd, Integer> least = new HashMap<>();
        Deque<LineEnd> next = new ArrayDeque<>();
        opened.forEach(id -> ends(at(at(id))).forEach(e -> {
            least.put(e, 0);
            next.add(e);
        }));
        while (!next.isEmpty()) {
            LineEnd here = next.removeFirst();
            int soFar = least.getOrDefault(here, MOST);
            pipes.getOrDefault(here, List.of()).forEach(to -> reach(to, soFar, least, next));
            Fitting fitting = at(here);
            if (fitting.kind().isValve()) {
                ends(fitting).forEach(to -> reach(to, Math.min(MOST, soFar + between(fitting, here, to)), least, next));
            }
        }
        return least;
    }

    private static void reach(LineEnd to, int crossed, Map<LineEnd, Integer> least, Deque<LineEnd> next) {
        if (crossed < least.getOrDefault(to, Integer.MAX_VALUE)) {
            least.put(to, crossed);
            if (crossed < MOST) {
                next.add(to);
            }
        }
    }

    private Set<LineEnd> within(int most) {
        return barriers.entrySet().stream()
                .filter(e -> e.getValue() <= most)
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
    }

    private List<Lock> locks() {
        List<Lock> locks = new ArrayList<>();
        Set<LineEnd> once = within(0);
        Set<LineEnd> twice = within(1);
        for (Fitting valve : line.fittings()) {
            if (!valve.kind().isValve() || opened.contains(valve.id())) {
                continue;
            }
            List<Fitting> first = beyond(valve, once, f -> f.kind().isSource());
            List<Fitting> second = beyond(valve, twice, f -> f.kind().barriersNeeded() == MOST);
            if (!first.isEmpty() || !second.isEmpty()) {
                Act act = standing(valve).how() == Standing.How.HAND ? Act.SHUT : Act.AIR_OFF;
                locks.add(
                        first.isEmpty()
                                ? new Lock(valve, act, second, true, tells(valve))
                                : new Lock(valve, act, first, false, List.of()));
            }
        }
        locks.sort(Comparator.comparing(Lock::second)
                .thenComparing(l -> -l.against().get(0).kind().barriersNeeded()));
        List<Lock> all = pumps(twice);
        all.addAll(locks);
        return all;
    }

    /** What comes through a valve that stands at the edge of an emptied part, if it does not hold. */
    private List<Fitting> beyond(Fitting valve, Set<LineEnd> inside, Predicate<Fitting> what) {
        Set<LineEnd> outside = ends(valve).stream()
                .filter(e -> !inside.contains(e))
                .filter(e -> ends(valve).stream().anyMatch(in -> inside.contains(in) && between(valve, in, e) > 0))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        return reached(outside, inside).stream()
                .map(this::at)
                .filter(what)
                .distinct()
                .sorted(Comparator.comparing(f -> -f.kind().barriersNeeded()))
                .toList();
    }

    /** Everything that hangs together with some ends when every valve is open, without a part of the line. */
    private Set<LineEnd> reached(Set<LineEnd> from, Set<LineEnd> without) {
        Set<LineEnd> seen = new LinkedHashSet<>(from);
        Deque<LineEnd> next = new ArrayDeque<>(from);
        while (!next.isEmpty()) {
            LineEnd here = next.removeFirst();
            List<LineEnd> neighbours = new ArrayList<>(pipes.getOrDefault(here, List.of()));
            if (at(here).kind().isValve()) {
                neighbours.addAll(ends(at(here)));
            }
            neighbours.stream()
                    .filter(to -> !without.contains(to) && seen.add(to))
                    .forEach(next::add);
        }
        return seen;
    }

    /** Pumps that stand between the locks, or right behind one. */
    private List<Lock> pumps(Set<LineEnd> within) {
        return line.fittings().stream()
                .filter(f -> f.kind() == FittingKind.PUMP)
                .filter(f -> within.contains(LineEnd.of(f.id())))
                .map(f -> new Lock(f, Act.PUMP_OFF, List.of(), false, List.of()))
                .collect(Collectors.toCollection(ArrayList::new));
    }

    private List<Side> sides(Set<LineEnd> empty) {
        List<Side> sides = new ArrayList<>();
        for (String id : opened) {
            for (LineEnd end : ends(at(at(id)))) {
                List<LineEnd> hangs = hangsOn(end, empty);
                List<Fitting> fittings = hangs.stream().map(this::at).distinct().toList();
                sides.add(new Side(
                        end,
                        of(fittings, FittingKind.DRAIN),
                        of(fittings, FittingKind.VENT),
                        of(fittings, FittingKind.JOINT).stream().findFirst()));
            }
        }
        return sides;
    }

    /** Drains and vents that a second lock's inner side hangs together with, as everything stands without air. */
    private List<Fitting> tells(Fitting second) {
        Set<LineEnd> between = barriers.entrySet().stream()
                .filter(e -> e.getValue() == 1)
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
        return ends(second).stream()
                .filter(between::contains)
                .flatMap(e -> hangsOn(e, between).stream())
                .map(this::at)
                .filter(f -> f.kind() == FittingKind.DRAIN || f.kind() == FittingKind.VENT)
                .distinct()
                .toList();
    }

    private static List<Fitting> of(List<Fitting> fittings, FittingKind kind) {
        return fittings.stream().filter(f -> f.kind() == kind).toList();
    }

    /** What runs empty from an end while every valve stands as it does without air, the nearest first. */
    private List<LineEnd> hangsOn(LineEnd end, Set<LineEnd> empty) {
        List<LineEnd> order = new ArrayList<>();
        Set<LineEnd> seen = new HashSet<>(Set.of(end));
        Deque<LineEnd> next = new ArrayDeque<>(List.of(end));
        while (!next.isEmpty()) {
            LineEnd here = next.removeFirst();
            order.add(here);
            List<LineEnd> neighbours = new ArrayList<>(pipes.getOrDefault(here, List.of()));
            Fitting fitting = at(here);
            // what nobody says of is not trusted to hold, and not trusted to let anything through either
            if (fitting.kind().isValve()
                    && !opened.contains(fitting.id())
                    && standing(fitting).how() != Standing.How.NOTHING) {
                ends(fitting).stream()
                        .filter(to -> between(fitting, here, to) == 0)
                        .forEach(neighbours::add);
            }
            neighbours.stream().filter(to -> empty.contains(to) && seen.add(to)).forEach(next::add);
        }
        return order;
    }

    private List<StandsStill> still(Set<LineEnd> empty) {
        List<StandsStill> still = new ArrayList<>();
        for (Fitting place : line.fittings()) {
            if (!place.kind().isSource()) {
                continue;
            }
            Set<Fitting> before = places(reached(Set.of(at(place.id())), Set.of()));
            Set<Fitting> after =
                    empty.contains(at(place.id())) ? Set.of() : places(reached(Set.of(at(place.id())), empty));
            List<Fitting> lost = before.stream()
                    .filter(f -> !f.equals(place) && !after.contains(f))
                    .toList();
            if (!lost.isEmpty()) {
                still.add(new StandsStill(place, lost));
            }
        }
        return still;
    }

    private Set<Fitting> places(Set<LineEnd> ends) {
        return ends.stream()
                .map(this::at)
                .filter(f -> f.kind().isSource())
                .collect(Collectors.toCollection(LinkedHashSet::new));
    }
}
