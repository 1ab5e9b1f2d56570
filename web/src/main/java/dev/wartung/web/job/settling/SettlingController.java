package dev.wartung.web.job.settling;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Re-checks of a bolted joint: what was read, how it settles, when to look next. */
@Controller
class SettlingController {

    private final SettlingDesk desk;
    private final Valves valves;

    SettlingController(SettlingDesk desk, Valves valves) {
        this.desk = desk;
        this.valves = valves;
    }

    /** A series with its picture in the reader's units. */
    public record Shown(JointSeries series, String chart, String pace) {}

    @GetMapping("/valves/{tag}/settling")
    String settling(@PathVariable String tag, @ModelAttribute("units") UnitSystem units, Model model) {
        return show(byTag(tag), Map.of(), Map.of(), units, model);
    }

    @PostMapping("/valves/{tag}/settling")
    String look(
            @PathVariable String tag,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Valve valve = byTag(tag);
        Map<String, String> troubles = desk.look(valve, entryId, typed);
        return troubles.isEmpty()
                ? "redirect:" + valve.path() + "/settling"
                : show(valve, typed, troubles, units, model);
    }

    private String show(
            Valve valve, Map<String, String> typed, Map<String, String> troubles, UnitSystem units, Model model) {
        List<Shown> shown = desk.series(valve).stream()
                .map(s -> new Shown(s, s.chart(units), s.pace(units)))
                .toList();
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("shown", shown);
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "settling";
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
