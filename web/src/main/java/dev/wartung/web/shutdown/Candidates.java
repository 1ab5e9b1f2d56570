package dev.wartung.web.shutdown;

import dev.wartung.core.anatomy.AnatomySheet.Recheck;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.school.SchoolTable;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.site.Site;
import dev.wartung.web.supply.Arrivals;
import dev.wartung.web.valve.ValveState;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The jobs that could be done in a window, each with what planning has to know of it, worked out of its procedure, its
 * history and the stores.
 */
@Component
class Candidates {

    private static final int AHEAD_DAYS = 21;
    private static final double WORTH_SAYING = 0.1;
    /** What was bolted has settled after that: a demo value. */
    static final int SETTLES_MIN = 60;

    private static final int TIGHTEN_MIN = 10;
    private static final int LOOK_MIN = 15;
    private static final int SIGN_MIN = 10;
    private static final LocalTime DELIVERY = LocalTime.of(8, 0);

    private final Jobs jobs;
    private final Arrivals arrivals;
    private final Site site;
    private final UsualTimes times;

    Candidates(Jobs jobs, Arrivals arrivals, Site site, UsualTimes times) {
        this.jobs = jobs;
        this.arrivals = arrivals;
        this.site = site;
        this.times = times;
    }

    /**
     * A job that could be done.
     *
     * @param derived   minutes by its procedure
     * @param minutes   the same, corrected by how long the work took before
     * @param history   that correction in words; empty where too little is known
     * @param risk      points taken away by doing it
     * @param riskWhy   where they come from
     * @param kitDay    the day its parts come; empty: they are here
     * @param changes   whether it reconfigures an actuator
     * @param second    minutes a second person is needed at its end
     * @param retighten whether it is tightened again once it has settled
     * @param recheck   whether it is looked at once the line is back
     * @param started   when it was begun, if it is running, and by whom
     */
    public record Candidate(
            int number,
            String tag,
            String title,
            String line,
            int derived,
            int minutes,
            String history,
            int risk,
            String riskWhy,
            Optional<LocalDate> kitDay,
            Set<String> tools,
            boolean changes,
            int second,
            boolean retighten,
            boolean recheck,
            Optional<Instant> started,
            String by) {

        int kitAt(Instant begins, ZoneId zone) {
            return kitDay.map(d -> (int) ChronoUnit.MINUTES.between(
                            begins, d.atTime(DELIVERY).atZone(zone).toInstant()))
                    .filter(m -> m > 0)
                    .orElse(0);
        }

        int retightenMinutes() {
            return retighten ? TIGHTEN_MIN : 0;
        }

        int recheckMinutes() {
            return recheck ? LOOK_MIN : 0;
        }
    }

    @Transactional(readOnly = true)
    public List<Candidate> of(ShutdownWindow window, ZoneId zone) {
        LocalDate first = window.begins().atZone(zone).toLocalDate();
        LocalDate last = window.ends().atZone(zone).toLocalDate().plusDays(AHEAD_DAYS);
        Map<Integer, LocalDate> kits = arrivals.byJob();
        List<Candidate> all = new ArrayList<>();
        for (Job job : jobs.openBetween(LocalDate.of(2000, 1, 1), last)) {
            if (job.startedAt().filter(at -> at.isBefore(window.begins())).isPresent()) {
                // on the bench since before: it is done by then, or stopped
                continue;
            }
            all.add(candidate(jobs.view(job), first, Optional.ofNullable(kits.get(job.number()))));
        }
        return all;
    }

    private Candidate candidate(JobView view, LocalDate first, Optional<LocalDate> kit) {
        Job job = view.job();
        Procedure procedure = view.progress().procedure();
        int derived = Math.max(5, (int) Math.round(procedure.minutes()));
        double usual = times.minutes(job.valve().typeId(), procedure);
        int minutes = (int) (Math.ceil(Math.max(5, usual) / 5) * 5);
        boolean changes = view.sheets()
                .anatomy()
                .work(job.work())
                .filter(w -> w.becomes().containsKey("drive"))
                .isPresent();
        int agreeing = (int) Math.ceil(procedure.steps().stream()
                .filter(Step::secondPerson)
                .mapToDouble(Step::minutes)
                .sum());
        List<String> why = new ArrayList<>();
        int risk = risk(job, first, why);
        SchoolTable table = site.practice().table();
        Set<String> tools = table.tools().stream()
                .map(SchoolTable.SpecialTool::name)
                .filter(t ->
                        procedure.tools().stream().anyMatch(n -> n.toString().startsWith(t)))
                .collect(Collectors.toSet());
        return new Candidate(
                job.number(),
                job.valve().tag(),
                job.title(),
                job.valve().area() + ", " + job.valve().line(),
                derived,
                minutes,
                Math.abs(usual / procedure.minutes() - 1) >= WORTH_SAYING
                        ? "here usually " + Math.round(usual) + " min"
                        : "",
                risk,
                String.join(", ", why),
                kit,
                tools,
                changes,
                Math.min(minutes, agreeing + (changes ? SIGN_MIN : 0)),
                procedure.rechecks().stream().anyMatch(r -> r.afterDays() == 0),
                procedure.rechecks().stream().anyMatch(Candidates::onceBack),
                job.state() == JobState.RUNNING ? job.startedAt() : Optional.empty(),
                job.holder().map(h -> h.username()).orElse(""));
    }

    /** A look that waits for the line's first cleaning or sterilisation, which is how a line comes back. */
    private static boolean onceBack(Recheck recheck) {
        return (recheck.after().isPresent() && recheck.afterDays() <= 2)
                || recheck.name().contains("after the first");
    }

    /**
     * Demo values: 5 for any work that is due, one for each week it is overdue by the window (10 at most), 10 for a
     * valve out of service, 5 for a part that was found unfit.
     */
    private static int risk(Job job, LocalDate first, List<String> why) {
        int risk = 5;
        long weeks = Math.min(10, Math.max(0, ChronoUnit.WEEKS.between(job.dueOn(), first)));
        if (weeks > 0) {
            why.add(weeks + (weeks == 1 ? " week" : " weeks") + " overdue by then");
        }
        if (job.valve().state() == ValveState.OUT_OF_SERVICE) {
            risk += 10;
            why.add("the valve is out of service");
        }
        return risk + (int) weeks;
    }

    /** Minutes from the beginning of the window. */
    static int minutes(Instant begins, Instant at) {
        return (int) Duration.between(begins, at).toMinutes();
    }
}
