package dev.wartung.web.line;

import dev.wartung.web.area.Lines;
import dev.wartung.web.valve.LinesMap;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.data.domain.Sort;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
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
    private final LineDrawings drawings;
    private final Lines lines;
    private final Clock clock;

    LinesController(Valves valves, LineDrawings drawings, Lines lines, Clock clock) {
        this.lines = lines;
        this.valves = valves;
        this.drawings = drawings;
        this.clock = clock;
    }

    /** @param area only this one; a site of more valves than fit on one picture is shown area by area */
    @GetMapping("/lines")
    @Transactional(readOnly = true)
    String lines(@RequestParam(defaultValue = "") String area, Model model) {
        List<String> areas = valves.areas();
        boolean large = valves.count() > MOST;
        String shown = areas.contains(area) ? area : large ? areas.get(0) : "";
        List<Valve> on = inPlantOrder(shown.isEmpty() ? valves.findAll(ORDER) : valves.findByArea(shown, ORDER));
        model.addAttribute("nav", "valves");
        model.addAttribute("areas", large ? areas : List.of());
        model.addAttribute("area", shown);
        List<DrawnLine> lines = drawings.all(on.stream().collect(Collectors.toMap(Valve::id, Valve::tag)));
        model.addAttribute("empty", on.isEmpty());
        model.addAttribute("map", PlantMapSvg.of(PlantMap.of(on, lines, LocalDate.now(clock))));
        Set<List<String>> drawn =
                lines.stream().map(l -> List.of(l.area(), l.line())).collect(Collectors.toSet());
        model.addAttribute(
                "undrawn",
                drawings.lines().stream().filter(l -> !drawn.contains(l)).toList());
        model.addAttribute("states", LinesMap.State.values());
        return "lines";
    }

    /** Lines as they come along the plant, where it has said so; valves of a line stay as they are. */
    private List<Valve> inPlantOrder(List<Valve> on) {
        Map<List<String>, Integer> order = new HashMap<>();
        this.lines.all().forEach(l -> order.put(List.of(l.area(), l.name()), order.size()));
        return on.stream()
                .sorted(Comparator.comparing(v -> order.getOrDefault(List.of(v.area(), v.line()), order.size())))
                .toList();
    }
}
