package dev.wartung.web.valve;

import java.time.Clock;
import java.time.LocalDate;
import org.springframework.data.domain.Sort;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** The lines map. */
@Controller
class LinesController {

    private final Valves valves;
    private final Clock clock;

    LinesController(Valves valves, Clock clock) {
        this.valves = valves;
        this.clock = clock;
    }

    @GetMapping("/lines")
    String lines(Model model) {
        model.addAttribute("nav", "valves");
        model.addAttribute("map", LinesMap.of(valves.findAll(Sort.by("area", "line", "place", "tag")), LocalDate.now(clock)));
        model.addAttribute("states", LinesMap.State.values());
        return "lines";
    }
}
