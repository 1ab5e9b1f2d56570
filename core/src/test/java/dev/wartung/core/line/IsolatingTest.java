package dev.wartung.core.line;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.line.Isolation.Act;
import dev.wartung.core.line.Isolation.Lock;
import dev.wartung.core.line.Isolation.Unheld;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What to lock: by hand on small lines, and held against another search on hundreds of made-up ones. */
class IsolatingTest {

    private static final List<String> TWO = List.of("inlet", "outlet");
    private static final Standing NC = new Standing(TWO, List.of(), 1, Standing.How.SPRING);
    private static final Standing NO = new Standing(TWO, TWO, 1, Standing.How.SPRING);
    private static final Standing MIX_PROOF = new Standing(TWO, List.of(), 2, Standing.How.SPRING);
    private static final Standing LOOSE = Standing.open(TWO);

    private LineDrawing line = LineDrawing.EMPTY;
    private final Map<String, Standing> standings = new HashMap<>();

    private IsolatingTest has(FittingKind kind, String... names) {
        Arrays.stream(names).forEach(name -> line = line.with(new Fitting(name, kind, name)));
        return this;
    }

    private IsolatingTest stands(Standing standing, String... valves) {
        Arrays.stream(valves).forEach(v -> {
            has(standing.how() == Standing.How.HAND ? FittingKind.HAND_VALVE : FittingKind.VALVE, v);
            standings.put(v, standing);
        });
        return this;
    }

    /** Joined in a row, valves entered at their first end and left at their second. */
    private IsolatingTest row(String... names) {
        for (int i = 1; i < names.length; i++) {
            line = line.joined(end(names[i - 1], 1), end(names[i], 0));
        }
        return this;
    }

    private LineEnd end(String name, int which) {
        Standing standing = standings.get(name);
        return new LineEnd(name, standing == null ? "" : standing.ends().get(which));
    }

    private Isolation open(String... valves) {
        return Isolating.of(line, standings, Set.of(valves));
    }

    private static List<String> locked(Isolation isolation) {
        return isolation.locks().stream().map(l -> l.at().name()).toList();
    }

