package dev.wartung.web.lab;

import dev.wartung.core.drawing.OldSealDrawing;
import dev.wartung.core.lab.Instrument;
import dev.wartung.core.lab.Instrument.Drawer;
import dev.wartung.core.lab.Lab;
import dev.wartung.core.lab.Lab.Worked;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.page.Wordings;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * The instruments: a page each, and the answer alone while one types. The address carries what was typed, so it can be
 * passed on.
 */
@Controller
class LabController {

    private static final String UNITS = "units";

    private final Wordings wordings;

    LabController(Wordings wordings) {
        this.wordings = wordings;
    }

    @GetMapping("/lab")
    String drawers(Model model) {
        Map<Drawer, List<Instrument>> drawers = new LinkedHashMap<>();
        Arrays.stream(Drawer.values())
                .forEach(d -> drawers.put(
                        d,
                        Lab.instruments().stream()
                                .filter(i -> i.plate().drawer() == d)
                                .toList()));
        model.addAttribute("nav", "lab");
        model.addAttribute("drawers", drawers);
        return "lab";
    }

    @GetMapping("/lab/{id}")
    String instrument(
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute(UNITS) UnitSystem own,
            Model model) {
        show(id, typed, own, model);
        return "instrument";
    }

    @GetMapping("/lab/{id}/answer")
    String answer(
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute(UNITS) UnitSystem own,
            Model model,
            HttpServletResponse response) {
        Worked worked = show(id, typed, own, model);
        response.setHeader("HX-Replace-Url", link(worked));
        return "instrument :: answer";
    }

    private Worked show(String id, Map<String, String> typed, UnitSystem own, Model model) {
        Instrument instrument = Lab.instrument(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        UnitSystem units = units(typed.get(UNITS), own);
        Worked worked = Lab.work(instrument, typed, units);
        model.addAttribute("nav", "lab");
        model.addAttribute("plate", instrument.plate());
        model.addAttribute("worked", worked);
        model.addAttribute("link", link(worked));
        model.addAttribute("pictures", pictures(worked));
        model.addAttribute(UNITS, units);
        model.addAttribute("wording", wordings.in(units));
        return worked;
    }

    /** Choices that are made by picture rather than by word: field to value to picture. */
    private static Map<String, Map<String, String>> pictures(Worked worked) {
        Map<String, Map<String, String>> pictures = new LinkedHashMap<>();
        worked.inputs().fields().stream().filter(f -> f.id().equals("look")).forEach(f -> {
            Map<String, String> drawn = new LinkedHashMap<>();
            f.options().forEach((look, name) -> drawn.put(look, OldSealDrawing.svg(look, name)));
            pictures.put(f.id(), drawn);
        });
        return pictures;
    }

    /** A link says which units its bare numbers are in; without one, they are the reader's own. */
    private static UnitSystem units(@Nullable String said, UnitSystem own) {
        return Arrays.stream(UnitSystem.values())
                .filter(u -> u.name().equalsIgnoreCase(said))
                .findFirst()
                .orElse(own);
    }

    /** The address that shows the same again to anybody. */
    private static String link(Worked worked) {
        UriComponentsBuilder link = UriComponentsBuilder.fromPath("/lab/{id}")
                .queryParam(UNITS, worked.inputs().units().name().toLowerCase(Locale.ROOT));
        Map<String, String> values =
                new LinkedHashMap<>(Map.of("id", worked.instrument().plate().id()));
        worked.inputs().fields().forEach(f -> {
            String name = f.id().replace('.', '_');
            link.queryParam(f.id(), "{" + name + "}");
            values.put(name, worked.inputs().text(f.id()));
        });
        return link.encode().buildAndExpand(values).toUriString();
    }
}
