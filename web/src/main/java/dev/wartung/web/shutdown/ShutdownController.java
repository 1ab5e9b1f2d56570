package dev.wartung.web.shutdown;

import dev.wartung.scheduling.PinConflicts;
import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.shutdown.Candidates.Candidate;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.time.Instant;
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

/** Shutdowns: the list, one with its plan, its setup, planning, stopping, pinning. */
@Controller
class ShutdownController {

    private static final String ONE = "/shutdowns/{id:\\d{1,12}}";
    private static final int SHORTEST_H = 1;
    private static final int LONGEST_H = 336;

    private static final String SEEN = "seen";
    private static final String CHANGED =
            "Somebody else changed this shutdown since you opened it. This is how it is now; nothing of yours was kept.";

    private final ShutdownDesk desk;
    private final PlanLocks locks;
    private final Clock clock;

    ShutdownController(ShutdownDesk desk, PlanLocks locks, Clock clock) {
        this.locks = locks;
        this.desk = desk;
        this.clock = clock;
    }

    @GetMapping("/shutdowns")
    String list(Model model) {
        return list(Map.of(), Map.of(), model);
    }

    @PostMapping("/shutdowns")
    String make(@RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String name = typed.getOrDefault("name", "").strip();
        if (name.isEmpty() || name.length() > 120) {
            troubles.put("name", "Give it a name of at most 120 letters.");
        }
        Optional<Instant> begins =
                TypedDay.moment("begins", typed.getOrDefault("begins", ""), clock.getZone(), troubles);
        String hours = typed.getOrDefault("hours", "").strip();
        if (!hours.matches("\\d{1,3}") || Integer.parseInt(hours) < SHORTEST_H || Integer.parseInt(hours) > LONGEST_H) {
            troubles.put("hours", "From " + SHORTEST_H + " to " + LONGEST_H + " hours.");
        }
        if (!troubles.isEmpty() || begins.isEmpty()) {
            return list(typed, troubles, model);
        }
        return "redirect:/shutdowns/"
                + desk.make(name, begins.get(), Integer.parseInt(hours) * 60).id();
    }

    private String list(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "shutdown");
        model.addAttribute("windows", desk.all());
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "shutdowns";
    }

    @GetMapping(ONE)
    String one(@PathVariable long id, Model model) {
        return show(id, Map.of(), Map.of(), List.of(), model);
    }

    /** The part of the page that changes while it is planned. */
    @GetMapping(ONE + "/live")
    String live(@PathVariable long id, Model model, HttpServletResponse response) {
        ShutdownWindow window = known(id);
        if (!window.running()) {
            // the whole page is another one now: its buttons, too
            response.setHeader("HX-Refresh", "true");
        }
        plan(window, model);
        return "shutdown :: live";
    }

    @GetMapping(ONE + "/why")
    String why(@PathVariable long id, @RequestParam String job, Model model) {
        model.addAttribute("reasons", desk.why(known(id), job));
        return "shutdown :: why";
    }

    @PostMapping(ONE + "/setup")
    String setUp(@PathVariable long id, @RequestParam Map<String, String> typed, Model model) {
        ShutdownWindow window = known(id);
        SetupForm form = new SetupForm(typed);
        Setup setup = form.read(desk.setup(window), desk.candidates(window));
        if (!form.troubles().isEmpty()) {
            return show(id, typed, form.troubles(), List.of(), model);
        }
        return desk.setUp(id, typed.getOrDefault(SEEN, ""), setup)
                ? "redirect:/shutdowns/" + id + "?kept"
                : show(
                        id,
                        typed,
                        Map.of(SEEN, CHANGED + " What you typed is still here: keep it now, or leave it."),
                        List.of(),
                        model);
    }

    @PostMapping(ONE + "/plan")
    String plan(@PathVariable long id, Model model) {
        ShutdownWindow window = known(id);
        List<String> hindrances = desk.hindrances(desk.problem(window, desk.candidates(window)));
        if (!hindrances.isEmpty()) {
            return show(id, Map.of(), Map.of(), hindrances, model);
        }
        desk.begin(id);
        return "redirect:/shutdowns/" + id;
    }

    @PostMapping(ONE + "/stop")
    String stop(@PathVariable long id) {
        desk.stop(known(id).id());
        return "redirect:/shutdowns/" + id;
    }

    /** @param start minutes from the beginning of the window */
    @PostMapping(ONE + "/pin")
    String pin(
            @PathVariable long id,
            @RequestParam String job,
            @RequestParam int start,
            @RequestParam String technician,
            @RequestParam(defaultValue = "") String seen,
            Model model) {
        ShutdownWindow window = known(id);
        boolean sense =
                desk.candidates(window).stream().anyMatch(c -> Problem.id(c).equals(job))
                        && start >= 0
                        && start < window.minutes()
                        && desk.setup(window).people().stream()
                                .anyMatch(p -> p.there() && p.username().equals(technician));
        if (!sense) {
            return show(id, Map.of(), Map.of(), List.of("That job cannot be pinned there."), model);
        }
        return desk.pin(id, seen, new Pin(job, start, technician))
                ? "redirect:/shutdowns/" + id
                : show(id, Map.of(), Map.of(), List.of(CHANGED), model);
    }

    @PostMapping(ONE + "/unpin")
    String unpin(
            @PathVariable long id,
            @RequestParam String job,
            @RequestParam(defaultValue = "") String seen,
            Model model) {
        return desk.unpin(known(id).id(), seen, job)
                ? "redirect:/shutdowns/" + id
                : show(id, Map.of(), Map.of(), List.of(CHANGED), model);
    }

    private String show(
            long id, Map<String, String> typed, Map<String, String> troubles, List<String> hindrances, Model model) {
        ShutdownWindow window = known(id);
        List<Candidate> candidates = desk.candidates(window);
        Problem now = desk.problem(window, candidates);
        plan(window, model);
        model.addAttribute("candidates", candidates);
        model.addAttribute("conflicts", hindrances.isEmpty() ? PinConflicts.of(now.shutdown()) : hindrances);
        model.addAttribute(
                "outdated",
                desk.problem(window)
                        .filter(p -> !p.shutdown().equals(now.shutdown()))
                        .isPresent());
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "shutdown";
    }

    private void plan(ShutdownWindow window, Model model) {
        Setup setup = desk.setup(window);
        List<Pin> pins = desk.pins(window);
        Optional<Problem> problem = desk.problem(window);
        Optional<Plan> plan = desk.plan(window).filter(p -> problem.isPresent());
        model.addAttribute("nav", "shutdown");
        model.addAttribute("window", window);
        model.addAttribute("setup", setup);
        model.addAttribute("pins", pins);
        model.addAttribute("problem", problem.orElse(null));
        model.addAttribute("plan", plan.orElse(null));
        model.addAttribute(
                "summary",
                plan.map(p -> PlanSummary.of(problem.orElseThrow(), p, window.bound()))
                        .orElse(null));
        model.addAttribute(
                "locks",
                // not while it changes twice a second
                plan.filter(p -> !window.running())
                        .map(p -> locks.of(problem.orElseThrow(), p))
                        .orElse(List.of()));
        model.addAttribute(
                "chart",
                plan.map(p -> PlanChart.of(problem.orElseThrow(), p, pins, setup, window.begins(), clock.getZone()))
                        .orElse(null));
    }

    private ShutdownWindow known(long id) {
        return desk.byId(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
