package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.stores.GreaseLine;
import dev.wartung.web.valve.Narrowed;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What a draft comes to at the bench: its steps as the technician will see them, and the planned jobs they change. */
@Component
class DraftSteps {

    private final DraftReading reading;
    private final PlanningDesk planning;
    private final Valves valves;
    private final Jobs jobs;

    DraftSteps(DraftReading reading, PlanningDesk planning, Valves valves, Jobs jobs) {
        this.reading = reading;
        this.planning = planning;
        this.valves = valves;
        this.jobs = jobs;
    }

    /** A job as it would be read. */
    record Read(Procedure procedure, Supplies supplies, Map<String, Message> figures, List<GreaseLine> greases) {}

    /**
     * A job on one valve of the type.
     *
     * @param choices what is asked of the valve's build
     * @param works   what can be done on it, in words, by id
     * @param work    which is shown
     * @param trouble why there are no steps; empty where there are
     */
    record Shown(
            List<Narrowed.Choice> choices,
            Map<String, String> works,
            String work,
            Optional<Read> read,
            String trouble) {}

    /** Empty while what is said of the type cannot be read. */
    Optional<Shown> shown(SheetDraft sheet, Map<String, String> typed) {
        AnatomySheet family = reading.family(sheet);
        return reading.type(sheet)
                .filter(type -> !family.configurations(type).isEmpty())
                .map(type -> shown(family, type, typed));
    }

    private Shown shown(AnatomySheet family, TypeSheet type, Map<String, String> typed) {
        Narrowed narrowed = Narrowed.of(family, type, typed);
        ValveConfiguration valve = narrowed.shown();
        Map<String, Work> possible = new LinkedHashMap<>();
        Map<String, String> titles = new LinkedHashMap<>();
        Map<String, String> parts = family.build().resolve(valve.facts()).parts().stream()
                .collect(Collectors.toMap(Part::id, Part::name, (a, b) -> a));
        Work.possible(family, type, valve).forEach(work -> {
            String id =
                    work.kind().id() + work.chosen().stream().map(p -> "/" + p).collect(Collectors.joining());
            possible.put(id, work);
            titles.put(
                    id,
                    work.kind().name()
                            + work.chosen().stream()
                                    .map(p -> ": " + Part.inSentence(parts.getOrDefault(p, p)))
                                    .collect(Collectors.joining()));
        });
        String asked = typed.getOrDefault("work", "");
        String chosen = possible.containsKey(asked)
                ? asked
                : possible.keySet().stream().findFirst().orElse("");
        Optional<Read> read = Optional.empty();
        String trouble = "";
        Work work = possible.get(chosen);
        if (work == null) {
            trouble = "No work is known for it.";
        } else {
            try {
                read = Optional.of(read(new Sheets.Pair(family, type), valve, work));
            } catch (IllegalStateException | IllegalArgumentException e) {
                trouble = String.valueOf(e.getMessage());
            }
        }
        return new Shown(narrowed.choices(), titles, chosen, read, trouble);
    }

    private Read read(Sheets.Pair pair, ValveConfiguration valve, Work work) {
        Procedure procedure = planning.derive(pair, valve, work);
        ValveConfiguration then = valve.with(work.kind().becomes());
        return new Read(
                procedure,
                Supplies.of(pair.type(), pair.anatomy().build().resolve(then.facts()), then, procedure.renews()),
                planning.figures(pair, valve),
                planning.greases(procedure));
    }

    /**
     * Parts that a work renews and no kit has.
     *
     * @param fetched with a number of their own
     * @param unknown of which no number is known: they cannot be ordered
     */
    record Lacking(String work, List<String> fetched, List<String> unknown) {}

    /** What no kit has, for each work that renews such a part; looked at on one build for every kit there is. */
    List<Lacking> lacking(SheetDraft sheet) {
        AnatomySheet family = reading.family(sheet);
        TypeSheet type = reading.type(sheet).orElse(null);
        if (type == null) {
            return List.of();
        }
        Map<List<String>, ValveConfiguration> each = new LinkedHashMap<>();
        family.configurations(type)
                .forEach(c -> each.putIfAbsent(
                        type.kits().stream()
                                .filter(k -> k.when().holds(c.facts()))
                                .map(TypeSheet.Kit::id)
                                .toList(),
                        c));
        Map<String, Set<String>> fetched = new LinkedHashMap<>();
        Map<String, Set<String>> unknown = new LinkedHashMap<>();
        Sheets.Pair pair = new Sheets.Pair(family, type);
        for (ValveConfiguration valve : each.values()) {
            Work.possible(family, type, valve).forEach(work -> {
                try {
                    read(pair, valve, work)
                            .supplies()
                            .notInKit()
                            .forEach(piece -> (piece.article().isEmpty() ? unknown : fetched)
                                    .computeIfAbsent(work.kind().name(), w -> new TreeSet<>())
                                    .add(piece.name()));
                } catch (IllegalStateException | IllegalArgumentException e) {
                    // what cannot be derived is told by the check
                }
            });
        }
        return Stream.concat(unknown.keySet().stream(), fetched.keySet().stream())
                .distinct()
                .map(work -> new Lacking(
                        work,
                        List.copyOf(fetched.getOrDefault(work, Set.of())),
                        List.copyOf(unknown.getOrDefault(work, Set.of()))))
                .toList();
    }

    /**
     * A job that was derived from the version in force.
     *
     * @param changes what would be otherwise if it were planned now
     */
    record Derived(int number, String tag, String title, String state, String changes) {}

    /** Jobs on valves of the type that are planned or under way, by number. */
    List<Derived> derived(SheetDraft sheet, String typeId) {
        List<Long> of =
                valves.findByTypeIdOrderByTag(typeId).stream().map(Valve::id).toList();
        if (of.isEmpty()) {
            return List.of();
        }
        Optional<TypeSheet> type = reading.type(sheet);
        List<Derived> derived = new ArrayList<>();
        for (Job job : jobs.openOn(of)) {
            derived.add(new Derived(
                    job.number(),
                    job.valve().tag(),
                    job.title(),
                    job.state().words(),
                    type.map(t -> changes(reading.family(sheet), t, jobs.view(job)))
                            .orElse("")));
        }
        derived.sort((a, b) -> Integer.compare(a.number(), b.number()));
        return derived;
    }

    private String changes(AnatomySheet family, TypeSheet type, JobView view) {
        Optional<Work> work = family.work(view.job().work())
                .map(kind -> new Work(kind, view.job().chosenParts()));
        if (work.isEmpty()) {
            return "its work is not known any more";
        }
        try {
            Procedure now = planning.derive(new Sheets.Pair(family, type), view.configuration(), work.get());
            Set<?> before = new HashSet<>(view.progress().procedure().steps());
            Set<?> after = new HashSet<>(now.steps());
            long otherwise =
                    now.steps().stream().filter(s -> !before.contains(s)).count();
            long gone = view.progress().procedure().steps().stream()
                            .filter(s -> !after.contains(s))
                            .count()
                    - otherwise;
            return otherwise == 0 && gone <= 0
                    ? "nothing changes in it"
                    : otherwise + (otherwise == 1 ? " step" : " steps") + " read otherwise or are new"
                            + (gone > 0 ? ", " + gone + " fall away" : "");
        } catch (IllegalStateException | IllegalArgumentException e) {
            return "it can no more be derived: " + e.getMessage();
        }
    }
}
