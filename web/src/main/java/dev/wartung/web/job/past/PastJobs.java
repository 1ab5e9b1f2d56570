package dev.wartung.web.job.past;

import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.sealing.OldSeal;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobToSeal;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.job.bench.BenchDesk;
import dev.wartung.web.job.closing.ValveAfterJob;
import dev.wartung.web.job.findings.FindingsDesk;
import dev.wartung.web.job.findings.OldSealsDesk;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.job.settling.SettlingDesk;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Enters jobs that were done, or begun, at an earlier time: what came before Wartung, or came back on paper. */
@Service
public class PastJobs {

    private final Valves valves;
    private final Jobs jobs;
    private final LogBook log;
    private final PlanningDesk planning;
    private final ValveAfterJob afterJob;
    private final Looks looks;
    private final BenchDesk bench;
    private final FindingsDesk findings;
    private final OldSealsDesk oldSeals;
    private final SettlingDesk settling;
    private final Sheets sheets;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    PastJobs(
            Valves valves,
            Jobs jobs,
            LogBook log,
            PlanningDesk planning,
            ValveAfterJob afterJob,
            Looks looks,
            BenchDesk bench,
            FindingsDesk findings,
            OldSealsDesk oldSeals,
            SettlingDesk settling,
            Sheets sheets,
            ApplicationEventPublisher events,
            Clock clock) {
        this.valves = valves;
        this.jobs = jobs;
        this.log = log;
        this.planning = planning;
        this.afterJob = afterJob;
        this.looks = looks;
        this.bench = bench;
        this.findings = findings;
        this.oldSeals = oldSeals;
        this.settling = settling;
        this.sheets = sheets;
        this.events = events;
        this.clock = clock;
    }

    /**
     * What is entered of a past job.
     *
     * @param by      who did it
     * @param started when
     * @param steps   how many steps were done; all of them close the job, fewer leave it on the bench
     * @param stopped why it was stopped after those steps, the valve out of service; empty where it was not
     * @param lot     the lot of the parts
     * @param reading what was read, by what was asked
     * @param ids     where entry ids come from
     * @param oldSeals how old seals looked, by part
     * @param tin     what was typed of the tin in hand, where another was taken than the one chosen
     * @param second  who agreed to it
     * @param found   what was found before it was stopped, as it is typed; empty for nothing
     * @param pace    how many times as long as by the sheet some operations took; the others as long
     */
    public record Past(
            Account by,
            Instant started,
            int steps,
            Optional<String> stopped,
            String lot,
            Function<Ask, Answer> reading,
            Supplier<UUID> ids,
            Map<String, OldLook> oldSeals,
            Map<String, String> tin,
            Optional<Account> second,
            Map<String, String> found,
            Map<String, Double> pace) {

        /**
         * How an old seal looked.
         *
         * @param appearance id of how it looked
         * @param leaked whether the valve was opened because it leaked
         */
        public record OldLook(String appearance, boolean leaked) {}

        /** The same, with parts of another lot. */
        public Past from(String other) {
            return new Past(by, started, steps, stopped, other, reading, ids, oldSeals, tin, second, found, pace);
        }

        /** The same, with how the old seals looked. */
        public Past looked(Map<String, OldLook> seals) {
            return new Past(by, started, steps, stopped, lot, reading, ids, seals, tin, second, found, pace);
        }

        /** The same, with something found on a part. */
        public Past found(Map<String, String> typed) {
            return new Past(by, started, steps, stopped, lot, reading, ids, oldSeals, tin, second, typed, pace);
        }

        /** The same, with another tin than the one chosen. */
        public Past greased(Map<String, String> typed, Account agreed) {
            return new Past(
                    by, started, steps, stopped, lot, reading, ids, oldSeals, typed, Optional.of(agreed), found, pace);
        }
    }

    /** Enters a job and writes its record, if it ended. */
    @Transactional
    public Job enter(String tag, Work work, Past past) {
        Job job = write(tag, work, past);
        if (job.endedAt().isPresent()) {
            seal(job.number());
        }
        return job;
    }

    /** Writes the record of a job that was entered without. */
    @Transactional
    public void seal(int number) {
        events.publishEvent(new JobToSeal(jobs.view(number).orElseThrow().job()));
    }

