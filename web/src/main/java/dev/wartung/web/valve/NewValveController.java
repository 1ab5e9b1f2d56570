package dev.wartung.web.valve;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.text.Tag;
import dev.wartung.core.text.TagRow;
import dev.wartung.web.sheet.Sheets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.util.UriComponentsBuilder;

/** A valve more in the register: what it is, with its drawing, and where. */
@Controller
class NewValveController {

    private static final String NEW = "/register/new";

    private final NewValve desk;
    private final Valves valves;
    private final Renaming renaming;
    private final ValveDrawing drawing;
    private final Sheets sheets;

    NewValveController(NewValve desk, Valves valves, Renaming renaming, ValveDrawing drawing, Sheets sheets) {
        this.desk = desk;
        this.valves = valves;
        this.renaming = renaming;
        this.drawing = drawing;
        this.sheets = sheets;
    }

    /**
     * The form; a part of it where only the build was asked for.
     *
     * @param like tag of a valve that the new one is like
     */
    @GetMapping(NEW)
    String ask(
            @RequestParam Map<String, String> typed,
            @RequestParam Optional<String> like,
            @RequestHeader(name = "HX-Request", defaultValue = "") String part,
            Model model) {
        Map<String, String> said =
                like.flatMap(renaming::find).map(NewValve::like).orElseGet(() -> new HashMap<>(typed));
        show(said, Map.of(), model);
        return part.isEmpty() ? "new-valve" : "new-valve :: build";
    }

    @PostMapping(NEW)
    String add(@RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = desk.add(typed);
        if (troubles.isEmpty()) {
            List<String> tags =
                    TagRow.read(Tag.plain(typed.getOrDefault("tag", ""))).tags();
            return tags.size() > 1
                    ? "redirect:"
                            + UriComponentsBuilder.fromPath("/valves")
                                    .queryParam("area", "{area}")
                                    .queryParam("q", "{q}")
                                    .encode()
                                    .buildAndExpand(
                                            typed.getOrDefault("area", "").strip(),
                                            typed.getOrDefault("service", "").strip())
                                    .toUriString()
                    : "redirect:" + renaming.find(tags.get(0)).orElseThrow().path();
        }
        show(typed, troubles, model);
        return "new-valve";
    }

    private void show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        Optional<TypeSheet> type = desk.type(typed);
        model.addAttribute("nav", "valves");
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute(
                "types",
                sheets.offered().stream()
                        .sorted(Comparator.comparing(TypeSheet::maker).thenComparing(TypeSheet::name))
                        .toList());
        model.addAttribute("places", valves.lines());
        type.ifPresent(t -> {
            Narrowed narrowed = desk.narrowed(t, typed);
            model.addAttribute("choices", narrowed.choices());
            model.addAttribute("left", narrowed.left());
            model.addAttribute("svg", drawing.svg(sheets.of(t.id()), narrowed.shown(), t.maker() + " " + t.name()));
        });
    }
}
