package dev.wartung.web.job;

import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.sealing.OldSeal;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.Account;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Enters jobs that were done, or begun, at an earlier time: what came before Wartung, or came back on paper. */
@Service
public class PastJobs {

    private final Valves valves;
    private final JobEntries entries;
    private final JobFiles files;
    private final Planning planning;
    private final AfterClosing afterClosing;
    private final Rechecks rechecks;
    private final GreaseStore greases;
    private final OldSeals oldSeals;
    private final JointLooks looks;
    private final Sheets sheets;
    private final JobSeal seal;
    private final Clock clock;

    PastJobs(
            Valves valves,
            JobEntries entries,
            JobFiles files,
            Planning planning,
            AfterClosing afterClosing,
            Rechecks rechecks,
            GreaseStore greases,
            OldSeals oldSeals,
            JointLooks looks,
            Sheets sheets,
            JobSeal seal,
            Clock clock) {
        this.valves = valves;
        this.entries = entries;
        this.files = files;
        this.planning = planning;
        this.afterClosing = afterClosing;
        this.rechecks = rechecks;
        this.greases = greases;
        this.oldSeals = oldSeals;
        this.looks = looks;
        this.sheets = sheets;
        this.seal = seal;
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
     * @param oldSeals how old seals looked, appearance by part
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
            Map<String, String> oldSeals,
            Map<String, String> tin,
            Optional<Account> second,
            Map<String, String> found,
            Map<String, Double> pace) {

        /** The same, with parts of another lot. */
        public Past from(String other) {
            return new Past(by, started, steps, stopped, other, reading, ids, oldSeals, tin, second, found, pace);
        }

        /** The same, with how the old seals looked. */
        public Past looked(Map<String, String> seals) {
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

    @Transactional
    public Job enter(String tag, Work work, Past past) {
        Valve valve = valves.findByTagIgnoreCase(tag).orElseThrow();
        Planning.Plan plan = planning.derive(valve, work);
        Job job = planning.keep(
                valve, work, past.started().atZone(clock.getZone()).toLocalDate(), past.by(), past.started());
        List<JobEntry> written = new ArrayList<>();
        Writer writer = new Writer(job, past, written);
        job.start(past.by(), past.started());
        writer.write(new JobEvent.Begun(), 0);
        List<Step> steps = plan.procedure().steps();
        for (Step step : steps.subList(0, Math.min(past.steps(), steps.size()))) {
            List<CountedIn> lots = step.kitCount() ? counted(plan.supplies(), past.lot()) : List.of();
            writer.write(
                    Optional.of(step.id()),
                    new JobEvent.Confirmed(
                            step.asks().stream().map(past.reading()).toList(),
                            lots,
                            Optional.empty(),
                            greased(step, valve, past),
                            Map.of()),
                    step.minutes() * past.pace().getOrDefault(step.operation(), 1.0));
        }
        if (past.steps() < steps.size()) {
            entries.saveAllAndFlush(written);
            if (!past.found().isEmpty()) {
                writer.write(found(files.open(job), past), 5);
            }
            past.stopped().ifPresent(reason -> writer.write(new JobEvent.Stopped(reason), 1));
            entries.saveAllAndFlush(written);
            valve.becomes(ValveState.ON_BENCH);
            if (past.stopped().isPresent()) {
                job.end(JobState.STOPPED, writer.at);
                afterClosing.stopped(
                        files.open(job), writer.at.atZone(clock.getZone()).toLocalDate());
                seal.seal(job);
            }
            return job;
        }
        past.oldSeals().forEach((part, appearance) -> seal(job, writer, part, appearance));
        int left =
                (int) plan.supplies().toCount().stream().filter(p -> !p.used()).count();
        writer.write(
                new JobEvent.Closed(
                        plan.procedure().renews().size(), left, "", JobEvent.Closed.Left.SCRAPPED, List.of()),
                1);
        entries.saveAllAndFlush(written);
        job.end(JobState.CLOSED, writer.at);
        afterClosing.closed(files.open(job), writer.at.atZone(clock.getZone()).toLocalDate(), past.by(), writer.at);
        // looks that fell due before now are taken as done when the job was entered
        LocalDate today = LocalDate.now(clock);
        rechecks.findByValveIdAndDoneOnIsNullOrderByDueOn(valve.id()).stream()
                .filter(r -> r.dueOn().isBefore(today))
                .forEach(r -> r.done(r.dueOn()));
        seal.seal(job);
        return job;
    }

    /** An old seal as it was judged, with the checks it added answered. */
    private void seal(Job job, Writer writer, String part, String appearance) {
        Sheets.Pair pair = sheets.of(job.valve().typeId());
        Map<String, String> facts = job.configuration().facts();
        Optional<Article> article = pair.type().article(part, facts);
        OldSeal judged = OldSeal.of(
                part,
                pair.anatomy().build().resolve(facts).part(part).orElseThrow().name(),
                article.map(Article::number).orElse(""),
                article.map(Article::material).orElse(""),
                Knowledge.oldSeals().appearance(appearance).orElseThrow(),
                "");
        writer.write(new JobEvent.OldSealJudged(judged), 2);
        oldSeals.save(new OldSealRecord(writer.past.ids().get(), job, judged, writer.past.by(), writer.at));
        judged.checks()
                .forEach(c -> writer.write(new JobEvent.Checked(c.id(), c.say(), "looked at, nothing to add"), 1));
    }

    private static JobEvent.Found found(JobView view, Past past) {
        FindingForm form = new FindingForm(view, past.found(), UnitSystem.METRIC);
        Finding finding = form.read(past.ids().get().toString(), Optional.empty())
                .orElseThrow(() -> new IllegalStateException(form.troubles().toString()));
        Optional<Procedure> goesOn = finding.replaces()
                .flatMap(r -> view.build().part(r.part()))
                .flatMap(part -> view.replacing(view.progress().procedure(), part));
        return new JobEvent.Found(finding, form.atHand(), goesOn);
    }

    /** From the tin that would be chosen today, unless it is known that another was taken. */
    private List<Greased> greased(Step step, Valve valve, Past past) {
        return new GreaseForm(step, greases.shelf(valve.area()), past.tin()).greased(new HashMap<>(), past::second);
    }

    /** A reading of a joint between jobs, entered for an earlier time. */
    @Transactional
    public void look(Job tightened, Quantity read, Account by, Instant at, UUID id) {
        looks.save(new JointLook(id, tightened.valve(), tightened.number(), read, by, at));
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
    private static final class Writer {

        private final Job job;
        private final Past past;
        private final List<JobEntry> written;
        private Instant at;

        Writer(Job job, Past past, List<JobEntry> written) {
            this.job = job;
            this.past = past;
            this.written = written;
            this.at = past.started();
        }

        void write(JobEvent event, double minutes) {
            write(Optional.empty(), event, minutes);
        }

        void write(Optional<String> step, JobEvent event, double minutes) {
            at = at.plusSeconds(Math.round(minutes * 60));
            written.add(new JobEntry(
                    job.id(), written.size() + 1, new Happened(past.ids().get(), step, event), past.by(), at));
        }
    }
}