    @Test
    @DisplayName(
            "Between two tanks: the spring-closing valve on either side, past what a spring opens; the pump; its drain")
    void product() {
        has(FittingKind.TANK, "T1", "T2").has(FittingKind.PUMP, "P1").has(FittingKind.DRAIN, "D1", "D2");
        has(FittingKind.BRANCH, "b").has(FittingKind.JOINT, "J1");
        stands(NC, "V1", "V2", "V4")
                .stands(NO, "V3")
                .row("T1", "V1", "P1", "J1", "V2", "b", "V3", "V4", "T2")
                .row("b", "D1");
        Isolation isolation = open("V2");
        assertThat(isolation.locks())
                .extracting(l -> l.at().name(), Lock::act)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("P1", Act.PUMP_OFF),
                        org.assertj.core.groups.Tuple.tuple("V1", Act.AIR_OFF),
                        org.assertj.core.groups.Tuple.tuple("V4", Act.AIR_OFF));
        assertThat(isolation.unheld()).isEmpty();
        assertThat(isolation.sides().get(0).drains())
                .as("nothing drains its inlet")
                .isEmpty();
        assertThat(isolation.sides().get(0).joint()).map(Fitting::name).contains("J1");
        assertThat(isolation.sides().get(1).drains()).extracting(Fitting::name).containsExactly("D1");
        assertThat(isolation.still())
                .extracting(s -> s.place().name() + " to " + s.lost().get(0).name())
                .containsExactly("T1 to T2", "T2 to T1");
        assertThat(isolation.emptied()).contains("V3.outlet", "V4.inlet").doesNotContain("V4.outlet", "T1");
        has(FittingKind.TANK, "far").row("T2", "far");
        assertThat(isolation.around(line, Set.of("V2")).fittings())
                .extracting(Fitting::name)
                .containsExactlyInAnyOrder("T1", "V1", "P1", "J1", "V2", "b", "D1", "V3", "V4", "T2");
    }

    @Test
    @DisplayName(
            "One seat holds product and not cleaning liquid: a second in a row, what tells between them, or a mix-proof")
    void cleaning() {
        has(FittingKind.CLEANING, "CIP")
                .has(FittingKind.TANK, "T")
                .has(FittingKind.DRAIN, "D", "D2")
                .has(FittingKind.BRANCH, "b");
        stands(NC, "V1", "V2", "V3").stands(Standing.HAND_VALVE, "H");
        row("CIP", "H", "b", "V1", "V2", "V3", "T").row("b", "D").row("V3", "D2");
        Isolation isolation = open("V2");
        assertThat(locked(isolation)).containsExactly("V1", "V3", "H");
        assertThat(isolation.locks().get(2).act()).isEqualTo(Act.SHUT);
        assertThat(isolation.locks().get(2).second()).isTrue();
        assertThat(isolation.locks().get(2).tells()).extracting(Fitting::name).containsExactly("D");
        assertThat(isolation.unheld()).isEmpty();
        standings.put("H", LOOSE);
        assertThat(open("V2").unheld())
                .containsExactly(new Unheld(line.fitting("CIP").orElseThrow(), 1));
        standings.put("V1", MIX_PROOF);
        assertThat(open("V2").unheld()).isEmpty();
        assertThat(locked(open("V2"))).containsExactly("V1", "V3");
        standings.put("V1", NO);
        assertThat(open("V2").unheld())
                .containsExactly(new Unheld(line.fitting("CIP").orElseThrow(), 0));
    }

    @Test
    @DisplayName("A change-over valve holds only what it is parted from; two jobs on one line lock once")
    void ways() {
        List<String> ends = List.of("upper", "middle", "lower");
        stands(new Standing(ends, List.of("upper", "middle"), 1, Standing.How.SPRING), "C")
                .stands(NC, "V1", "V2");
        has(FittingKind.TANK, "A", "B", "M");
        line = line.joined(LineEnd.of("A"), new LineEnd("C", "upper"))
                .joined(LineEnd.of("B"), new LineEnd("C", "lower"))
                .joined(new LineEnd("C", "middle"), new LineEnd("V1", "inlet"));
        row("V1", "V2", "M");
        assertThat(locked(open("V1"))).containsExactly("C", "V2");
        assertThat(open("V1").unheld()).extracting(u -> u.source().name()).containsExactly("A");
        assertThat(open("V1", "V2").unheld()).extracting(u -> u.source().name()).containsExactlyInAnyOrder("A", "M");
        assertThat(locked(open("V1", "V2"))).containsExactly("C");
    }

    @Test
    @DisplayName(
            "On hundreds of made-up lines no way leads from a source to the opened joint past the locks that is not said")
    void law() {
        int held = 0;
        int needed = 0;
        for (int seed = 0; seed < 600; seed++) {
            IsolatingTest made = new IsolatingTest();
            String opened = made.makeUp(new SplittableRandom(seed));
            Isolation isolation = made.open(opened);
            Map<String, Integer> worth = isolation.locks().stream()
                    .filter(l -> l.at().kind().isValve())
                    .collect(Collectors.toMap(
                            l -> l.at().id(),
                            l -> made.standings.get(l.at().id()).barriers()));
            Set<String> said =
                    isolation.unheld().stream().map(u -> u.source().id()).collect(Collectors.toSet());
            for (Fitting source : made.line.fittings()) {
                if (source.kind().isSource()) {
                    boolean comes = made.comesThrough(source, opened, worth);
                    assertThat(comes)
                            .as("seed %d, from %s", seed, source.name())
                            .isEqualTo(said.contains(source.id()));
                    held += comes ? 0 : 1;
                }
            }
            LineDrawing around = isolation.around(made.line, Set.of(opened));
            assertThat(around.fittings())
                    .as("seed %d", seed)
                    .extracting(Fitting::id)
                    .contains(opened)
                    .containsAll(
                            isolation.locks().stream().map(l -> l.at().id()).toList());
            assertThat(made.line.pipes()).containsAll(around.pipes());
            if (said.isEmpty() && made.standings.values().stream().noneMatch(v -> v.barriers() == 2)) {
                // and none is locked for nothing; behind a mix-proof valve the nearest seat is locked all the same
                worth.keySet().forEach(lock -> {
                    Map<String, Integer> others = new HashMap<>(worth);
                    others.remove(lock);
                    assertThat(made.line.fittings().stream()
                                    .filter(f -> f.kind().isSource())
                                    .anyMatch(f -> made.comesThrough(f, opened, others)))
                            .isTrue();
                });
                needed += worth.size();
            }
        }
        assertThat(needed).isGreaterThan(100);
        assertThat(held).isGreaterThan(500);
    }

    private String makeUp(SplittableRandom random) {
        List<FittingKind> kinds = List.of(
                FittingKind.TANK,
                FittingKind.CLEANING,
                FittingKind.STEAM,
                FittingKind.OUTLET,
                FittingKind.DRAIN,
                FittingKind.PUMP,
                FittingKind.BRANCH,
                FittingKind.BRANCH);
        boolean tangle = random.nextBoolean();
        List<Standing> ways = tangle
                ? List.of(
                        NC,
                        NC,
                        NO,
                        LOOSE,
                        MIX_PROOF,
                        Standing.HAND_VALVE,
                        new Standing(List.of("a", "b", "c"), List.of("a", "b"), 1, Standing.How.SPRING))
                : List.of(NC, NC, NC, random.nextInt(3) == 0 ? MIX_PROOF : NC, Standing.HAND_VALVE);
        List<LineEnd> ends = new ArrayList<>();
        for (int i = 0; i < 5 + random.nextInt(9); i++) {
            String name = "V" + i;
            Standing standing = ways.get(random.nextInt(ways.size()));
            stands(standing, name);
            standing.ends().forEach(e -> ends.add(new LineEnd(name, e)));
        }
        for (int i = 0; i < 4 + random.nextInt(8); i++) {
            String name = "F" + i;
            has(kinds.get(random.nextInt(kinds.size())), name);
            ends.add(LineEnd.of(name));
        }
        if (tangle) {
            for (int i = 0; i < ends.size() + random.nextInt(6); i++) {
                line = line.joined(ends.get(i % ends.size()), ends.get(random.nextInt(ends.size())));
            }
        } else {
            // a tree: everything hangs on something before it
            List<Fitting> fittings = line.fittings();
            for (int i = 1; i < fittings.size(); i++) {
                line = line.joined(
                        anyEnd(fittings.get(i), random),
                        anyEnd(fittings.get(i < 5 ? random.nextInt(i) : 3 + random.nextInt(i - 3)), random));
            }
        }
        return "V" + random.nextInt(3);
    }

    private LineEnd anyEnd(Fitting fitting, SplittableRandom random) {
        return fitting.kind().isValve() ? end(fitting.id(), random.nextInt(2)) : LineEnd.of(fitting.id());
    }

    /** Another search, from the source inwards: every walk that a locked valve stops when it has crossed enough. */
    private boolean comesThrough(Fitting source, String opened, Map<String, Integer> locks) {
        record Walk(LineEnd at, int crossed) {}
        Set<Walk> seen = new HashSet<>();
        Deque<Walk> next = new ArrayDeque<>(List.of(new Walk(LineEnd.of(source.id()), 0)));
        while (!next.isEmpty()) {
            Walk walk = next.removeLast();
            if (walk.crossed() >= source.kind().barriersNeeded() || !seen.add(walk)) {
                continue;
            }
            if (walk.at().fitting().equals(opened)) {
                return true;
            }
            line.pipes().forEach(p -> {
                if (p.from().equals(walk.at())) {
                    next.add(new Walk(p.to(), walk.crossed()));
                }
                if (p.to().equals(walk.at())) {
                    next.add(new Walk(p.from(), walk.crossed()));
                }
            });
            Standing standing = standings.get(walk.at().fitting());
            if (standing != null) {
                String here = walk.at().end();
                for (String end : standing.ends()) {
                    boolean hangTogether = standing.joined().contains(here)
                            && standing.joined().contains(end);
                    int crossed = hangTogether || here.equals(end)
                            ? 0
                            : locks.getOrDefault(walk.at().fitting(), 0);
                    next.add(new Walk(new LineEnd(walk.at().fitting(), end), walk.crossed() + crossed));
                }
            }
        }
        return false;
    }
}
