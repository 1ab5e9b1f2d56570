package dev.wartung.web.exchange;

import dev.wartung.core.text.PlainText;
import dev.wartung.web.exchange.ExchangeDesk.Draft;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.sheet.Sheets;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;

/** Data in and out. */
@Controller
class ExchangeController {

    private static final int SHOWN = 200;

    private final ExchangeDesk desk;
    private final Sheets sheets;
    private final Clock clock;

    ExchangeController(ExchangeDesk desk, Sheets sheets, Clock clock) {
        this.desk = desk;
        this.sheets = sheets;
        this.clock = clock;
    }

    @GetMapping("/exchange")
    String exchange(Model model) {
        return show("", model);
    }

    private String show(String trouble, Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("kinds", Kind.values());
        model.addAttribute("types", sheets.types());
        model.addAttribute("families", sheets.anatomies());
        model.addAttribute("trouble", trouble);
        return "exchange";
    }

    @GetMapping("/exchange/{kind}.csv")
    ResponseEntity<String> csv(@PathVariable String kind) {
        Kind wanted = Kind.named(kind)
                .filter(k -> !k.columns().isEmpty())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return file(desk.written(wanted), "text/csv;charset=UTF-8", kind + "-" + LocalDate.now(clock) + ".csv");
    }

    @GetMapping("/exchange/site.json")
    ResponseEntity<String> site() {
        return file(
                desk.written(Kind.SITE), MediaType.APPLICATION_JSON_VALUE, "site-" + LocalDate.now(clock) + ".json");
    }

    @GetMapping("/exchange/types/{id}.yaml")
    ResponseEntity<String> type(@PathVariable String id) {
        String yaml = sheets.typeText(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return file(yaml, "application/yaml;charset=UTF-8", id.replaceAll("[^a-z0-9-]", "") + ".yaml");
    }

    @GetMapping("/exchange/families/{id}.zip")
    ResponseEntity<byte[]> family(@PathVariable String id) {
        FamilyArchive archive = desk.family(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        "attachment; filename=\"" + id.replaceAll("[^a-z0-9-]", "") + ".zip\"")
                .body(archive.zip());
    }

    private static ResponseEntity<String> file(String content, String type, String name) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(content);
    }

    /** The dry run. */
    @PostMapping("/exchange")
    String check(@RequestParam(defaultValue = "") String kind, @RequestParam Optional<MultipartFile> file, Model model)
            throws IOException {
        Optional<Kind> wanted = Kind.named(kind);
        if (wanted.isEmpty() || file.isEmpty() || file.get().isEmpty()) {
            return show(wanted.isEmpty() ? "Choose what the file holds." : "Choose a file.", model);
        }
        if (file.get().getSize() > ExchangeDesk.MOST_BYTES) {
            return show("The file is larger than 20 MB.", model);
        }
        String content;
        try {
            content = wanted.get() == Kind.FAMILY
                    ? desk.kept(FamilyArchive.read(file.get().getBytes()))
                    : UploadedText.of("The file", file.get().getBytes());
        } catch (UploadedText.Unreadable e) {
            return show(String.valueOf(e.getMessage()), model);
        }
        Checked checked = desk.check(wanted.get(), content);
        List<Problem> problems = checked.problems();
        String name = PlainText.shown(withoutFolders(
                Optional.ofNullable(file.get().getOriginalFilename()).orElse("file")));
        model.addAttribute("checked", checked.fresh() + " new, " + checked.changed() + " changed");
        model.addAttribute("name", name);
        model.addAttribute("kind", wanted.get());
        model.addAttribute("problems", problems.subList(0, Math.min(SHOWN, problems.size())));
        model.addAttribute("problemCount", problems.size());
        if (problems.isEmpty()) {
            model.addAttribute(
                    "draft",
                    desk.keep(
                            wanted.get(),
                            name.substring(0, Math.min(200, name.length())),
                            content,
                            checked.fresh() + checked.changed()));
        }
        return show("", model);
    }

    private static String withoutFolders(String file) {
        return file.substring(Math.max(file.lastIndexOf('/'), file.lastIndexOf('\\')) + 1);
    }

    @PostMapping("/exchange/{id}/take-in")
    String takeIn(@PathVariable UUID id, @RequestParam(defaultValue = "") String password, Model model) {
        Draft draft = known(id);
        Optional<String> refused = desk.begin(id, password);
        if (refused.isEmpty()) {
            return "redirect:/exchange/" + id;
        }
        model.addAttribute("checked", draft.total() + " to take in");
        model.addAttribute("name", draft.name());
        model.addAttribute("kind", draft.kind());
        model.addAttribute("problems", List.of());
        model.addAttribute("problemCount", 0);
        model.addAttribute("draft", id);
        model.addAttribute("unsigned", refused.get());
        return show("", model);
    }

    @GetMapping("/exchange/{id:[0-9a-f-]{36}}")
    String progress(@PathVariable UUID id, Model model) {
        model.addAttribute("running", known(id));
        return show("", model);
    }

    /** The part of the page that is asked for again while it runs. */
    @GetMapping("/exchange/{id:[0-9a-f-]{36}}/progress")
    String bar(@PathVariable UUID id, Model model) {
        model.addAttribute("running", known(id));
        return "exchange :: progress";
    }

    private Draft known(UUID id) {
        return desk.draft(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
