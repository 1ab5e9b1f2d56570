package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.sheet.Sheets;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** The types of the plant: which there are, and beginning another one. */
@Controller
class TypesController {

    private static final String NEW = "/types/new";
    private static final String ONE = "/types/{id:[a-z][a-z0-9-]*}";

    private final Beginnings beginnings;
    private final Workshop workshop;
    private final TypeDrafts drafts;
    private final TypeVersions versions;
    private final DraftPage page;
    private final Sheets sheets;

    TypesController(
            Beginnings beginnings,
            Workshop workshop,
            TypeDrafts drafts,
            TypeVersions versions,
            DraftPage page,
            Sheets sheets) {
        this.beginnings = beginnings;
        this.workshop = workshop;
        this.drafts = drafts;
        this.versions = versions;
        this.page = page;
        this.sheets = sheets;
    }

    @GetMapping("/types")
    String all(Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("types", inUse());
        model.addAttribute("drafts", drafts.all());
        model.addAttribute(
                "uses", inUse().stream().collect(Collectors.toMap(TypeSheet::id, t -> versions.use(t.id()))));
        model.addAttribute("examples", sheets.goesByExamples() ? List.of() : sheets.examples());
        model.addAttribute("families", familyNames());
        return "types";
    }

    private List<TypeSheet> inUse() {
        return Stream.concat(sheets.offered().stream(), sheets.own().stream().filter(t -> versions.withdrawn(t.id())
                        .isPresent()))
                .sorted(Comparator.comparing(TypeSheet::maker).thenComparing(TypeSheet::name))
                .toList();
    }

    private Map<String, String> familyNames() {
        return sheets.anatomies().stream()
                .collect(Collectors.toMap(AnatomySheet::id, AnatomySheet::name, (a, b) -> a, LinkedHashMap::new));
    }

    @GetMapping(NEW)
    String ask(@RequestParam Map<String, String> typed, Model model) {
        return show(typed, Map.of(), model);
    }

    @PostMapping("/types")
    String begin(@RequestParam Map<String, String> typed, Model model) {
        Beginnings.Begun begun = beginnings.begin(typed);
        return begun.troubles().isEmpty()
                ? "redirect:/types/" + begun.id() + "/draft/build"
                : show(typed, begun.troubles(), model);
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("families", sheets.anatomies());
        model.addAttribute(
                "drawings", sheets.anatomies().stream().collect(Collectors.toMap(AnatomySheet::id, page::family)));
        model.addAttribute("types", inUse());
        model.addAttribute("examples", sheets.goesByExamples() ? List.of() : sheets.examples());
        return "type-new";
    }

    @GetMapping(ONE)
    String one(@PathVariable String id, Model model) {
        return show(id, "", model);
    }

    private String show(String id, String trouble, Model model) {
        Optional<TypeSheet> type = sheets.typeText(id).map(text -> sheets.of(id).type());
        if (type.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        List<TypeVersions.Approved> approved = versions.of(id);
        model.addAttribute("nav", "site");
        model.addAttribute("type", type.get());
        model.addAttribute("family", sheets.anatomyOf(type.get()));
        model.addAttribute("own", !sheets.isShipped(id));
        model.addAttribute("drafted", drafts.find(id).isPresent());
        model.addAttribute("approved", approved);
        model.addAttribute("changes", Differences.between(approved));
        model.addAttribute("use", versions.use(id));
        model.addAttribute("withdrawn", versions.withdrawn(id).orElse(null));
        model.addAttribute("trouble", trouble);
        SheetDraft sheet = SheetDraft.read(sheets.typeJson(id));
        model.addAttribute("svg", page.section(sheet));
        model.addAttribute("works", page.works(sheet));
        return "type";
    }

    @PostMapping(ONE + "/again")
    String again(@PathVariable String id) {
        if (sheets.isShipped(id) || sheets.typeText(id).isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        beginnings.again(id);
        return "redirect:/types/" + id + "/draft/numbers";
    }

    @PostMapping(ONE + "/withdraw")
    String withdraw(@PathVariable String id, @RequestParam(defaultValue = "") String reason, Model model) {
        Optional<String> trouble = workshop.withdraw(id, reason);
        return trouble.isEmpty() ? "redirect:/types/" + id : show(id, trouble.get(), model);
    }

    @PostMapping(ONE + "/bring-back")
    String bringBack(@PathVariable String id) {
        workshop.bringBack(id);
        return "redirect:/types/" + id;
    }
}
