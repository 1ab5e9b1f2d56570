package dev.wartung.core.procedure;

import dev.wartung.core.WrittenOut;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.measure.Band;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.zip.CRC32;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Every work of every family as it is derived on the first type that is made so, written out: whoever changes a sheet
 * or a rule sees in {@code derived-jobs.txt} what becomes otherwise; of valves with other parts, and of jobs that are
 * left further on, only whether it does. Whether it is right is for the laws and the worked examples to say. What is
 * derived now is put beside the build, to be compared and, where it is meant, to be taken.
 */
class DerivedJobsTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private record Job(AnatomySheet anatomy, TypeSheet type, ValveConfiguration valve, Work work) {}

    private static final List<Job> JOBS = jobs();

    private static List<Job> jobs() {
        List<Job> jobs = new ArrayList<>();
        Set<String> seen = new TreeSet<>();
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            for (ValveConfiguration valve : anatomy.configurations(type)) {
                Work.possible(anatomy, type, valve)
                        .filter(w -> seen.add(anatomy.id() + " " + driven(valve.drive()) + " "
                                + w.kind().id()))
                        .forEach(work -> jobs.add(new Job(anatomy, type, valve, work)));
            }
        }
        return jobs;
    }

    /** A spring is on one side or the other; the other drives differ in their own steps. */
    private static String driven(Drive drive) {
        return drive == Drive.NC || drive == Drive.FLOW ? "closing" : drive == Drive.NO ? "opening" : "unsprung";
    }

    /** By the headline of the job, in order. */
    private static Map<String, List<String>> derived() {
        Map<String, List<String>> all = new LinkedHashMap<>();
        Set<String> written = new TreeSet<>();
        Map<String, Set<String>> before = new HashMap<>();
        for (Job each : JOBS) {
            Derivation derivation =
                    new Derivation(each.anatomy(), each.type(), new Practice(Schools.table(), SiteChoices.NONE));
            String job = "%s %s on %s %s"
                    .formatted(
                            each.work().kind().id(),
                            each.work().chosen(),
                            each.type().id(),
                            each.valve().facts());
            Procedure whole = derivation.derive(each.work(), each.valve());
            // of other drives what is otherwise is which steps there are
            all.put(
                    "== " + job,
                    written.add(each.anatomy().id() + each.work().kind().id())
                            ? lines(whole, before.computeIfAbsent(each.anatomy().id(), id -> new HashSet<>()))
                            : ids(whole));
            for (int left : leftAfter(each, whole.steps().size())) {
                List<Step> done = whole.steps().subList(0, left);
                all.put(
                        "== close up after " + left + " steps of " + job,
                        ids(derivation.derive(Work.closeUp(), Situation.within(each.anatomy(), each.valve(), done))));
                all.put(
                        "== taken up after " + left + " steps of " + job,
                        ids(derivation.derive(each.work(), Situation.leftBy(each.anatomy(), each.valve(), done))));
            }
        }
        return all;
    }

    /** Half way; where the valve becomes another one, or is a new one, at each quarter of it. */
    private static Set<Integer> leftAfter(Job job, int steps) {
        WorkKind kind = job.work().kind();
        if (kind.converts() || kind.newValve()) {
            return new TreeSet<>(List.of(steps / 4, steps / 2, steps - steps / 4));
        }
        return kind.id().startsWith("renew") && job.valve().drive() == Drive.NC ? Set.of(steps / 2) : Set.of();
    }

    /** Steps of several ways, how many there are and a sum of what they are, do and say is done. */
    private static final class Sum {
        private final CRC32 sum = new CRC32();
        private int steps;

        void add(Procedure way) {
            way.steps().forEach(s -> add(s.id() + s.phase() + s.held() + s.acts() + s.done()));
            add(way.renews().toString());
            steps += way.steps().size();
        }

        private void add(String text) {
            sum.update(text.getBytes(StandardCharsets.UTF_8));
        }

        @Override
        public String toString() {
            return "%d-%08x".formatted(steps, sum.getValue());
        }
    }

    /** Of one valve of each family with each set of parts: all its jobs, begun and left at each third. */
    private static Map<String, List<String>> summed() {
        Map<String, List<String>> all = new LinkedHashMap<>();
        Set<Object> seen = new HashSet<>();
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            for (ValveConfiguration valve : anatomy.configurations(type)) {
                List<String> parts = anatomy.build().resolve(valve.facts()).parts().stream()
                        .map(Part::id)
                        .toList();
                if (seen.add(List.of(anatomy.id(), parts))) {
                    all.put(
                            "== sums of %s %s".formatted(type.id(), valve.facts()),
                            List.of(sums(anatomy, type, valve)));
                }
            }
        }
        return all;
    }

    private static String sums(AnatomySheet anatomy, TypeSheet type, ValveConfiguration valve) {
        Derivation derivation = new Derivation(anatomy, type, new Practice(Schools.table(), SiteChoices.NONE));
        Sum whole = new Sum();
        Sum closed = new Sum();
        Sum takenUp = new Sum();
        Work.possible(anatomy, type, valve).forEach(work -> {
            Procedure all = derivation.derive(work, valve);
            whole.add(all);
            for (int third = 1; third < 3; third++) {
                List<Step> done = all.steps().subList(0, all.steps().size() * third / 3);
                closed.add(derivation.derive(Work.closeUp(), Situation.within(anatomy, valve, done)));
                takenUp.add(derivation.derive(work, Situation.leftBy(anatomy, valve, done)));
            }
        });
        return "whole %s, closed up %s, taken up %s".formatted(whole, closed, takenUp);
    }

    private static List<String> ids(Procedure way) {
        return List.of(way.steps().stream().map(Step::id).collect(Collectors.joining(" ")), "renews " + way.renews());
    }

    /** @param before steps of the family that were written out already */
    private static List<String> lines(Procedure procedure, Set<String> before) {
        List<String> lines = new ArrayList<>();
        lines.add("renews " + procedure.renews());
        procedure
                .rechecks()
                .forEach(r -> lines.add("recheck " + r.name() + ", days " + r.afterDays() + ", " + r.after()));
        for (Step step : procedure.steps()) {
            List<String> written = lines(step);
            if (before.add(String.join("\n", written))) {
                lines.addAll(written);
            } else {
                lines.add("as before: " + step.id());
            }
        }
        return lines;
    }

    private static List<String> lines(Step step) {
        List<String> lines = new ArrayList<>();
        lines.add("%s %s (%s%s%s%s%s min): %s"
                .formatted(
                        step.phase(),
                        step.id(),
                        step.held(),
                        step.kitCount() ? ", kit" : "",
                        step.proves() ? ", proves" : "",
                        step.secondPerson() ? ", two" : "",
                        ", " + step.minutes(),
                        step.say()));
        add(
                lines,
                "does",
                step.acts().stream()
                        .map(a -> (a.verb() + " " + a.object()).strip())
                        .toList());
        add(lines, "marks", step.marks());
        add(lines, "with", step.tools());
        add(lines, "hands", step.techniques());
        add(lines, "caution", step.cautions().stream().map(w -> w.lead()).toList());
        step.films()
                .forEach(f -> lines.add(String.format(
                        Locale.ROOT,
                        "  film %s %s %s %s %.1f mm³",
                        f.part(),
                        f.position(),
                        f.polymers(),
                        f.grease(),
                        f.volumeM3() * 1e9)));
        step.asks().forEach(ask -> lines.add(("  ask " + read(ask)).stripTrailing()));
        return lines;
    }

    private static String read(Ask ask) {
        String limits = ask.in(new Ask.Cases<>() {
            @Override
            public String measurement(Ask.Measurement once) {
                return once.band().map(Band::shown).orElse("none") + " " + once.toolOffsetM();
            }

            @Override
            public String atPlaces(Ask.AtPlaces places) {
                return places.band().map(Band::shown).orElse("none") + " " + places.toolOffsetM() + " "
                        + places.spread().names();
            }

            @Override
            public String observation(Ask.Observation seen) {
                return seen.choices() + " " + seen.expected().orElse("any");
            }
        });
        return "%s%s %s%s%s %s"
                .formatted(
                        ask.id(),
                        ask.critical() ? ", two" : "",
                        ask.same().map(same -> "as " + same.as() + " ").orElse(""),
                        limits,
                        ask.lab().map(lab -> ", lab " + lab).orElse(""),
                        ask.note());
    }

    private static void add(List<String> lines, String what, List<?> all) {
        String said = all.stream()
                .map(each -> each instanceof Message message ? message.toString() : String.valueOf(each))
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining("; "));
        if (!said.isEmpty()) {
            lines.add("  " + what + " " + said);
        }
    }

    @Test
    @DisplayName("Each work of each family is derived as it is written")
    void asWritten() throws IOException {
        Map<String, List<String>> all = derived();
        all.putAll(summed());
        new WrittenOut("derived-jobs.txt").holds(all);
    }
}
