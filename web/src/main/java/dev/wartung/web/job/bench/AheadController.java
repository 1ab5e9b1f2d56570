package dev.wartung.web.job.bench;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.page.Dates;
import java.time.Clock;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** A job to take along: every board of it that is to come, in one document that a device keeps. */
@Controller
class AheadController {

    private final Jobs jobs;
    private final Ahead ahead;
    private final CurrentAccount current;
    private final Dates dates;
    private final Clock clock;

    AheadController(Jobs jobs, Ahead ahead, CurrentAccount current, Dates dates, Clock clock) {
        this.jobs = jobs;
        this.ahead = ahead;
        this.current = current;
        this.dates = dates;
        this.clock = clock;
    }

    /** Only a running job, and only for whoever holds its bench (204 else): there is nothing to do in another. */
    @GetMapping("/jobs/{number:\\d{1,9}}/along")
    String along(@PathVariable int number, Model model) {
        JobView view = jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
        if (view.job().state() != JobState.RUNNING
                || view.job().holder().filter(current::is).isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NO_CONTENT);
        }
        model.addAttribute("job", view.job());
        model.addAttribute("newValve", view.ofNewValve());
        model.addAttribute("way", ahead.of(view));
        model.addAttribute("goes", Ahead.way(view));
        model.addAttribute("since", dates.moment(clock.instant()));
        return "along";
    }
}