    /** Enters a job without its record, which is to be written in its turn: {@link #seal}. */
    @Transactional
    public Job write(String tag, Work work, Past past) {
        Valve valve = valves.findByTagIgnoreCase(tag).orElseThrow();
        PlanningDesk.Plan plan = planning.derive(valve, work);
        Job job = planning.keep(
                valve, work, past.started().atZone(clock.getZone()).toLocalDate(), past.by(), past.started());
        Writer writer = new Writer(job, past);
        log.begin(job, writer.line(Optional.empty(), new JobEvent.Begun(), 0));
        List<Step> steps = plan.procedure().steps();
        for (Step step : steps.subList(0, Math.min(past.steps(), steps.size()))) {
            List<CountedIn> lots = step.kitCount() ? counted(plan.supplies(), past.lot()) : List.of();
            writer.write(
                    Optional.of(step.id()),
                    new JobEvent.Confirmed(
                            step.asks().stream().map(past.reading()).toList(),
                            lots,
                            Optional.empty(),
                            bench.greased(step, valve, past.tin(), past::second),
                            Map.of(),
                            List.of()),
                    step.minutes() * past.pace().getOrDefault(step.operation(), 1.0));
        }
        if (past.steps() < steps.size()) {
            if (!past.found().isEmpty()) {
                writer.write(
                        findings.read(
                                writer.view(), past.found(), past.ids().get().toString()),
                        5);
            }
            JobView view = writer.view();
            valve.becomes(ValveState.ON_BENCH);
            past.stopped().ifPresent(reason -> {
                LogBook.Line last = writer.line(Optional.empty(), new JobEvent.Stopped(reason, List.of()), 1);
                log.end(view, JobState.STOPPED, last);
                afterJob.stopped(view, day(last));
            });
            return job;
        }
        past.oldSeals().forEach((part, look) -> seal(job, writer, part, look));
        int left =
                (int) plan.supplies().toCount().stream().filter(p -> !p.used()).count();
        LogBook.Line last = writer.line(
                Optional.empty(),
                new JobEvent.Closed(
                        plan.procedure().renews().size(), left, "", JobEvent.Closed.Left.SCRAPPED, List.of()),
                1);
        JobView view = writer.view();
        log.end(view, JobState.CLOSED, last);
        afterJob.closed(view, day(last), past.by(), last.at());
        // looks that fell due before now are taken as done when the job was entered
        LocalDate today = LocalDate.now(clock);
        looks.openAt(valve).stream().filter(r -> r.dueOn().isBefore(today)).forEach(r -> r.done(r.dueOn()));
        return job;
    }

    /** An old seal as it was judged, with the checks it added answered. */
    private void seal(Job job, Writer writer, String part, Past.OldLook look) {
        Sheets.Pair pair = sheets.of(job.valve().typeId());
        Map<String, String> facts = job.configuration().facts();
        Optional<Article> article = pair.type().article(part, facts);
        OldSeal judged = OldSeal.of(
                part,
                pair.anatomy().build().resolve(facts).part(part).orElseThrow().name(),
                article.map(Article::number).orElse(""),
                article.map(Article::material).orElse(""),
                Knowledge.oldSeals().appearance(look.appearance()).orElseThrow(),
                "",
                look.leaked());
        writer.write(new JobEvent.OldSealJudged(judged), 2);
        oldSeals.enter(writer.past.ids().get(), job, judged, writer.past.by(), writer.at);
        judged.checks()
                .forEach(c -> writer.write(new JobEvent.Checked(c.id(), c.say(), "looked at, nothing to add"), 1));
    }

    private LocalDate day(LogBook.Line line) {
        return line.at().atZone(clock.getZone()).toLocalDate();
    }

    /** A reading of a joint between jobs, entered for an earlier time. */
    @Transactional
    public void look(Job tightened, Quantity read, Account by, Instant at, UUID id) {
        settling.enter(id, tightened, read, by, at);
    }

    private static List<CountedIn> counted(Supplies supplies, String lot) {
        return supplies.toCount().stream()
                .map(p -> new CountedIn(
                        p.part(),
                        p.name(),
                        p.article(),
                        p.material(),
                        lot,
                        supplies.inKit().contains(p)
                                ? supplies.kit().map(k -> k.id()).orElse("")
                                : "",
                        ""))
                .toList();
    }

    /** Writes entries one after the other, each as long after the one before as its step takes. */
    private final class Writer {

        private final Job job;
        private final Past past;
        private final List<LogBook.Line> lines = new ArrayList<>();
        private Instant at;

        Writer(Job job, Past past) {
            this.job = job;
            this.past = past;
            this.at = past.started();
        }

        void write(JobEvent event, double minutes) {
            write(Optional.empty(), event, minutes);
        }

        void write(Optional<String> step, JobEvent event, double minutes) {
            lines.add(line(step, event, minutes));
        }

        /** The job with what was written so far. */
        JobView view() {
            log.enter(job, List.copyOf(lines));
            lines.clear();
            return jobs.view(job);
        }

        LogBook.Line line(Optional<String> step, JobEvent event, double minutes) {
            at = at.plusSeconds(Math.round(minutes * 60));
            return new LogBook.Line(past.ids().get(), step, event, past.by(), at);
        }
    }
}
