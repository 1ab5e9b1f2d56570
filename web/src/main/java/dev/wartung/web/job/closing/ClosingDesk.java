package dev.wartung.web.job.closing;

import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Signature;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.BeforeClosing;
import dev.wartung.web.job.JobEnded;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobToSeal;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.page.Wordings;
import dev.wartung.web.stores.Stores;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How a job ends: what stands in the way of closing it, its own and other features', and telling them when it has. */
@Service
public class ClosingDesk {

    /** The field that stopping is signed in. */
    public static final String STOP_PASSWORD = "stop.password";

    private final LogBook log;
    private final ValveAfterJob valve;
    private final List<BeforeClosing> others;
    private final Stores stores;
    private final ApplicationEventPublisher events;
    private final CurrentAccount current;
    private final Wordings wordings;
    private final Clock clock;

    ClosingDesk(
            LogBook log,
            ValveAfterJob valve,
            List<BeforeClosing> others,
            Stores stores,
            ApplicationEventPublisher events,
            CurrentAccount current,
            Wordings wordings,
            Clock clock) {
        this.log = log;
        this.valve = valve;
        this.others = others;
        this.stores = stores;
        this.events = events;
        this.current = current;
        this.wordings = wordings;
        this.clock = clock;
    }

    /** What stands in the way of closing a job: on the bench, in its findings, and elsewhere. */
    public List<Message> hindrances(JobView view) {
        return Stream.of(
                        view.progress().hindrances().stream(),
                        view.judgement().hindrances().stream(),
                        others.stream().flatMap(o -> o.hindrances(view.job()).stream()))
                .flatMap(s -> s)
                .toList();
    }

    /** Why a second person has to sign; empty where one signature will do. */
    public static Optional<String> needsTwo(JobView view) {
        return ClosingForm.needsTwo(view);
    }

    /** How many pieces were counted in and not fitted. */
    public static int leftOver(JobView view) {
        return new ClosingCount(view).leftInBag();
    }

    /** Takes a job that was only planned off the list. */
    @Transactional
    public Outcome cancel(int number, UUID entryId) {
        return log.once(number, entryId, job -> {
            if (job.state() != JobState.PLANNED) {
                return Outcome.refused("This job is " + job.state().words() + "; only a planned one can be cancelled.");
            }
            log.cancel(job, entryId);
            events.publishEvent(new JobEnded(job, current.get(), clock.instant()));
            return Outcome.DONE;
        });
    }

    /**
     * Ends the job with the valve out of service, as it lies, signed by whoever stops it.
     *
     * @param password of whoever asks; what is wrong with it is put under {@value #STOP_PASSWORD}
     */
    @Transactional
    public Outcome stop(int number, UUID entryId, String reason, String password) {
        return LogBook.withReason(
                reason,
                "reason",
                () -> log.during(number, entryId, view -> {
                    Optional<Message> hindrance = view.progress().cannotBeLeft();
                    if (hindrance.isPresent()) {
                        return Outcome.refused(told().of(hindrance.get()));
                    }
                    Optional<String> refused = current.refusesToSign(password);
                    if (refused.isPresent()) {
                        return Outcome.refused(Map.of(STOP_PASSWORD, refused.get()));
                    }
                    Signature signature = ClosingForm.signature(current.get(), Signature.STOPPED, clock.instant());
                    LogBook.Line last = last(
                            entryId,
                            view.progress().current().map(Step::id),
                            new JobEvent.Stopped(reason.strip(), List.of(signature)));
                    log.end(view, JobState.STOPPED, last);
                    valve.stopped(view, LocalDate.now(clock));
                    ended(view, last);
                    return Outcome.done("Stopped. "
                            + (view.ofNewValve()
                                    ? "The new valve is left as it lies."
                                    : view.job().valve().tag() + " is out of service."));
                }));
    }

    /**
     * Closes the job, if nothing stands in the way, the count is right and it is signed.
     *
     * @param typed the counts, what becomes of pieces left over, and whose passwords sign
     */
    @Transactional
    public Outcome close(int number, UUID entryId, Map<String, String> typed) {
        return log.during(number, entryId, view -> {
            List<Message> hindrances = hindrances(view);
            if (!hindrances.isEmpty()) {
                return Outcome.refused(String.join(" ", told().all(hindrances)));
            }
            ClosingForm form = ClosingForm.of(typed);
            ClosingCount count = new ClosingCount(view);
            Map<String, String> troubles = count.troubles(form.bin(), form.bag());
            if (count.leftInBag() > 0 && !form.decided()) {
                troubles.put(ClosingForm.LEFT, "Say what becomes of them.");
            }
            List<Signature> signatures =
                    troubles.isEmpty() ? form.signed(view, current, clock.instant(), troubles) : List.of();
            if (!troubles.isEmpty()) {
                return Outcome.refused(troubles);
            }
            if (form.returned()) {
                count.left()
                        .forEach(c -> stores.giveBack(
                                c.article(), c.lot(), Optional.of(c.fromKit()).filter(k -> !k.isEmpty()), number));
            }
            LogBook.Line last = last(
                    entryId,
                    Optional.empty(),
                    new JobEvent.Closed(
                            count.inBin(),
                            count.leftInBag(),
                            form.remark().strip(),
                            form.returned() ? JobEvent.Closed.Left.RETURNED : JobEvent.Closed.Left.SCRAPPED,
                            signatures));
            log.end(view, JobState.CLOSED, last);
            valve.closed(view, LocalDate.now(clock), current.get(), last.at());
            ended(view, last);
            return Outcome.DONE;
        });
    }

    /** As whoever asks is told. */
    private Wording told() {
        return wordings.in(current.get().units());
    }

    private LogBook.Line last(UUID entryId, Optional<String> step, JobEvent event) {
        return new LogBook.Line(entryId, step, event, current.get(), clock.instant());
    }

    private void ended(JobView view, LogBook.Line last) {
        events.publishEvent(new JobEnded(view.job(), last.by(), last.at()));
        events.publishEvent(new JobToSeal(view.job()));
    }
}
