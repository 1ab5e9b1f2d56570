package dev.wartung.web.site;

import dev.wartung.core.school.School;
import dev.wartung.core.sheet.Schools;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The plant's own way of working: schools and special tools. */
@Controller
class SiteController {

    private static final String SCHOOL = "school.";
    private static final String TOOL = "tool.";

    private final Site site;
    private final Sheets sheets;
    private final CurrentAccount current;

    SiteController(Site site, Sheets sheets, CurrentAccount current) {
        this.site = site;
        this.sheets = sheets;
        this.current = current;
    }

    @GetMapping("/site")
    String site(@RequestParam(required = false) String kept, Model model) {
        var choices = site.practice().site();
        return show(choices.answers(), choices.tools(), List.of(), kept != null, model);
    }

    @PostMapping("/site")
    String choose(@RequestParam Map<String, String> form, Model model) {
        Map<String, String> chosen = new TreeMap<>();
        Set<String> owned = new TreeSet<>();
        form.forEach((field, value) -> {
            if (field.startsWith(SCHOOL) && !value.isBlank()) {
                chosen.put(field.substring(SCHOOL.length()), value);
            } else if (field.startsWith(TOOL)) {
                owned.add(field.substring(TOOL.length()));
            }
        });
        List<String> troubles = site.choose(chosen, owned, current.get());
        return troubles.isEmpty() ? "redirect:/site?kept" : show(chosen, owned, troubles, false, model);
    }

    private String show(Map<String, String> chosen, Set<String> owned, List<String> troubles, boolean kept, Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("schools", Schools.table().schools());
        model.addAttribute("tools", Schools.table().tools());
        model.addAttribute("chosen", chosen);
        model.addAttribute("owned", owned);
        model.addAttribute("forced", forced());
        model.addAttribute("troubles", troubles);
        model.addAttribute("kept", kept);
        return "site";
    }

    /** Which types settle a question themselves: question, then answer in words, then the types. */
    private Map<String, Map<String, String>> forced() {
        Map<String, Map<String, String>> forced = new LinkedHashMap<>();
        for (School school : Schools.table().schools()) {
            sheets.types().forEach(type -> {
                List<String> answers = type.schools().containsKey(school.id()) ? List.of(type.schools().get(school.id())) : type.options().getOrDefault(school.id(), List.of());
                answers.forEach(answer -> forced.computeIfAbsent(school.id(), k -> new TreeMap<>()).merge(school.words(answer), type.name(), (a, b) -> a + ", " + b));
            });
        }
        return forced;
    }
}
