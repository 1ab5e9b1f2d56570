package dev.wartung.web.stores;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What lies in the stores. */
@Controller
class StoresController {

    private final Stores stores;
    private final Items items;
    private final Clock clock;

    StoresController(Stores stores, Items items, Clock clock) {
        this.stores = stores;
        this.items = items;
        this.clock = clock;
    }

    @GetMapping("/stores")
    String list(@RequestParam(defaultValue = "") String q, Model model) {
        return show(q, Map.of(), Map.of(), model);
    }

    @PostMapping("/stores/lots")
    String takeIn(@RequestParam Map<String, String> typed, Model model) {
        LotForm form = new LotForm(typed, items, LocalDate.now(clock));
        return form.troubles().isEmpty()
                ? "redirect:/stores/lots/" + form.takeIn(stores).id()
                : show("", typed, form.troubles(), model);
    }

    private String show(String q, Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "stores");
        model.addAttribute("q", q);
        model.addAttribute("lots", stores.find(q));
        model.addAttribute("items", items.all());
        model.addAttribute("today", LocalDate.now(clock));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "stores";
    }
}
