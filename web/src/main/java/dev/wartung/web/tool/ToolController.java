package dev.wartung.web.tool;

import dev.wartung.core.calibration.Capability;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.page.TypedDay;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** The measuring tools and their calibrations. */
@Controller
class ToolController {

    private final Toolbox box;

    ToolController(Toolbox box) {
        this.box = box;
    }

    @GetMapping("/stores/tools")
    String tools(Model model) {
        return show(Map.of(), Map.of(), model);
    }

    @PostMapping("/stores/tools")
    String add(@RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String number = needed("number", 40, "What stands on it?", typed, troubles);
        String name = needed("name", 120, "What is it?", typed, troubles);
        String certificate = text("certificate", 120, typed, troubles);
        Optional<ToolKind> kind = Stream.of(ToolKind.values())
                .filter(k -> k.name().equals(typed.get("kind")))
                .findFirst();
        if (kind.isEmpty()) {
            troubles.put("kind", "Choose one.");
        }
        String months = typed.getOrDefault("months", "").strip();
        if (!months.matches("\\d{1,3}") || Integer.parseInt(months) < 1 || Integer.parseInt(months) > 120) {
            troubles.put("months", "Months, from 1 to 120.");
        }
        Optional<LocalDate> on = TypedDay.past("calibrated", typed, box.today(), troubles);
        Optional<Capability> can = kind.flatMap(k -> CapabilityForm.read(k, typed, units, troubles));
        if (troubles.isEmpty()
                && !box.add(
                        number,
                        kind.orElseThrow(),
                        name,
                        Integer.parseInt(months),
                        on.orElseThrow(),
                        certificate,
                        can)) {
            troubles.put("number", "There is a tool with that number already.");
        }
        return troubles.isEmpty() ? "redirect:/stores/tools" : show(typed, troubles, model);
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "stores");
        model.addAttribute("tools", box.ready());
        model.addAttribute("kinds", ToolKind.values());
        model.addAttribute("today", box.today());
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "tools";
    }

    @GetMapping("/stores/tools/{id}")
    String tool(@PathVariable long id, Model model) {
        return show(id, Map.of(), Map.of(), model);
    }

    @PostMapping("/stores/tools/{id}/calibrated")
    String calibrated(
            @PathVariable long id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        Optional<LocalDate> on = TypedDay.past("on", typed, box.today(), troubles);
        boolean good = "good".equals(typed.get("found"));
        if (!good && !"out".equals(typed.get("found"))) {
            troubles.put("found", "Choose what was found.");
        }
        String note = text("note", 500, typed, troubles);
        String certificate = text("certificate", 120, typed, troubles);
        Optional<Capability> can = CapabilityForm.read(known(id).kind(), typed, units, troubles);
        if (!troubles.isEmpty()) {
            return show(id, typed, troubles, model);
        }
        box.calibrated(known(id), on.orElseThrow(), good, certificate, note, can);
        return "redirect:/stores/tools/" + id;
    }

    @PostMapping("/stores/tools/{id}/retired")
    String retired(@PathVariable long id) {
        box.retire(known(id).id());
        return "redirect:/stores/tools";
    }

    private String show(long id, Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "stores");
        model.addAttribute("tool", known(id));
        model.addAttribute("calibrations", box.calibrations(id));
        model.addAttribute("uses", box.sinceLastGood(id));
        model.addAttribute("today", box.today());
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "tool";
    }

    private MeasuringTool known(long id) {
        return box.tool(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static String needed(
            String field, int longest, String missing, Map<String, String> typed, Map<String, String> troubles) {
        String value = text(field, longest, typed, troubles);
        if (value.isEmpty()) {
            troubles.put(field, missing);
        }
        return value;
    }

    private static String text(String field, int longest, Map<String, String> typed, Map<String, String> troubles) {
        String value = typed.getOrDefault(field, "").strip();
        if (value.length() > longest) {
            troubles.put(field, "Keep it under " + longest + " letters.");
        }
        return value;
    }
}
