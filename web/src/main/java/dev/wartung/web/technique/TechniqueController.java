package dev.wartung.web.technique;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Condition;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.drawing.Technique;
import dev.wartung.web.sheet.Sheets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
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

    /** Where a technique is called from, and how. */
    private record Called(Set<String> steps, Set<Map<String, String>> choices) {
        Called() {
            this(new LinkedHashSet<>(), new LinkedHashSet<>());
        }

        void add(String step, Map<String, String> chosen) {
            steps.add(step);
            choices.add(chosen);
        }
    }

    @GetMapping("/techniques")
    String catalogue(@RequestParam(defaultValue = "") String q, Model model) {
        // an own family may have another technique by the name of a shipped one: both are listed
        Map<Technique, Called> called = new LinkedHashMap<>();
        for (AnatomySheet family : sheets.anatomies()) {
            Map<String, Technique> known = sheets.techniques(family);
            known.values().forEach(t -> called.computeIfAbsent(t, k -> new Called()));
            operations(family).forEach(operation -> operation.techniques().forEach(named -> {
                Technique.Call call = Technique.Call.of(named.is());
                Optional.ofNullable(known.get(call.id()))
                        .map(called::get)
                        .ifPresent(c -> c.add(family.name() + ": " + said(operation, named.when()), call.chosen()));
            }));
            Optional.ofNullable(known.get(FILM))
                    .map(called::get)
                    .ifPresent(c -> c.add("Wherever a part is fitted with a film", Map.of()));
        }
        List<Listed> all = called.entrySet().stream()
                .map(e -> new Listed(
                        e.getKey(),
                        ways(e.getKey(), e.getValue().choices()),
                        List.copyOf(e.getValue().steps())))
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

    /** What the step says where it shows the technique; figures of a type are left open. */
    private static String said(Operation operation, Condition shown) {
        return operation.say().stream()
                .filter(say -> say.when().overlaps(shown))
                .findFirst()
                .map(Variant::is)
                .orElse(operation.id())
                .replaceAll("\\{[^}]*}", "…");
    }

    /** Each way a step shows it that looks different from those before. */
    private static Map<String, CloseUp> ways(Technique technique, Set<Map<String, String>> calls) {
        Map<String, CloseUp> ways = new TreeMap<>();
        List<List<String>> seen = new ArrayList<>();
        for (Map<String, String> chosen : calls.isEmpty() ? Set.of(Map.<String, String>of()) : calls) {
            CloseUp closeUp = CloseUp.of(technique, chosen);
            List<String> captions =
                    closeUp.frames().stream().map(f -> f.caption()).toList();
            if (!seen.contains(captions)) {
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
