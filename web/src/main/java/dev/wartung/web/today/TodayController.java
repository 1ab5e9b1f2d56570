package dev.wartung.web.today;

import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.LastLogin;
import dev.wartung.web.account.Role;
import dev.wartung.web.change.ChangeRequests;
import dev.wartung.web.job.JobLine;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.record.Reviews;
import dev.wartung.web.setup.SetUp;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.SessionAttribute;

/** The first page: what is on the bench, what is due, what is blocked. */
@Controller
class TodayController {

    private static final int LOOK_AHEAD_DAYS = 14;
    private static final int MOST_DUE = 8;
    private static final int MOST_PLANNED = 40;
    private static final Set<Role> SETS_UP = EnumSet.of(Role.PLANNER, Role.ADMINISTRATOR);

    private final Jobs jobs;
    private final Valves valves;
    private final Looks looks;
    private final RecordChanges changes;
    private final ChangeRequests requests;
    private final Reviews reviews;
    private final CurrentAccount current;
    private final SetUp setUp;
    private final Clock clock;

    TodayController(
            Jobs jobs,
            Valves valves,
            Looks looks,
            RecordChanges changes,
            ChangeRequests requests,
            Reviews reviews,
            CurrentAccount current,
            SetUp setUp,
            Clock clock) {
        this.setUp = setUp;
        this.reviews = reviews;
        this.jobs = jobs;
        this.valves = valves;
        this.looks = looks;
        this.changes = changes;
        this.requests = requests;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/")
    @Transactional(readOnly = true)
    String today(
            @SessionAttribute(name = LastLogin.TOLD, required = false) LastLogin.@Nullable Told lastLogin,
            Model model) {
        if (setUp.isEmpty() && SETS_UP.stream().anyMatch(current.get().roles()::contains)) {
            return "redirect:/setup";
        }
        model.addAttribute("lastLogin", lastLogin);
        LocalDate today = LocalDate.now(clock);
        model.addAttribute("nav", "today");
        model.addAttribute("today", today);
        Account me = current.get();
        List<JobLine> running = jobs.lines(JobState.RUNNING);
        List<JobLine> mine = running.stream().filter(j -> j.isHeldBy(me.id())).toList();
        model.addAttribute("mine", mine);
        List<JobLine> others =
                running.stream().filter(j -> !j.isHeldBy(me.id())).toList();
        model.addAttribute("others", others);
        List<JobLine> planned = jobs.lines(JobState.PLANNED);
        model.addAttribute("planned", planned.subList(0, Math.min(MOST_PLANNED, planned.size())));
        model.addAttribute("later", Math.max(0, planned.size() - MOST_PLANNED));
        List<Recheck> rechecks = looks.openBy(today.plusDays(2));
        model.addAttribute("rechecks", rechecks);
        model.addAttribute(
                "changes", me.roles().contains(Role.REVIEWER) ? changes.findBySeenAtIsNullOrderByAt() : List.of());
        model.addAttribute("requests", requests.open());
        model.addAttribute("toReview", me.roles().contains(Role.REVIEWER) ? reviews.waiting() : null);
        model.addAttribute("blocked", valves.findByStateOrderByTag(ValveState.OUT_OF_SERVICE));
        List<Valve> due = valves.due(today.plusDays(LOOK_AHEAD_DAYS), PageRequest.of(0, MOST_DUE));
        model.addAttribute("due", due);
        model.addAttribute(
                "first",
                First.of(new First.Day(mine, planned, others, rechecks, due, today), me.roles())
                        .orElse(null));
        return "today";
    }

    /** The job I have on my bench; with none or several, the page that shows them. */
    @GetMapping("/bench")
    String bench() {
        List<JobLine> mine = jobs.lines(JobState.RUNNING).stream()
                .filter(j -> j.isHeldBy(current.get().id()))
                .toList();
        return mine.size() == 1 ? "redirect:/jobs/" + mine.get(0).number() : "redirect:/#my-bench";
    }
}
