package dev.wartung.web.valve;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import org.springframework.data.domain.Sort;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The lines map. */
@Controller
class LinesController {

    private static final Sort ORDER = Sort.by("area", "line", "place", "tag");
    /** More marks than anybody reads on one picture. */
    private static final long MOST = 1500;

    private final Valves valves;
    private final Clock clock;

    LinesController(Valves valves, Clock clock) {
        this.valves = valves;
        this.clock = clock;
    }

    /** @param area only this one; a site of more valves than fit on one picture is shown area by area */
    @GetMapping("/lines")
    String lines(@RequestParam(defaultValue = "") String area, Model model) {
        List<String> areas = valves.areas();
        boolean large = valves.count() > MOST;
        String shown = areas.contains(area) ? area : large ? areas.get(0) : "";
        List<Valve> on = shown.isEmpty() ? valves.findAll(ORDER) : valves.findByArea(shown, ORDER);
        model.addAttribute("nav", "valves");
        model.addAttribute("areas", large ? areas : List.of());
        model.addAttribute("area", shown);
        model.addAttribute("map", LinesMap.of(on, LocalDate.now(clock)));
        model.addAttribute("states", LinesMap.State.values());
        return "lines";
    }
}
