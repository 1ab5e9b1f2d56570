package dev.wartung.web.line;

import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.Isolation;
import dev.wartung.core.line.LineDrawing;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
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
import org.springframework.web.server.ResponseStatusException;

/** A line as it runs, and what to lock on it. */
@Controller
class LineController {

    private static final String ONE = "/lines/{id:\\d{1,12}}";

    private final LineDrawings lines;
    private final LineEdit edit;

    LineController(LineDrawings lines, LineEdit edit) {
        this.lines = lines;
        this.edit = edit;
    }

    /** @param of area and line, as the lines map offers them */
    @PostMapping("/lines")
    String begin(@RequestParam String of) {
        return lines.lines().stream()
                .filter(l -> of.equals(String.join("/", l)))
                .findFirst()
                .map(l -> "redirect:/lines/" + lines.begin(l.get(0), l.get(1)))
                .orElse("redirect:/lines");
    }

    /** @param open tags of the valves that are to be opened */
    @GetMapping(ONE)
    String show(@PathVariable long id, @RequestParam(defaultValue = "") List<String> open, Model model) {
        return show(known(id), new LinkedHashSet<>(open), Map.of(), Map.of(), model);
    }

    @PostMapping(ONE + "/{what:put|join|call|take-out|bring}")
    String change(
            @PathVariable long id, @PathVariable String what, @RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = edit.change(known(id), what, typed);
        return troubles.isEmpty()
                ? "redirect:/lines/" + id + "#change"
                : show(known(id), Set.of(), typed, troubles, model);
    }

    /** The drawing as a file, to be brought to this line again or to another. */
    @GetMapping(ONE + "/drawing.{as:csv|json}")
    ResponseEntity<byte[]> file(@PathVariable long id, @PathVariable String as) {
        LineDrawing drawing = known(id).drawing();
        boolean csv = as.equals("csv");
        return ResponseEntity.ok()
                .contentType(csv ? new MediaType("text", "csv", StandardCharsets.UTF_8) : MediaType.APPLICATION_JSON)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"line-" + id + "." + as + "\"")
                .body((csv ? LineFile.csv(drawing) : LineFile.json(drawing)).getBytes(StandardCharsets.UTF_8));
    }

    /** @param revision of the drawing that was in hand */
    @PostMapping(ONE + "/walked")
    String walked(@PathVariable long id, @RequestParam int revision, Model model) {
        DrawnLine line = known(id);
        if (!lines.problems(line.drawing()).isEmpty()) {
            return show(line, Set.of(), Map.of(), Map.of("walked", "Mend what is wrong in it first."), model);
        }
        return lines.walked(id, revision)
                ? "redirect:/lines/" + id
                : show(
                        known(id),
                        Set.of(),
                        Map.of(),
                        Map.of("walked", "It was changed since you looked. Walk along it as it is drawn now."),
                        model);
    }

    private String show(
            DrawnLine line, Set<String> open, Map<String, String> typed, Map<String, String> troubles, Model model) {
        List<String> problems = lines.problems(line.drawing());
        List<String> tags = LineDrawings.tags(line.drawing());
        List<String> opened = open.stream().filter(tags::contains).toList();
        Optional<Isolation> isolation = opened.isEmpty() || line.walked().isEmpty() || !problems.isEmpty()
                ? Optional.empty()
                : Optional.of(lines.isolation(line.drawing(), opened));
        model.addAttribute("nav", "valves");
        model.addAttribute("line", line);
        model.addAttribute("problems", problems);
        model.addAttribute(
                "view",
                LineView.of(line.drawing(), lines.standings(line.drawing()), isolation, new LinkedHashSet<>(opened)));
        model.addAttribute("tags", tags);
        model.addAttribute("opened", opened);
        model.addAttribute("locks", isolation.map(i -> lines.list(line, i)).orElse(null));
        model.addAttribute("kinds", FittingKind.values());
        model.addAttribute("pipes", edit.pipes(line.drawing()));
        model.addAttribute("ends", edit.ends(line.drawing()));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "line";
    }

    private DrawnLine known(long id) {
        return lines.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
