package dev.wartung.web.valve;

import dev.wartung.web.account.CurrentAccount;
import java.time.Clock;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.server.ResponseStatusException;

/** A reviewer's look at changes of the record. */
@Controller
class RecordChangeController {

    private final RecordChanges changes;
    private final CurrentAccount current;
    private final Clock clock;

    RecordChangeController(RecordChanges changes, CurrentAccount current, Clock clock) {
        this.changes = changes;
        this.current = current;
        this.clock = clock;
    }

    /** Marks a change as seen; a change of one's own stays to be seen by somebody else. */
    @PostMapping("/changes/{id:\\d{1,12}}/seen")
    @Transactional
    public String seen(@PathVariable long id) {
        changes.findById(id)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND))
                .seen(current.get(), clock.instant());
        return "redirect:/";
    }
}
