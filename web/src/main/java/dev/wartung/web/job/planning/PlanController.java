package dev.wartung.web.job.planning;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.message.Days;
import dev.wartung.core.procedure.Work;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Planning a job on a valve: works ticked, parts chosen, what follows shown, and the job kept. */
@Controller
class PlanController {

    private static final String ALONE =
            "A new valve is a job of its own, apart from the one in the line. Untick the others.";

    private final Valves valves;
    private final PlanningDesk planning;
    private final UsualTimes times;
    private final CurrentAccount current;
    private final Clock clock;

    PlanController(Valves valves, PlanningDesk planning, UsualTimes times, CurrentAccount current, Clock clock) {
        this.valves = valves;
        this.planning = planning;
        this.times = times;
        this.current = current;
        this.clock = clock;
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
        model.addAttribute("driveWords", planning.driveWords(valve));
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
        Optional<PlanningDesk.Plan> plan = planning.work(
                        valve, ticked.stream().map(WorkKind::id).toList(), chosen)
                .map(w -> planning.derive(valve, w));
        model.addAttribute("plan", plan.orElse(null));
        model.addAttribute(
                "minutesHere",
                plan.map(p -> times.minutes(valve.typeId(), p.procedure())).orElse(0.0));
        model.addAttribute(
                "greases", plan.map(p -> planning.greases(valve, p.procedure())).orElse(List.of()));
        model.addAttribute("figures", planning.figures(valve));
        return "plan";
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
