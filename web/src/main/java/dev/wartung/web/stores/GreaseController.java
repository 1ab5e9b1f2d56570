package dev.wartung.web.stores;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Wording;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.valve.Valves;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The greases on site, and what each area asks of them. */
@Controller
class GreaseController {

    private static final String CLAIM = "claim.";

    private final GreaseStore store;
    private final Valves valves;

    GreaseController(GreaseStore store, Valves valves) {
        this.store = store;
        this.valves = valves;
    }

    @GetMapping("/stores/greases")
    String greases(Model model) {
        return show(Map.of(), Map.of(), model);
    }

    @PostMapping("/stores/greases")
    String takeIn(@RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units, Model model) {
        Map<String, String> troubles = store.takeIn(typed, units);
        return troubles.isEmpty() ? "redirect:/stores/greases" : show(typed, troubles, model);
    }

    @PostMapping("/stores/greases/{id}/used-up")
    String usedUp(@PathVariable long id) {
        store.usedUp(id);
        return "redirect:/stores/greases";
    }

    @PostMapping("/stores/areas")
    String ask(
            @RequestParam String area,
            @RequestParam(defaultValue = "") String hottest,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Entry read = Entry.read(hottest, units.unit(Dimension.TEMPERATURE));
        if (!valves.areas().contains(area)) {
            return show(typed, Map.of("area", "There is no such area."), model);
        }
        if (read instanceof Entry.NotUnderstood not) {
            return show(typed, Map.of("hottest." + area, not.reason()), model);
        }
        double hottestK = ((Entry.Understood) read).quantity().si();
        if (!GreaseStore.believable(hottestK)) {
            return show(typed, Map.of("hottest." + area, new Wording(units).of(GreaseStore.BELIEVABLE)), model);
        }
        Set<String> claims = typed.keySet().stream()
                .filter(k -> k.startsWith(CLAIM))
                .map(k -> k.substring(CLAIM.length()))
                .filter(c -> Knowledge.lubrication().claims().stream()
                        .anyMatch(known -> known.id().equals(c)))
                .collect(Collectors.toSet());
        store.ask(area, claims, hottestK);
        return "redirect:/stores/greases";
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "stores");
        model.addAttribute("matrix", Knowledge.lubrication());
        model.addAttribute("tins", store.onSite());
        model.addAttribute("areas", valves.areas());
        model.addAttribute(
                "rules", store.rules().stream().collect(Collectors.toMap(AreaRule::area, Function.identity())));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "greases";
    }
}
