package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signing;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.workshop.TypeDrafts.Draft;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.databind.JsonNode;

/** A draft of a type: how it is built, its numbers, its kits, what the check says, and who puts it in force. */
@Controller
class WorkshopController {

    private static final String DRAFT = "/types/{id:[a-z][a-z0-9-]*}/draft";
    private static final Set<String> PAGES = Set.of("build", "numbers", "kits", "steps", "check");

    private final Workshop workshop;
    private final DraftReading reading;
    private final DraftCheck check;
    private final DraftSteps steps;
    private final RunFiles runs;
    private final PartsLists lists;
    private final TypeDrafts drafts;
    private final TypeVersions versions;
    private final DraftPage page;
    private final CurrentAccount current;

    WorkshopController(
            Workshop workshop,
            DraftReading reading,
            DraftCheck check,
            DraftSteps steps,
            RunFiles runs,
            PartsLists lists,
            TypeDrafts drafts,
            TypeVersions versions,
            DraftPage page,
            CurrentAccount current) {
        this.workshop = workshop;
        this.reading = reading;
        this.check = check;
        this.steps = steps;
        this.runs = runs;
        this.lists = lists;
        this.drafts = drafts;
        this.versions = versions;
        this.page = page;
        this.current = current;
    }

    private Draft draft(String id) {
        return drafts.find(id).orElseThrow(() -> new NoSuchDraft(id));
    }

