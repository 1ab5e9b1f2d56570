package dev.wartung.web.valve;

import dev.wartung.web.account.CurrentAccount;
import java.time.Clock;
import java.time.LocalDate;
import org.springframework.data.domain.Sort;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.server.ResponseStatusException;

/** The lines map, and looking at changes of the record. */
@Controller
class LinesController {

    private final Valves valves;
    private final RecordChanges changes;
    private final CurrentAccount current;
    private final Clock clock;

    LinesController(Valves valves, RecordChanges changes, CurrentAccount current, Clock clock) {
        this.valves = valves;
        this.changes = changes;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/lines")
    String lines(Model model) {
        model.addAttribute("nav", "valves");
        model.addAttribute("map", LinesMap.of(valves.findAll(Sort.by("area", "line", "place", "tag")), LocalDate.now(clock)));
        model.addAttribute("states", LinesMap.State.values());
        return "lines";
    }

    /** A reviewer has looked at a change; nobody reviews their own. */
    @PostMapping("/changes/{id:\\d{1,12}}/seen")
    @Transactional
    public String seen(@PathVariable long id) {
        RecordChange change = changes.findById(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        change.seen(current.get(), clock.instant());
        return "redirect:/";
    }
}
