package dev.wartung.web.technique;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.drawing.Technique;
import dev.wartung.web.sheet.Sheets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The catalogue: every technique, looked up by what it is called, what it works on and where it is used. */
@Controller
class TechniqueController {

    /** A film is shown wherever something gets one, and named by no operation. */
    private static final String FILM = "grease-film";

    private static final int USES_SHOWN = 4;

    private final Sheets sheets;

    TechniqueController(Sheets sheets) {
        this.sheets = sheets;
    }

    /**
     * One technique in the catalogue. Public, so that the expressions of its page can be compiled.
     *
     * @param shown each way it is done, by its choices in words; empty where there is but one
     * @param uses  steps that show it, each with its family
     */
    public record Listed(Technique technique, Map<String, CloseUp> shown, List<String> uses) {

        /** The first few steps. */
        public List<String> some() {
            return uses.subList(0, Math.min(USES_SHOWN, uses.size()));
        }

        /** How many more there are. */
        public int more() {
            return uses.size() - some().size();
        }

        boolean answers(String asked) {
            String all = String.join(
                            " ",
                            technique.name(),
                            technique.why(),
                            technique.words(),
                            String.join(" ", uses),
                            String.join(
                                    " ",
                                    shown.values().stream()
                                            .flatMap(c -> c.frames().stream())
                                            .map(f -> f.caption())
                                            .toList()))
                    .toLowerCase(Locale.ROOT);
            return Stream.of(asked.toLowerCase(Locale.ROOT).split("\\s+")).allMatch(all::contains);
        }
    }

    @GetMapping("/techniques")
    String catalogue(@RequestParam(defaultValue = "") String q, Model model) {
        Map<String, Technique> techniques = new TreeMap<>();
        Map<String, Set<String>> uses = new TreeMap<>();
        Map<String, Set<Map<String, String>>> calls = new TreeMap<>();
        for (AnatomySheet family : sheets.anatomies()) {
            techniques.putAll(sheets.techniques(family));
            operations(family).forEach(operation -> operation.techniques().stream()
                    .map(t -> Technique.Call.of(t.is()))
                    .forEach(call -> {
                        uses.computeIfAbsent(call.id(), id -> new LinkedHashSet<>())
                                .add(family.name() + ": " + said(operation));
                        calls.computeIfAbsent(call.id(), id -> new LinkedHashSet<>())
                                .add(call.chosen());
                    }));
        }
        uses.put(FILM, Set.of("Every family: wherever a part is fitted with a film"));
        List<Listed> all = techniques.values().stream()
                .map(t -> new Listed(
                        t,
                        ways(t, calls.getOrDefault(t.id(), Set.of(Map.of()))),
                        List.copyOf(uses.getOrDefault(t.id(), Set.of()))))
                .sorted(Comparator.comparing(l -> l.technique().name()))
                .toList();
        model.addAttribute("nav", "practice");
        model.addAttribute("q", q.strip());
        model.addAttribute("all", all.size());
        model.addAttribute(
                "listed", all.stream().filter(l -> l.answers(q.strip())).toList());
        return "techniques";
    }

    private static Stream<Operation> operations(AnatomySheet family) {
        return Stream.concat(
                family.operations().stream().flatMap(o -> Stream.concat(Stream.of(o), o.undoneBy().stream())),
                family.movements().stream());
    }

    /** What the step says; figures of a type are left open. */
    private static String said(Operation operation) {
        return operation.say().stream()
                .findFirst()
                .map(Variant::is)
                .orElse(operation.id())
                .replaceAll("\\{[^}]*}", "…");
    }

    /** Each way a step shows it that looks different from those before. */
    private static Map<String, CloseUp> ways(Technique technique, Set<Map<String, String>> calls) {
        Map<String, CloseUp> ways = new TreeMap<>();
        List<List<String>> seen = new ArrayList<>();
        for (Map<String, String> chosen : calls) {
            CloseUp closeUp = CloseUp.of(technique, chosen);
            List<String> captions =
                    closeUp.frames().stream().map(f -> f.caption()).toList();
            if (technique.misfits(chosen).isEmpty() && !seen.contains(captions)) {
                seen.add(captions);
                ways.put(
                        String.join(
                                ", ",
                                chosen.entrySet().stream()
                                        .map(e -> e.getKey() + " " + e.getValue())
                                        .toList()),
                        closeUp);
            }
        }
        return ways;
    }
}
