package dev.wartung.web.api;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.measure.Band;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.sheet.Sheets;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Procedures derived from the sheets as work is done at this plant, and tried out on the simulated bench. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Procedures")
class ProcedureApi {

    private final Sheets sheets;
    private final PlanningDesk planning;

    ProcedureApi(Sheets sheets, PlanningDesk planning) {
        this.sheets = sheets;
        this.planning = planning;
    }

    record TypeView(
            String type,
            String maker,
            String name,
            String size,
            String family,
            List<String> drives,
            Map<String, List<String>> options) {}

    /** @param choose kind of part one chooses; empty where nothing is left to choose */
    record WorkView(String work, String name, String about, String choose) {}

    /**
     * A valve and what is to be done on it.
     *
     * @param drive   NC, NO, DA, manual, motor or flow
     * @param options by option; what is left out is the first the type is made with
     * @param part    where the work lets one choose
     * @param steps   for a simulation: ids of derived steps in the order to try; left out: as derived
     */
    record Wish(
            @Nullable String type,
            @Nullable String drive,
            @Nullable Map<String, String> options,
            @Nullable String work,
            @Nullable String part,
            @Nullable List<String> steps) {}

    record StepView(
            String id,
            String phase,
            String say,
            String why,
            List<String> cautions,
            List<String> tools,
            double minutes,
            List<AskView> asks,
            List<String> greases,
            List<String> acts) {
        static StepView of(Step step) {
            return new StepView(
                    step.id(),
                    step.phase().title(),
                    step.say().toString(),
                    step.why().toString(),
                    step.cautions().stream().map(c -> c.lead() + " " + c.text()).toList(),
                    step.tools().stream().map(Message::toString).toList(),
                    step.minutes(),
                    step.asks().stream().map(AskView::of).toList(),
                    step.films().stream().map(Step.Film::grease).distinct().toList(),
                    step.acts().stream()
                            .map(a -> a.verb()
                                            .name()
                                            .toLowerCase(java.util.Locale.ROOT)
                                            .replace('_', '-')
                                    + (a.object().isEmpty() ? "" : " " + a.object()))
                            .toList());
        }
    }

    record AskView(String id, String ask, String limits, List<String> choices) {
        static AskView of(Ask ask) {
            return ask.in(new Ask.Cases<>() {
                @Override
                public AskView measurement(Measurement once) {
                    return new AskView(
                            once.id(), once.ask(), once.band().map(Band::shown).orElse(""), List.of());
                }

                @Override
                public AskView atPlaces(AtPlaces places) {
                    return new AskView(
                            places.id(),
                            places.ask(),
                            places.band().map(Band::shown).orElse(""),
                            List.of());
                }

                @Override
                public AskView observation(Observation seen) {
                    return new AskView(seen.id(), seen.ask(), "", seen.choices());
                }
            });
        }
    }

    record ProcedureView(
            Map<String, String> valve, double minutes, List<String> renews, List<String> tools, List<StepView> steps) {}

    record IncidentView(String step, String kind, String text) {}

    /** @param incidents in the order they happened; those of the end (forgotten parts) name no step */
    record Simulation(int steps, List<IncidentView> incidents) {}

    @GetMapping("/types")
    @Operation(summary = "The valve types known here")
    List<TypeView> types() {
        return sheets.types().stream()
                .map(t -> new TypeView(
                        t.id(),
                        t.maker(),
                        t.name(),
                        t.size(),
                        t.anatomy(),
                        t.drives().stream().map(Drive::code).toList(),
                        t.options()))
                .toList();
    }

    @PostMapping("/procedures/works")
    @Operation(summary = "What can be done on such a valve")
    List<WorkView> works(@RequestBody Wish wish) {
        Sheets.Pair pair = pair(wish);
        return pair.anatomy().worksFor(configuration(pair, wish), pair.type()).stream()
                .map(w -> new WorkView(
                        w.id(), w.name(), w.about(), w.renews().choose().orElse("")))
                .toList();
    }

    @PostMapping("/procedures/derive")
    @Operation(summary = "Derive the work step by step")
    ProcedureView derive(@RequestBody Wish wish) {
        Sheets.Pair pair = pair(wish);
        ValveConfiguration configuration = configuration(pair, wish);
        Procedure procedure = planning.derive(pair, configuration, work(pair, configuration, wish));
        return new ProcedureView(
                configuration.facts(),
                procedure.minutes(),
                procedure.renews(),
                procedure.tools().stream().map(Message::toString).toList(),
                procedure.steps().stream().map(StepView::of).toList());
    }

