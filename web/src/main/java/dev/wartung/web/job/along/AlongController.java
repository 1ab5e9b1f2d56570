package dev.wartung.web.job.along;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.Shot;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.apart.Apart;
import dev.wartung.web.job.apart.KeptApart;
import dev.wartung.web.job.bench.BenchDesk;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;

/** What a device sends that was without network, and what of it could not be entered. */
@Controller
@RequestMapping("/jobs/{number:\\d{1,9}}")
class AlongController {

    private final Jobs jobs;
    private final SentDesk desk;
    private final Apart apart;
    private final BenchDesk bench;
    private final CurrentAccount current;
    private final Clock clock;

    AlongController(Jobs jobs, SentDesk desk, Apart apart, BenchDesk bench, CurrentAccount current, Clock clock) {
        this.jobs = jobs;
        this.desk = desk;
        this.apart = apart;
        this.bench = bench;
        this.current = current;
        this.clock = clock;
    }

    /**
     * One thing that was done, in the order in which it was.
     *
     * @param who   whose device it was done on: 403 where somebody else is logged in there now
     * @param ago   how long ago it was done by the device's clock, ms; whether that clock is right does not matter
     */
    @PostMapping("/sent/{what}")
    ResponseEntity<Map<String, String>> sent(
            @PathVariable int number,
            @PathVariable String what,
            @RequestParam UUID entryId,
            @RequestParam String who,
            @RequestParam(defaultValue = "0") long ago,
            @RequestParam(defaultValue = "") String at,
            @RequestParam Map<String, String> typed,
            @RequestParam(required = false) Optional<MultipartFile> shot) {
        if (!current.get().username().equals(who)) {
            throw new ResponseStatusException(HttpStatus.FORBIDDEN);
        }
        Sent.What known = Sent.What.of(what).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Map<String, String> fields = new HashMap<>(typed);
        fields.keySet().removeAll(List.of("entryId", "who", "ago", "at", "_csrf"));
        Instant now = clock.instant();
        SentDesk.Result result = desk.enter(
                number,
                new Sent(
                        entryId,
                        known,
                        Optional.of(at).filter(step -> !step.isEmpty()),
                        fields,
                        Shot.of(shot.orElse(null)),
                        now.minusMillis(Math.max(0, ago))));
        return ResponseEntity.ok(Map.of("how", result.how().name(), "why", result.why()));
    }

    @GetMapping("/apart")
    String apart(@PathVariable int number, Model model) {
        return show(number, Outcome.DONE, Map.of(), model);
    }

    /** Puts it on the record as a note, beside what the record has. */
    @PostMapping("/apart/{entryId}/noted")
    String noted(@PathVariable int number, @PathVariable UUID entryId, Model model) {
        KeptApart kept = kept(number, entryId);
        Outcome outcome = bench.problem(
                number,
                UUID.nameUUIDFromBytes((entryId + "noted").getBytes(StandardCharsets.UTF_8)),
                "Done without network by " + kept.by() + " and not entered (" + kept.why() + "): " + kept.what());
        if (!outcome.went()) {
            return show(number, outcome, Map.of(), model);
        }
        apart.settle(entryId, "noted on the record");
        return "redirect:/jobs/" + number + "/apart";
    }

    @PostMapping("/apart/{entryId}/left")
    String left(
            @PathVariable int number,
            @PathVariable UUID entryId,
            @RequestParam(defaultValue = "") String reason,
            Model model) {
        KeptApart kept = kept(number, entryId);
        if (reason.isBlank() || reason.length() > 300) {
            return show(
                    number,
                    Outcome.refused(Map.of(
                            kept.entryId().toString(),
                            reason.isBlank() ? "Say in a few words why." : "Keep it under 300 letters.")),
                    Map.of(kept.entryId().toString(), reason),
                    model);
        }
        apart.settle(entryId, "left out, because " + reason.strip());
        return "redirect:/jobs/" + number + "/apart";
    }

    private KeptApart kept(int number, UUID entryId) {
        return apart.of(view(number).job()).stream()
                .filter(k -> k.entryId().equals(entryId))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private JobView view(int number) {
        return jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
    }

    private String show(int number, Outcome outcome, Map<String, String> typed, Model model) {
        JobView view = view(number);
        model.addAttribute("nav", "bench");
        model.addAttribute("findingsPage", true);
        model.addAttribute("job", view.job());
        model.addAttribute("running", view.job().state() == JobState.RUNNING);
        model.addAttribute("mine", view.job().holder().filter(current::is).isPresent());
        model.addAttribute("all", apart.of(view.job()));
        model.addAttribute("record", OnRecord.byStep(view));
        model.addAttribute("outcome", outcome);
        model.addAttribute("typed", typed);
        return "apart";
    }
}
