package dev.wartung.web.trend;

import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** A valve's readings from job to job. */
@Controller
class TrendController {

    private final TrendDesk desk;
    private final Valves valves;

    TrendController(TrendDesk desk, Valves valves) {
        this.desk = desk;
        this.valves = valves;
    }

    @GetMapping("/valves/{tag}/trends")
    String trends(@PathVariable String tag, Model model) {
        Valve valve =
                valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("series", desk.of(valve));
        return "trends";
    }
}
