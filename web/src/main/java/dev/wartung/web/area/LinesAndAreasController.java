package dev.wartung.web.area;

import dev.wartung.core.exposure.LineUse;
import dev.wartung.core.exposure.WettedSeals.Judged;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.sheet.Knowledge;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Areas and lines, one below the other. */
@Controller
class LinesAndAreasController {

    private static final String PAGE = "redirect:/areas";

    private final Lines lines;

    LinesAndAreasController(Lines lines) {
        this.lines = lines;
    }

    /**
     * A line as a row of the page.
     *
     * @param cleaning the hottest its cleaning gets, as it is written in these units; empty where nobody has said
     * @param steam    likewise of steam
     * @param against  what is known against seals in it, the worst first
     * @param fine     the materials of which nothing is
     * @param mine     whether what was typed, and what is wrong with it, is of this one
     */
    public record Row(
            Line line, String cleaning, String steam, List<Judged> against, List<String> fine, boolean mine) {}

    @GetMapping("/areas")
    String show(@ModelAttribute("units") UnitSystem units, Model model) {
        return show("", Map.of(), Map.of(), units, model);
    }

    @PostMapping("/areas")
    String add(@RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units, Model model) {
        Map<String, String> troubles = new HashMap<>();
        Optional<String> area = LinesForm.name("newArea", typed, troubles);
        Optional<String> line = LinesForm.name("newLine", typed, troubles);
        if (area.isPresent() && line.isPresent() && lines.isThere(area.get(), line.get())) {
            troubles.put("newLine", "It is there already.");
        }
        if (area.isEmpty() || line.isEmpty() || !troubles.isEmpty()) {
            return show("add", typed, troubles, units, model);
        }
        lines.keep(area.get(), line.get(), 0, LineUse.UNSAID);
        return PAGE;
    }

    @PostMapping("/areas/use")
    String use(@RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units, Model model) {
        Map<String, String> troubles = new HashMap<>();
        LineUse use = LinesForm.use(typed, units, troubles);
        String place = typed.getOrDefault("place", "").strip();
        if (!place.matches("\\d{0,3}")) {
            troubles.put("place", "A whole number: which one it is along the plant.");
        }
        if (!lines.isThere(typed.getOrDefault("area", ""), typed.getOrDefault("line", ""))) {
            troubles.put("place", "There is no such line any more.");
        }
        if (!troubles.isEmpty()) {
            return show("use", typed, troubles, units, model);
        }
        lines.keep(
                typed.getOrDefault("area", ""),
                typed.getOrDefault("line", ""),
                place.isEmpty() ? 0 : Integer.parseInt(place),
                use);
        return PAGE;
    }

    @PostMapping("/areas/call")
    String call(@RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units, Model model) {
        Map<String, String> troubles = new HashMap<>();
        String line = typed.getOrDefault("line", "");
        String area = typed.getOrDefault("area", "");
        Optional<String> newArea = LinesForm.name("newArea", typed, troubles);
        Optional<String> newLine = line.isEmpty() ? Optional.of("") : LinesForm.name("newLine", typed, troubles);
        if (newArea.isPresent() && newLine.isPresent() && !(area.equals(newArea.get()) && line.equals(newLine.get()))) {
            (line.isEmpty()
                            ? lines.renameArea(area, newArea.get())
                            : lines.rename(area, line, newArea.get(), newLine.get()))
                    .ifPresent(why -> troubles.put(line.isEmpty() ? "newArea" : "newLine", why));
        }
        return troubles.isEmpty() ? PAGE : show("call", typed, troubles, units, model);
    }

    /** @param what which of the forms was sent; empty where none was */
    private String show(
            String what, Map<String, String> typed, Map<String, String> troubles, UnitSystem units, Model model) {
        Map<String, List<Row>> areas = new LinkedHashMap<>();
        for (Line line : lines.all()) {
            List<Judged> judged = lines.judged(line);
            areas.computeIfAbsent(line.area(), a -> new ArrayList<>())
                    .add(new Row(
                            line,
                            line.use()
                                    .cleaningK()
                                    .map(k -> LinesForm.shown(k, units))
                                    .orElse(""),
                            line.use()
                                    .steamK()
                                    .map(k -> LinesForm.shown(k, units))
                                    .orElse(""),
                            judged.stream()
                                    .filter(j -> j.suitability().level() != Level.SUITS)
                                    .toList(),
                            judged.stream()
                                    .filter(j -> j.suitability().level() == Level.SUITS)
                                    .map(j -> j.polymer().symbol())
                                    .distinct()
                                    .toList(),
                            line.area().equals(typed.get("area")) && line.name().equals(typed.get("line"))));
        }
        model.addAttribute("nav", "site");
        model.addAttribute("areas", areas);
        model.addAttribute("media", Knowledge.exposure().media());
        model.addAttribute("what", what);
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "areas";
    }
}