    @GetMapping(DRAFT + "/{at:[a-z]+}")
    String show(
            @PathVariable String id,
            @PathVariable String at,
            @RequestParam Map<String, String> asked,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        if (!PAGES.contains(at)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Map<String, String> typed = new HashMap<>(asked);
        runs.slowRuns(id).stream()
                .filter(r -> String.valueOf(r.run()).equals(asked.get("run")))
                .findFirst()
                .ifPresent(r -> typed.putAll(MeasuredForm.typed(r, units)));
        return show(id, at, typed, Map.of(), units, model);
    }

    private String show(
            String id,
            String at,
            Map<String, String> typed,
            Map<String, String> troubles,
            UnitSystem units,
            Model model) {
        Draft draft = draft(id);
        AnatomySheet family = reading.family(draft.sheet());
        model.addAttribute("nav", "site");
        model.addAttribute("at", at);
        model.addAttribute("draft", draft);
        model.addAttribute("sheet", draft.sheet());
        model.addAttribute("family", family);
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("svg", page.section(draft.sheet()));
        model.addAttribute("works", page.works(draft.sheet()));
        model.addAttribute("clashes", reading.clashes(draft.sheet()));
        switch (at) {
            case "build" -> model.addAttribute("questions", page.questions(draft, true));
            case "numbers" -> {
                model.addAttribute("groups", page.rows(draft.sheet(), units));
                model.addAttribute("measurable", page.measurable(draft.sheet()));
                model.addAttribute("way", typed.containsKey("way") ? MeasuredForm.way(typed) : null);
                model.addAttribute("slowRuns", runs.slowRuns(draft.typeId()));
            }
            case "kits" -> kits(draft, family, typed, model);
            case "steps" -> model.addAttribute(
                    "steps", steps.shown(draft.sheet(), typed).orElse(null));
            default -> check(draft, model);
        }
        return "workshop";
    }

    private void kits(Draft draft, AnatomySheet family, Map<String, String> typed, Model model) {
        model.addAttribute(
                "understood", lists.understand(family, draft.sheet(), typed).orElse(null));
        model.addAttribute("columns", PastedList.Column.values());
        model.addAttribute("parts", PartsLists.named(family).values());
        model.addAttribute("only", page.only(draft.sheet()));
        model.addAttribute("articles", entries(draft, "articles", family));
        model.addAttribute("packed", entries(draft, "kits", family));
        model.addAttribute("lacking", steps.lacking(draft.sheet()));
        model.addAttribute("films", page.films(draft.sheet()));
        Map<String, Grease> greases = new HashMap<>();
        draft.sheet()
                .list("lubricants")
                .values()
                .forEach(g -> greases.putIfAbsent(
                        g.path("for").asString(""),
                        new Grease(
                                g.path("name").asString(""),
                                g.path("registration").asString(""))));
        model.addAttribute("greases", greases);
    }

    /** What a film takes. */
    public record Grease(String name, String registration) {}

    /** A line of a list as it is shown. */
    public record Listed(int index, String number, String name, String detail, String when) {}

    private static List<Listed> entries(Draft draft, String list, AnatomySheet family) {
        List<Listed> entries = new ArrayList<>();
        for (JsonNode entry : draft.sheet().list(list).values()) {
            boolean kit = list.equals("kits");
            List<String> contains = new ArrayList<>();
            entry.path("contains").values().forEach(p -> contains.add(name(family, p.asString(""))));
            entries.add(new Listed(
                    entries.size(),
                    entry.path(kit ? "id" : "number").asString(""),
                    kit
                            ? entry.path("name").asString("")
                            : name(family, entry.path("part").asString("")),
                    kit ? String.join(", ", contains) : entry.path("material").asString(""),
                    entry.has("when") ? inWords(entry.path("when")) : ""));
        }
        return entries;
    }

    private static String name(AnatomySheet family, String part) {
        return family.build().parts().stream()
                .filter(p -> p.id().equals(part))
                .findFirst()
                .map(p -> p.name())
                .orElse(part);
    }

    private static String inWords(JsonNode when) {
        List<String> words = new ArrayList<>();
        when.properties()
                .forEach(e -> words.add(e.getKey() + " "
                        + (e.getValue().isArray()
                                ? e.getValue()
                                        .toString()
                                        .replaceAll("[\\[\\]\"]", "")
                                        .replace(",", " or ")
                                : e.getValue().asString(""))));
        return String.join(", ", words);
    }

    private void check(Draft draft, Model model) {
        model.addAttribute("unsaid", reading.unsaid(draft.sheet()));
        model.addAttribute("mine", draft.hands().contains(current.get().id()));
        model.addAttribute("jobs", steps.derived(draft.sheet(), draft.typeId()));
        List<TypeVersions.Approved> approved = versions.of(draft.typeId());
        model.addAttribute(
                "changes",
                approved.isEmpty()
                        ? List.of()
                        : Differences.between(approved.get(0).content(), draft.sheet()));
        model.addAttribute("before", approved.isEmpty() ? null : approved.get(0));
    }

    /** A tick is kept at once; what it comes to is drawn once nobody ticks any more ({@link #redrawn}). */
    @PostMapping(DRAFT + "/build")
    ResponseEntity<Void> build(
            @PathVariable String id,
            @RequestParam String field,
            @RequestParam String value,
            @RequestParam(defaultValue = "") String on) {
        draft(id);
        workshop.build(id, field, value, !on.isEmpty());
        return ResponseEntity.noContent().header("HX-Trigger", "ticked").build();
    }

    @GetMapping(DRAFT + "/build/redrawn")
    String redrawn(@PathVariable String id, Model model) {
        Draft draft = draft(id);
        model.addAttribute("questions", page.questions(draft, false));
        model.addAttribute("svg", page.section(draft.sheet()));
        model.addAttribute("works", page.works(draft.sheet()));
        return "workshop :: redrawn";
    }

    @PostMapping(DRAFT + "/number")
    String number(
            @PathVariable String id,
            @RequestParam String place,
            @RequestParam(defaultValue = "") String value,
            @RequestParam(defaultValue = "") String was,
            @RequestParam(defaultValue = "manual") String from,
            @RequestParam(defaultValue = "") String note,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        NumberField field = page.fields(draft(id).sheet()).stream()
                .filter(f -> f.place().equals(place))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Workshop.Typed typed = new Workshop.Typed(value, was, from, note);
        Optional<String> trouble = workshop.number(field, id, typed, units);
        Draft draft = draft(id);
        NumberRow row = NumberRow.of(
                field, draft.sheet(), reading.type(draft.sheet()).orElseThrow().dn(), units);
        model.addAttribute("draft", draft);
        model.addAttribute("n", trouble.map(why -> row.typed(typed, why)).orElse(row));
        model.addAttribute("works", page.works(draft.sheet()));
        model.addAttribute("svg", page.section(draft.sheet()));
        return "workshop :: kept";
    }

    @PostMapping(DRAFT + "/measured")
    String measured(
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        draft(id);
        Map<String, String> troubles = workshop.measured(id, page::fields, typed, units);
        return troubles.isEmpty()
                ? "redirect:/types/" + id + "/draft/numbers?measured"
                : show(id, "numbers", typed, troubles, units, model);
    }

    @PostMapping(DRAFT + "/months")
    String months(
            @PathVariable String id,
            @RequestParam(defaultValue = "") String months,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        draft(id);
        Optional<String> trouble = workshop.renewedEvery(id, months);
        return trouble.isEmpty()
                ? "redirect:/types/" + id + "/draft/kits"
                : show(id, "kits", Map.of("months", months), Map.of("months", trouble.get()), units, model);
    }

    @PostMapping(DRAFT + "/list")
    String list(
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Draft draft = draft(id);
        if (!typed.containsKey("take")) {
            return show(id, "kits", typed, Map.of(), units, model);
        }
        Map<String, String> troubles = lists.takeIn(id, reading.family(draft.sheet()), draft.sheet(), typed);
        return troubles.isEmpty()
                ? "redirect:/types/" + id + "/draft/kits"
                : show(id, "kits", typed, troubles, units, model);
    }

    @PostMapping(DRAFT + "/list/remove")
    String remove(@PathVariable String id, @RequestParam String list, @RequestParam int index) {
        draft(id);
        lists.remove(id, list, index);
        return "redirect:/types/" + id + "/draft/kits";
    }

    @PostMapping(DRAFT + "/grease")
    String grease(
            @PathVariable String id,
            @RequestParam String film,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "") String registration,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        draft(id);
        Optional<String> trouble = lists.grease(id, film, name, registration);
        return trouble.isEmpty()
                ? "redirect:/types/" + id + "/draft/kits"
                : show(id, "kits", Map.of(), Map.of("grease." + film, trouble.get()), units, model);
    }

    @PostMapping(DRAFT + "/check")
    String check(@PathVariable String id) {
        draft(id);
        check.begin(id);
        return "redirect:/types/" + id + "/draft/check";
    }

    @PostMapping(DRAFT + "/approve")
    String approve(
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        draft(id);
        Map<String, String> troubles = workshop.approve(id, typed, typed.getOrDefault(Signing.PASSWORD, ""));
        return troubles.isEmpty() ? "redirect:/types/" + id : show(id, "check", typed, troubles, units, model);
    }

    @PostMapping(DRAFT + "/drop")
    String drop(@PathVariable String id) {
        workshop.drop(id);
        return "redirect:/types";
    }
}
