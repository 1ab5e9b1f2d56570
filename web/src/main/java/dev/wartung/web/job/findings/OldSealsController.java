package dev.wartung.web.job.findings;

import dev.wartung.core.drawing.OldSealDrawing;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sheet.Knowledge;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/**
 * What old seals told, by the article they were: one kind of seal that fails the same way on many valves is not the
 * valve's fault.
 */
@Controller
class OldSealsController {

    private final OldSeals oldSeals;

    OldSealsController(OldSeals oldSeals) {
        this.oldSeals = oldSeals;
    }

    /**
     * One kind of seal.
     *
     * @param looks by appearance: how often, most often first
     */
    public record Kind(String article, String material, String name, long judged, Map<Appearance, Long> looks) {}

    @GetMapping("/records/old-seals")
    String bySeal(@RequestParam(defaultValue = "") String article, Model model) {
        Map<String, List<OldSealRecord>> byArticle = oldSeals.findAllByOrderByArticleAscAtDesc().stream()
                .collect(Collectors.groupingBy(OldSealRecord::article, LinkedHashMap::new, Collectors.toList()));
        List<Kind> kinds = new ArrayList<>();
        byArticle.forEach((number, same) -> kinds.add(kind(number, same)));
        kinds.sort(Comparator.comparing(Kind::judged).reversed());
        model.addAttribute("nav", "old-seals");
        model.addAttribute("kinds", kinds);
        model.addAttribute("most", kinds.stream().mapToLong(Kind::judged).max().orElse(1));
        model.addAttribute("article", article);
        model.addAttribute("seals", byArticle.getOrDefault(article, List.of()));
        model.addAttribute(
                "looks",
                Knowledge.oldSeals().appearances().stream()
                        .collect(Collectors.toMap(Appearance::id, Appearance::name)));
        model.addAttribute(
                "pictures",
                Knowledge.oldSeals().appearances().stream()
                        .collect(Collectors.toMap(Appearance::id, a -> OldSealDrawing.svg(a.id(), a.name()))));
        return "old-seals";
    }

    private static Kind kind(String article, List<OldSealRecord> same) {
        Map<String, Long> times =
                same.stream().collect(Collectors.groupingBy(OldSealRecord::appearance, Collectors.counting()));
        Map<Appearance, Long> looks = new LinkedHashMap<>();
        Knowledge.oldSeals().appearances().stream()
                .filter(a -> times.containsKey(a.id()))
                .sorted(Comparator.comparing((Appearance a) -> times.get(a.id()))
                        .reversed())
                .forEach(a -> looks.put(a, times.get(a.id())));
        return new Kind(article, same.get(0).material(), same.get(0).partName(), same.size(), looks);
    }
}
