package dev.wartung.web.register;

import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.HashMap;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Where a valve stands, and whether the plant still has use for it. */
@Controller
class ComingAndGoingController {

    private static final String ONE = "/register/{id:\\d{1,12}}/stand";

    private final ComingAndGoing desk;
    private final Valves valves;
    private final RecordChanges changes;

    ComingAndGoingController(ComingAndGoing desk, Valves valves, RecordChanges changes) {
        this.desk = desk;
        this.valves = valves;
        this.changes = changes;
    }

    @GetMapping(ONE)
    String ask(@PathVariable long id, Model model) {
        Valve valve = known(id);
        Map<String, String> typed =
                new HashMap<>(Map.of("service", valve.service(), "area", valve.area(), "line", valve.line()));
        if (valve.place() > 0) {
            typed.put("place", String.valueOf(valve.place()));
        }
        return show(valve, "", typed, Map.of(), model);
    }

    @PostMapping(ONE + "/{what:move|retire|decommission|back}")
    String change(
            @PathVariable long id, @PathVariable String what, @RequestParam Map<String, String> typed, Model model) {
        Valve valve = known(id);
        Map<String, String> troubles =
                switch (what) {
                    case "move" -> desk.move(valve, typed);
                    case "back" -> desk.bringBack(valve, typed);
                    default -> desk.retire(valve, what.equals("decommission"), typed);
                };
        if (troubles.isEmpty()) {
            return "redirect:" + known(id).path();
        }
        Map<String, String> all =
                new HashMap<>(Map.of("service", valve.service(), "area", valve.area(), "line", valve.line()));
        all.putAll(typed);
        return show(valve, what, all, troubles, model);
    }

    /** @param what which of the forms the troubles belong to; empty where none was sent */
    private String show(
            Valve valve, String what, Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("what", what);
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("places", valves.lines());
        model.addAttribute("held", desk.held(valve).orElse(""));
        model.addAttribute("lying", desk.lyingForIt(valve));
        model.addAttribute("changes", changes.findByValveIdOrderByAtDesc(valve.id()));
        return "stand";
    }

    private Valve known(long id) {
        return valves.findById(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
