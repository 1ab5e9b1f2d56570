package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Joint;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/** The orders of the trade (test resources, {@code orders/}), and derived jobs held against them. */
final class TradeOrders {

    private static final String FOLDER = "/orders/";

    private final Map<String, List<Law>> byFamily = new HashMap<>();
    /** Laws that at least one job had something to do with: one that none has is misspelt. */
    private final Set<Law> met = new HashSet<>();

    /**
     * One line.
     *
     * @param when facts of the build, and ways of working, it holds for
     */
    record Law(String family, String first, String then, String at, Map<String, List<String>> when, String because) {

        boolean holdsFor(Map<String, String> facts) {
            return when.entrySet().stream().allMatch(w -> w.getValue().contains(facts.getOrDefault(w.getKey(), "")));
        }

        @Override
        public String toString() {
            return family + ": " + (at.isEmpty() ? first + " before " + then : first + " at " + at) + ", for "
                    + because;
        }
    }

    TradeOrders() {
        AllJobs.LIBRARY.types().stream().map(t -> t.anatomy()).distinct().forEach(family -> {
            List<Law> laws = new ArrayList<>(read("every-family", family));
            laws.addAll(read(family, family));
            byFamily.put(family, laws);
        });
    }

    private static List<Law> read(String file, String family) {
        try (InputStream in = TradeOrders.class.getResourceAsStream(FOLDER + file + ".yaml")) {
            if (in == null) {
                return List.of();
            }
            List<Law> laws = new ArrayList<>();
            for (Object line : (List<?>)
                    Objects.requireNonNull(new Load(LoadSettings.builder().build()).loadFromInputStream(in))) {
                Map<?, ?> law = (Map<?, ?>) line;
                laws.add(new Law(
                        family,
                        text(law.containsKey("do") ? law.get("do") : law.get("first")),
                        text(law.get("then")),
                        text(law.get("at")),
                        conditions(law.get("when")),
                        text(law.get("because"))));
            }
            return laws;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String text(@Nullable Object value) {
        return value == null ? "" : value.toString();
    }

    private static Map<String, List<String>> conditions(@Nullable Object when) {
        Map<String, List<String>> conditions = new HashMap<>();
        if (when instanceof Map<?, ?> map) {
            map.forEach((fact, values) -> conditions.put(
                    text(fact),
                    values instanceof List<?> list
                            ? list.stream().map(TradeOrders::text).toList()
                            : List.of(text(values))));
        }
        return conditions;
    }

    /** Looks on while a job is carried out. */
    final class Watch {

        private final Job job;
        private final Bench bench;
        private final Map<String, Integer> firsts = new HashMap<>();
        private final Map<String, Integer> lasts = new HashMap<>();
        private final Map<String, Set<String>> positions = new HashMap<>();
        private int noted;

        Watch(Job job, Bench bench) {
            this.job = job;
            this.bench = bench;
        }

        /** Carries a step out and notes what was done, and where the valve stood. */
        List<Incident> carryOut(Step step) {
            String position = bench.energies().position();
            List<String> closed = bench.build().joints().stream()
                    .map(Joint::id)
                    .filter(j -> !bench.isOpen(j))
                    .toList();
            List<Incident> incidents = bench.carryOut(step.acts());
            done(step).forEach(done -> note(done, position));
            // a joint opens as what holds it comes off
            closed.stream().filter(bench::isOpen).forEach(j -> note("open " + j, position));
            return incidents;
        }

        private void note(String done, String position) {
            // also within a step: it lists what it does in order
            firsts.putIfAbsent(done, noted);
            lasts.put(done, noted++);
            positions.computeIfAbsent(done, d -> new LinkedHashSet<>()).add(position);
        }

        /** What of the trade's orders was broken, in words. */
        Set<String> broken() {
            Set<String> broken = new LinkedHashSet<>();
            Map<String, String> before = new HashMap<>(job.site().answers());
            before.putAll(job.configuration().facts());
            Map<String, String> after = new HashMap<>(job.site().answers());
            after.putAll(job.becomes().facts());
            for (Law law : byFamily.getOrDefault(job.anatomy().id(), List.of())) {
                // a conversion is opened as what the valve is and closed as what it becomes
                if (!law.holdsFor(law.first().startsWith("off ") ? before : after)
                        || !lasts.containsKey(law.first())
                        || law.at().isEmpty() && !firsts.containsKey(law.then())) {
                    continue;
                }
                met.add(law);
                boolean kept = law.at().isEmpty()
                        ? lasts.get(law.first()) < firsts.get(law.then())
                        : positions.get(law.first()).equals(Set.of(law.at()));
                if (!kept) {
                    broken.add(law.toString());
                }
            }
            return broken;
        }
    }

    /** Lines that spoke of no job at all, written for a family of its own: misspelt, or about what no sheet has. */
    List<Law> idle() {
        return byFamily.entrySet().stream()
                .flatMap(f -> read(f.getKey(), f.getKey()).stream())
                .filter(law -> !met.contains(law))
                .toList();
    }

    private static List<String> done(Step step) {
        List<String> done = new ArrayList<>();
        if (step.kitCount()) {
            done.add("count kit");
        }
        step.asks().forEach(ask -> done.add("read " + ask.id()));
        for (Act act : step.acts()) {
            done.add(
                    switch (act.verb()) {
                        case TAKE, BIN -> "off " + act.object();
                        case PUT_BACK, FIT_NEW -> "on " + act.object();
                        case CLOSE, TIGHTEN, SET, NOTE, DELIVERED -> act.verb()
                                        .name()
                                        .toLowerCase(Locale.ROOT) + " " + act.object();
                        case OPEN -> "part " + act.object();
                        case AID_ON, AID_OFF -> act.verb()
                                        .name()
                                        .toLowerCase(Locale.ROOT)
                                        .replace('_', '-') + " " + act.object();
                        default -> act.verb().name().toLowerCase(Locale.ROOT).replace('_', '-');
                    });
        }
        return done;
    }
}