    @PostMapping("/procedures/simulate")
    @Operation(
            summary = "Try steps in an order on the simulated bench",
            description = "Answers with the incidents: thrown parts, pinched hands, forgotten seals and others.")
    Simulation simulate(@RequestBody Wish wish) {
        Sheets.Pair pair = pair(wish);
        ValveConfiguration configuration = configuration(pair, wish);
        Procedure procedure = planning.derive(pair, configuration, work(pair, configuration, wish));
        List<Step> order = order(procedure, Optional.ofNullable(wish.steps()));
        Bench bench = new Bench(pair.anatomy().build(), configuration);
        List<IncidentView> incidents = new ArrayList<>();
        order.forEach(step -> bench.carryOut(step.acts()).forEach(i -> incidents.add(view(step.id(), i))));
        bench.finish(procedure.renews()).forEach(i -> incidents.add(view("", i)));
        return new Simulation(order.size(), incidents);
    }

    private static IncidentView view(String step, Incident incident) {
        return new IncidentView(
                step,
                incident.kind().name().toLowerCase(java.util.Locale.ROOT).replace('_', '-'),
                incident.text().toString());
    }

    private static List<Step> order(Procedure procedure, Optional<List<String>> ids) {
        Map<String, Step> steps = procedure.steps().stream().collect(Collectors.toMap(Step::id, Function.identity()));
        if (ids.isPresent() && ids.get().size() > 1000) {
            throw new Refused("steps", "At most 1000 steps.");
        }
        return ids.map(list -> list.stream()
                        .map(id -> Optional.ofNullable(steps.get(id))
                                .orElseThrow(() ->
                                        new Refused("steps", "“" + id + "” is no step of this work. Derive it first.")))
                        .toList())
                .orElse(procedure.steps());
    }

    private Sheets.Pair pair(Wish wish) {
        String id = wish.type() == null ? "" : wish.type();
        return sheets.types().stream()
                .map(TypeSheet::id)
                .filter(id::equals)
                .findFirst()
                .map(sheets::of)
                .orElseThrow(() -> new Refused("type", "“" + id + "” is not a type known here. See /api/v1/types."));
    }

    private static ValveConfiguration configuration(Sheets.Pair pair, Wish wish) {
        Drive drive = Optional.ofNullable(wish.drive())
                .flatMap(Drive::of)
                .filter(pair.type().drives()::contains)
                .orElseThrow(() -> new Refused(
                        "drive",
                        "This type is made as: "
                                + pair.type().drives().stream().map(Drive::code).collect(Collectors.joining(", "))
                                + "."));
        Map<String, String> options = new LinkedHashMap<>();
        Map<String, String> wanted = wish.options() == null ? Map.of() : wish.options();
        wanted.keySet().stream()
                .filter(o -> !pair.type().options().containsKey(o))
                .findFirst()
                .ifPresent(o -> {
                    throw new Refused(
                            "options",
                            "This type has no option “" + o + "”. It has: "
                                    + String.join(", ", pair.type().options().keySet()) + ".");
                });
        pair.type().options().forEach((option, values) -> {
            String value = wanted.getOrDefault(option, values.get(0));
            if (!values.contains(value)) {
                throw new Refused("options", option + " is one of: " + String.join(", ", values) + ".");
            }
            options.put(option, value);
        });
        ValveConfiguration configuration = new ValveConfiguration(drive, options);
        if (!pair.anatomy().allows(configuration)) {
            throw new Refused("options", "The family has no such valve.");
        }
        return configuration;
    }

    private static Work work(Sheets.Pair pair, ValveConfiguration configuration, Wish wish) {
        AnatomySheet anatomy = pair.anatomy();
        List<WorkKind> offered = anatomy.worksFor(configuration, pair.type());
        WorkKind kind = Optional.ofNullable(wish.work())
                .flatMap(work -> anatomy.workFor(configuration, pair.type(), work))
                .orElseThrow(() -> new Refused(
                        "work",
                        "Offered for this valve: "
                                + offered.stream().map(WorkKind::id).collect(Collectors.joining(", "))
                                + "; several in one job with + in between, a new valve's by itself."));
        if (kind.renews().choose().isEmpty()) {
            return Work.of(kind);
        }
        List<String> parts = anatomy.build().resolve(configuration.facts()).parts().stream()
                .filter(p -> p.kind().equals(kind.renews().choose().get()))
                .map(Part::id)
                .toList();
        return Optional.ofNullable(wish.part())
                .map(WorkKind::apart)
                .filter(parts::containsAll)
                .map(chosen -> new Work(kind, chosen))
                .orElseThrow(() -> new Refused("part", "Choose one of: " + String.join(", ", parts) + "."));
    }
}
