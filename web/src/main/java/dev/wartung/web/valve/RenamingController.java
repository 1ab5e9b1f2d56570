package dev.wartung.web.valve;

import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Another tag for a valve; addressed by its number, for what it is called may be what no address holds. */
@Controller
class RenamingController {

    private static final String ONE = "/register/{id:\\d{1,12}}/tag";

    private final Valves valves;
    private final Renaming renaming;

    RenamingController(Valves valves, Renaming renaming) {
        this.valves = valves;
        this.renaming = renaming;
    }

    @GetMapping(ONE)
    String ask(@PathVariable long id, Model model) {
        return show(known(id), Map.of(), Map.of(), model);
    }

    @PostMapping(ONE)
    String rename(@PathVariable long id, @RequestParam Map<String, String> typed, Model model) {
        Valve valve = known(id);
        Map<String, String> troubles = renaming.rename(valve, typed);
        return troubles.isEmpty() ? "redirect:" + known(id).path() : show(valve, typed, troubles, model);
    }

    private String show(Valve valve, Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("former", renaming.of(valve));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "tag";
    }

    private Valve known(long id) {
        return valves.findById(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
