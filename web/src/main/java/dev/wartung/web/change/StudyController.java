package dev.wartung.web.change;

import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.lab.Field;
import dev.wartung.core.lab.Result.Tone;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Studying a valve in a fail position, keeping the study, asking for the change. */
@Controller
class StudyController {

    private final Valves valves;
    private final StudyDesk desk;
    private final ChangeDesk changes;
    private final ChangeRequests requests;

    StudyController(Valves valves, StudyDesk desk, ChangeDesk changes, ChangeRequests requests) {
        this.valves = valves;
        this.desk = desk;
        this.changes = changes;
        this.requests = requests;
    }

    @GetMapping("/valves/{tag}/study")
    String study(
            @PathVariable String tag,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        return show(byTag(tag), typed, Map.of(), units, model);
    }

    /** Keeps the study as it stands. */
    @PostMapping("/valves/{tag}/study")
    String keep(
            @PathVariable String tag,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Valve valve = byTag(tag);
        StudyForm form = desk.form(valve, typed, units);
        if (!form.understood()) {
            return show(valve, typed, Map.of(), units, model);
        }
        desk.keep(valve, form);
        return "redirect:" + valve.path() + "/study#kept";
    }

    /** Asks for the change that the study is about, and keeps the study with it. */
    @PostMapping("/valves/{tag}/change")
    String ask(
            @PathVariable String tag,
            @RequestParam Map<String, String> typed,
            @RequestParam(defaultValue = "") String reason,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Valve valve = byTag(tag);
        StudyForm form = desk.form(valve, typed, units);
        Map<String, String> troubles = form.understood() ? changes.ask(valve, form, reason) : Map.of();
        if (!form.understood() || !troubles.isEmpty()) {
            return show(valve, typed, troubles, units, model);
        }
        return "redirect:/change-requests/"
                + changes.open(valve).map(ChangeRequest::number).orElseThrow();
    }

    private String show(
            Valve valve, Map<String, String> typed, Map<String, String> troubles, UnitSystem units, Model model) {
        if (!desk.canBeStudied(valve)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        StudyForm form = desk.form(valve, typed.containsKey("wish") ? typed : with(typed, valve), units);
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("driveWords", desk.driveWords(valve));
        model.addAttribute("in", form.inputs());
        model.addAttribute(
                "asked",
                form.inputs().fields().stream()
                        .filter(f -> !form.isAllowance(f))
                        .toList());
        List<Field> allowances =
                form.inputs().fields().stream().filter(form::isAllowance).toList();
        model.addAttribute("allowances", allowances);
        model.addAttribute(
                "allowanceTrouble",
                allowances.stream().anyMatch(f -> form.inputs().troubles().containsKey(f.id())));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("tones", Arrays.stream(Verdict.values()).collect(Collectors.toMap(v -> v, Tone::of)));
        model.addAttribute(
                "kept",
                desk.kept(valve).stream()
                        .map(s -> new Kept(s, desk.answer(s), desk.duty(s)))
                        .toList());
        model.addAttribute("requests", requests.findByValveIdOrderByNumberDesc(valve.id()));
        if (form.understood()) {
            ValveStudy.Answer answer = desk.answer(valve, form);
            model.addAttribute("answer", answer);
            model.addAttribute(
                    "drawings",
                    answer.judged().stream().map(j -> j.drawings(units)).toList());
            model.addAttribute(
                    "cannot",
                    changes.cannotBeAsked(valve, form, answer.verdict()).orElse(""));
            model.addAttribute("same", form.wish() == valve.drive());
            model.addAttribute("words", form.wish().code());
        }
        return "study";
    }

    /** A kept study with its answer and what it was asked for. */
    public record Kept(FailStudy study, KeptAnswer answer, Map<String, Message> duty) {}

    private static Map<String, String> with(Map<String, String> typed, Valve valve) {
        Map<String, String> all = new LinkedHashMap<>(typed);
        all.put("wish", valve.drive().code());
        return all;
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
