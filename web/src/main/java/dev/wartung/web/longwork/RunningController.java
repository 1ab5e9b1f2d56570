package dev.wartung.web.longwork;

import dev.wartung.web.account.CurrentAccount;
import java.util.Comparator;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** What is under way, whoever began it and wherever it runs. */
@Controller
class RunningController {

    private final List<Running.Source> sources;
    private final CurrentAccount current;

    RunningController(List<Running.Source> sources, CurrentAccount current) {
        this.sources = sources;
        this.current = current;
    }

    @GetMapping("/site/running")
    String running(Model model) {
        model.addAttribute(
                "running",
                sources.stream()
                        .flatMap(s -> s.running().stream())
                        .sorted(Comparator.comparing(Running::since))
                        .toList());
        model.addAttribute("roles", current.get().roles());
        return "running :: list";
    }
}
