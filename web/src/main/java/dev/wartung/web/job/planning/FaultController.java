package dev.wartung.web.job.planning;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.fault.Cure;
import dev.wartung.core.fault.FaultFinder;
import dev.wartung.core.fault.FaultFinder.Cause;
import dev.wartung.core.fault.FaultFinder.Question;
import dev.wartung.core.fault.FaultFinder.Suspect;
import dev.wartung.core.fault.FaultFinder.Symptom;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
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

/** What is wrong with a valve: from the symptom over questions to the part, and to the smallest job that cures it. */
@Controller
class FaultController {

    private static final String QUESTION = "q.";

    private final Valves valves;
    private final PlanningDesk planning;
    private final CurrentAccount current;
    private final Clock clock;
    private final FaultFinder known = Knowledge.faults();

    FaultController(Valves valves, PlanningDesk planning, CurrentAccount current, Clock clock) {
        this.valves = valves;
        this.planning = planning;
        this.current = current;
        this.clock = clock;
    }

    /**
     * Somebody to suspect on this valve.
     *
     * @param part what would be renewed; empty where nothing is
     * @param cure the smallest job for it
     */
    public record Lead(Suspect suspect, Optional<Part> part, Optional<Cure> cure) {}

    @GetMapping("/valves/{tag}/fault")
    String fault(
            @PathVariable String tag,
            @RequestParam(defaultValue = "") String symptom,
            @RequestParam Map<String, String> typed,
            Model model) {
        Valve valve = byTag(tag);
        Build build = planning.build(valve);
        FaultFinder finder = known.on(build, valve.drive());
        List<Symptom> symptoms = finder.symptoms();
        Optional<Symptom> chosen =
                symptoms.stream().filter(s -> s.id().equals(symptom)).findFirst();
        Map<String, String> answers = chosen.map(s -> answers(s, typed)).orElse(Map.of());
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("driveWords", planning.driveWords(valve));
        model.addAttribute("symptoms", symptoms);
        model.addAttribute("symptom", chosen.orElse(null));
        model.addAttribute("answers", answers);
        model.addAttribute(
                "worth",
                chosen.map(s -> finder.open(s, answers).stream()
                                .map(Question::id)
                                .toList())
                        .orElse(List.of()));
        model.addAttribute(
                "leads",
                chosen.map(s -> leads(valve, build, finder, s, answers)).orElse(List.of()));
        return "fault";
    }

    /** Plans the smallest job for what is suspected; the report goes on its record. */
    @PostMapping("/valves/{tag}/fault")
    String cure(
            @PathVariable String tag,
            @RequestParam String symptom,
            @RequestParam String cause,
            @RequestParam Map<String, String> typed) {
        Valve valve = byTag(tag);
        Build build = planning.build(valve);
        FaultFinder finder = known.on(build, valve.drive());
        Symptom reported = finder.symptoms().stream()
                .filter(s -> s.id().equals(symptom))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.BAD_REQUEST));
        Lead lead = leads(valve, build, finder, reported, answers(reported, typed)).stream()
                .filter(l -> l.suspect().cause().id().equals(cause))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.BAD_REQUEST));
        Cure cure = lead.cure().orElseThrow(() -> new ResponseStatusException(HttpStatus.BAD_REQUEST));
        Cause likely = lead.suspect().cause();
        return "redirect:/jobs/"
                + planning.keep(
                                valve,
                                cure.work(),
                                LocalDate.now(clock),
                                current.get(),
                                reported.name() + ". Suspected: "
                                        + likely.name().toLowerCase(Locale.ROOT) + ". To make sure: "
                                        + likely.confirm())
                        .number();
    }

    private static Map<String, String> answers(Symptom symptom, Map<String, String> typed) {
        Map<String, String> answers = new HashMap<>();
        symptom.questions().forEach(q -> Optional.ofNullable(typed.get(QUESTION + q.id()))
                .filter(q.answers()::containsKey)
                .ifPresent(a -> answers.put(q.id(), a)));
        return answers;
    }

    private List<Lead> leads(
            Valve valve, Build build, FaultFinder finder, Symptom symptom, Map<String, String> answers) {
        return finder.suspects(symptom, answers).stream()
                .map(s -> {
                    Optional<String> part = s.cause().partOn(build);
                    boolean free = valve.state() != ValveState.ON_BENCH;
                    return new Lead(
                            s, part.flatMap(build::part), part.filter(p -> free).flatMap(p -> planning.cure(valve, p)));
                })
                .toList();
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
