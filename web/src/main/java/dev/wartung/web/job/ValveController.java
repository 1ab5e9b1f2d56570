package dev.wartung.web.job;

import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.message.Days;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.sealing.Autopsy;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.FittedPart;
import dev.wartung.web.valve.FittedParts;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveDrawing;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** A valve's own page, and planning a job on it. */
@Controller
class ValveController {

    private static final String ALONE =
            "A new valve is a job of its own, apart from the one in the line. Untick the others.";

    private final Valves valves;
    private final FittedParts fittedParts;
    private final Jobs jobs;
    private final Rechecks rechecks;
    private final RecordChanges changes;
    private final OldSeals oldSeals;
    private final Planning planning;
    private final Sheets sheets;
    private final ValveDrawing drawing;
    private final CurrentAccount current;
    private final Clock clock;

    ValveController(
            Valves valves,
            FittedParts fittedParts,
            Jobs jobs,
            Rechecks rechecks,
            RecordChanges changes,
            OldSeals oldSeals,
            Planning planning,
            Sheets sheets,
            ValveDrawing drawing,
            CurrentAccount current,
            Clock clock) {
        this.valves = valves;
        this.fittedParts = fittedParts;
        this.jobs = jobs;
        this.rechecks = rechecks;
        this.changes = changes;
        this.oldSeals = oldSeals;
        this.planning = planning;
        this.sheets = sheets;
        this.drawing = drawing;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/valves/{tag}")
    String valve(@PathVariable String tag, Model model) {
        Valve valve = byTag(tag);
        Sheets.Pair pair = sheets.of(valve.typeId());
        Map<String, FittedPart> fitted = fittedParts.findByValveIdAndRemovedOnIsNull(valve.id()).stream()
                .collect(Collectors.toMap(FittedPart::part, Function.identity(), (a, b) -> b));
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("today", LocalDate.now(clock));
        model.addAttribute("svg", drawing.svg(valve, fitted, current.get().units()));
        model.addAttribute("configuration", pair.anatomy().inWords(valve.configuration()));
        model.addAttribute("figures", planning.figures(valve));
        model.addAttribute(
                "fitted",
                planning.build(valve).parts().stream()
                        .map(Part::id)
                        .filter(fitted::containsKey)
                        .map(fitted::get)
                        .toList());
        model.addAttribute(
                "partNames", planning.build(valve).parts().stream().collect(Collectors.toMap(Part::id, Part::name)));
        model.addAttribute(
                "ages",
                fitted.values().stream().collect(Collectors.toMap(FittedPart::part, f -> drawing.age(f.fittedOn()))));
        model.addAttribute("changes", changes.findByValveIdOrderByAtDesc(valve.id()));
        List<OldSealRecord> seals = oldSeals.findByValveIdOrderByAtDesc(valve.id());
        model.addAttribute(
                "studied",
                valve.drive().pneumatic() && !ValveStudy.drives(pair.type()).isEmpty());
        model.addAttribute("settles", pair.type().joints().values().stream().anyMatch(j -> j.pattern()
                .isPresent()));
        model.addAttribute("oldSeals", seals);
        model.addAttribute("patterns", patterns(seals));
        model.addAttribute(
                "looks",
                Knowledge.oldSeals().appearances().stream()
                        .collect(Collectors.toMap(Appearance::id, Appearance::name)));
        model.addAttribute("jobs", jobs.ofValve(valve.id()));
        model.addAttribute("rechecks", rechecks.findByValveIdAndDoneOnIsNullOrderByDueOn(valve.id()));
        return "valve";
    }

    /** What came out looking the same more than once. */
    private static List<String> patterns(List<OldSealRecord> seals) {
        Map<String, Long> times = seals.stream()
                .collect(Collectors.groupingBy(OldSealRecord::appearance, LinkedHashMap::new, Collectors.counting()));
        return times.entrySet().stream()
                .flatMap(t ->
                        Knowledge.oldSeals().appearance(t.getKey()).map(a -> Autopsy.pattern(a, t.getValue())).stream())
                .filter(p -> !p.isEmpty())
                .toList();
    }

    @GetMapping("/valves/{tag}/plan")
    String plan(
            @PathVariable String tag,
            @RequestParam(defaultValue = "") List<String> work,
            @RequestParam(defaultValue = "") List<String> part,
            @RequestParam(defaultValue = "") String due,
            Model model) {
        return show(byTag(tag), work, part, due, Map.of(), model);
    }

    @PostMapping("/valves/{tag}/plan")
    String keep(
            @PathVariable String tag,
            @RequestParam(defaultValue = "") List<String> work,
            @RequestParam(defaultValue = "") List<String> part,
            @RequestParam(defaultValue = "") String due,
            Model model) {
        Valve valve = byTag(tag);
        Map<String, String> troubles = new LinkedHashMap<>();
        Optional<Work> chosen = planning.work(valve, work, part);
        if (chosen.isEmpty()) {
            boolean apart = !WorkKind.goTogether(planning.works(valve).stream()
                    .filter(w -> work.contains(w.id()))
                    .toList());
            boolean which = !apart
                    && planning.works(valve).stream()
                            .anyMatch(w ->
                                    work.contains(w.id()) && w.renews().choose().isPresent());
            troubles.put(
                    which ? "part" : "work",
                    which ? "Choose which ones." : apart ? ALONE : "Choose what is to be done.");
        }
        Optional<LocalDate> day = TypedDay.coming("due", Map.of("due", due), LocalDate.now(clock), troubles);
        if (chosen.isEmpty() || day.isEmpty()) {
            return show(valve, work, part, due, troubles, model);
        }
        return "redirect:/jobs/"
                + planning.keep(valve, chosen.get(), day.get(), current.get()).number();
    }

    private String show(
            Valve valve, List<String> work, List<String> part, String due, Map<String, String> troubles, Model model) {
        List<WorkKind> works = planning.works(valve);
        List<WorkKind> ticked =
                works.stream().filter(w -> work.contains(w.id())).toList();
        List<Part> choices = ticked.isEmpty() ? List.of() : planning.choices(valve, WorkKind.together(ticked));
        List<String> chosen =
                choices.stream().map(Part::id).filter(part::contains).toList();
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("works", works);
        model.addAttribute("ticked", ticked.stream().map(WorkKind::id).toList());
        model.addAttribute(
                "offered",
                ticked.stream()
                        .flatMap(w -> w.offers().stream())
                        .filter(id -> ticked.stream().noneMatch(w -> w.id().equals(id)))
                        .toList());
        model.addAttribute(
                "live", ticked.isEmpty() ? "" : WorkKind.together(ticked).live());
        model.addAttribute("choices", choices);
        model.addAttribute("parts", chosen);
        model.addAttribute("due", due.isEmpty() ? Days.day(LocalDate.now(clock)) : due);
        model.addAttribute(
                "troubles", WorkKind.goTogether(ticked) || ticked.isEmpty() ? troubles : Map.of("work", ALONE));
        Optional<Planning.Plan> plan = planning.work(
                        valve, ticked.stream().map(WorkKind::id).toList(), chosen)
                .map(w -> planning.derive(valve, w));
        model.addAttribute("plan", plan.orElse(null));
        model.addAttribute(
                "greases", plan.map(p -> planning.greases(valve, p.procedure())).orElse(List.of()));
        model.addAttribute("figures", planning.figures(valve));
        return "plan";
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
