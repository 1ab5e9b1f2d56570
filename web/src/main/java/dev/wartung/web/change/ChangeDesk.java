package dev.wartung.web.change;

import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.account.Signing;
import dev.wartung.web.change.ChangeItem.What;
import dev.wartung.web.job.BeforeClosing;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobEnded;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Changes of fail positions: asked for by one, judged against the study, the safe position stated by the process owner,
 * approved by another, worked as
 * a job, and on the record of the valve only once that job has proven it.
 *
 * <p>What is refused is told by field, in words; an empty map means done.
 */
@Service
public class ChangeDesk implements BeforeClosing {

    private static final Map<String, String> DONE = Map.of();
    private static final int LONGEST = 2000;

    private final ChangeRequests requests;
    private final StudyDesk studies;
    private final PlanningDesk planning;
    private final CurrentAccount current;
    private final Signatures signatures;
    private final Clock clock;

    ChangeDesk(
            ChangeRequests requests,
            StudyDesk studies,
            PlanningDesk planning,
            CurrentAccount current,
            Signatures signatures,
            Clock clock) {
        this.signatures = signatures;
        this.requests = requests;
        this.studies = studies;
        this.planning = planning;
        this.current = current;
        this.clock = clock;
    }

    /** Changes of a valve that somebody has still to do something about, or whose checklist is not through. */
    Optional<ChangeRequest> open(Valve valve) {
        return requests.findByValveIdOrderByNumberDesc(valve.id()).stream()
                .filter(c -> c.state().open())
                .findFirst();
    }

    /** Why this change cannot be asked for; empty where it can. */
    Optional<String> cannotBeAsked(Valve valve, StudyForm form, Verdict verdict) {
        if (form.wish() == valve.drive()) {
            return Optional.of("It is like that already.");
        }
        if (!form.wish().sprung()) {
            return Optional.of(
                    "Taking the spring out leaves it without a fail position: that is not a reversal, and no work of this type does it on the bench.");
        }
        if (verdict == Verdict.DOES_NOT) {
            return Optional.of("The numbers say it would not work. Change what it takes first, then study it again.");
        }
        Optional<ChangeRequest> open = open(valve);
        if (open.isPresent()) {
            return Optional.of("Change " + open.get().number() + " of this valve is open. One at a time.");
        }
        return planning.reversal(valve, form.wish()).isPresent()
                ? Optional.empty()
                : Optional.of("This valve's actuator cannot be reversed on the bench; it is exchanged.");
    }

    /**
     * Asks for a change with what is typed into a study.
     *
     * @param typed by field, as on its page
     */
    @Transactional
    public Map<String, String> ask(Valve valve, Map<String, String> typed, String reason) {
        StudyForm form = studies.form(valve, typed, UnitSystem.METRIC);
        return form.understood() ? ask(valve, form, reason) : form.inputs().troubles();
    }

    /**
     * Asks for a change, with the study it rests on.
     *
     * @return the troubles, or nothing and the change is asked for
     */
    @Transactional
    Map<String, String> ask(Valve valve, StudyForm form, String reason) {
        Map<String, String> trouble = reasonTrouble(reason, "reason");
        if (!trouble.isEmpty()) {
            return trouble;
        }
        Optional<String> cannot =
                cannotBeAsked(valve, form, studies.answer(valve, form).verdict());
        if (cannot.isPresent()) {
            return Map.of("reason", cannot.get());
        }
        requests.save(new ChangeRequest(
                requests.nextNumber(), studies.keep(valve, form), reason.strip(), current.get(), clock.instant()));
        return DONE;
    }

    /**
     * The process owner says which position is safe and why, and signs it. Another one than asked for ends the change.
     */
    @Transactional
    public Map<String, String> state(int number, String position, String reason, String password) {
        ChangeRequest change = lock(number);
        Map<String, String> trouble = reasonTrouble(reason, "safe-reason");
        if (!studies.positions(change.valve()).contains(position)) {
            return Map.of("position", "Choose where the valve is safe when the air fails.");
        }
        if (!trouble.isEmpty() || change.state() != ChangeState.ASKED) {
            return trouble.isEmpty() ? late(change) : trouble;
        }
        Optional<String> refused = signatures.sign(
                password,
                signed(Meaning.SAFE_POSITION, change, ": without air it is safe " + position, reason.strip()));
        if (refused.isPresent()) {
            return Map.of(Signing.PASSWORD, refused.get());
        }
        change.stated(
                position,
                position.equals(studies.rest(change.valve(), change.becomes())),
                reason.strip(),
                current.get(),
                clock.instant());
        return DONE;
    }

    /** A reviewer approves or refuses, and signs it; never their own. */
    @Transactional
    public Map<String, String> decide(int number, boolean approve, String reason, String password) {
        ChangeRequest change = lock(number);
        Account me = current.get();
        Map<String, String> trouble = approve ? DONE : reasonTrouble(reason, "decided-reason");
        if (reason.length() > LONGEST) {
            trouble = Map.of("decided-reason", "Keep it under " + LONGEST + " letters.");
        }
        if (!trouble.isEmpty() || change.state() != ChangeState.STATED) {
            return trouble.isEmpty() ? late(change) : trouble;
        }
        if (me.id().equals(change.askedBy().id())
                || change.statedBy().filter(a -> a.id().equals(me.id())).isPresent()) {
            return Map.of("decided-reason", "You asked for it or stated the position; somebody else decides.");
        }
        Optional<String> refused = signatures.sign(
                password, signed(approve ? Meaning.APPROVED : Meaning.REFUSED, change, "", reason.strip()));
        if (refused.isPresent()) {
            return Map.of(Signing.PASSWORD, refused.get());
        }
        change.decided(approve, reason.strip(), me, clock.instant());
        return DONE;
    }

    private static Signed signed(Meaning meaning, ChangeRequest change, String more, String reason) {
        return new Signed(
                meaning,
                "change_request",
                String.valueOf(change.number()),
                "Change " + change.number() + " of " + change.valve().tag() + ", from "
                        + change.was().code() + " to " + change.becomes().code() + more,
                reason);
    }

    /** Signatures under a change, in the order they were given. */
    List<Signatures.Kept> signatures(ChangeRequest change) {
        return signatures.under("change_request", String.valueOf(change.number()));
    }

    /** Whoever asked takes it back, as long as no job is planned. */
    @Transactional
    public Map<String, String> withdraw(int number) {
        ChangeRequest change = lock(number);
        if (!change.askedBy().id().equals(current.get().id())) {
            return Map.of("withdraw", "Only " + change.askedBy().name() + " can take it back.");
        }
        if (!change.state().open() || change.state() == ChangeState.IN_WORK) {
            return late(change);
        }
        change.withdrawn();
        return DONE;
    }

    /** Plans the job that does it. */
    @Transactional
    public Map<String, String> plan(int number, LocalDate dueOn) {
        ChangeRequest change = lock(number);
        if (change.state() != ChangeState.APPROVED) {
            return late(change);
        }
        boolean halfway = change.valve().state() == ValveState.OUT_OF_SERVICE;
        if (change.valve().drive() != change.was() && !halfway) {
            return Map.of("due", "The valve is not what it was when this was studied. Ask for the change anew.");
        }
        return planning.reversal(change.valve(), change.becomes())
                .map(work -> {
                    change.inWork(planning.keep(change.valve(), work, dueOn, current.get())
                            .number());
                    return DONE;
                })
                .orElse(Map.of("due", "This valve's actuator cannot be reversed on the bench."));
    }

    /** Something that has to follow is done. */
    @Transactional
    public Map<String, String> done(int number, What what, String note) {
        ChangeRequest change = lock(number);
        if (change.state() != ChangeState.IN_WORK
                && change.state() != ChangeState.PROVEN
                && change.state() != ChangeState.APPROVED) {
            return Map.of(what.name(), "Only an approved change has a checklist.");
        }
        if (note.length() > 500) {
            return Map.of(what.name(), "Keep it under 500 letters.");
        }
        change.done(what, current.get(), clock.instant(), note.strip());
        return DONE;
    }

    private static Map<String, String> late(ChangeRequest change) {
        return Map.of("state", "This change is " + change.state().words() + "; that cannot be done to it now.");
    }

    private static Map<String, String> reasonTrouble(String reason, String field) {
        return reason.isBlank()
                ? Map.of(field, "Say in a few words why.")
                : reason.length() > LONGEST ? Map.of(field, "Keep it under " + LONGEST + " letters.") : DONE;
    }

    private ChangeRequest lock(int number) {
        return requests.lock(number).orElseThrow(() -> new NoSuchChange(number));
    }

    @Override
    public List<Message> hindrances(Job job) {
        return requests.findByJobNumber(job.number()).stream()
                .flatMap(c -> c.left().stream()
                        .filter(What::beforeReturn)
                        .map(w -> Message.of(
                                "change.left",
                                "{what} of change {number}: not confirmed yet, and the valve would go back to a plant that knows it otherwise.",
                                "what",
                                w.words(),
                                "number",
                                c.number())))
                .toList();
    }

    /** Proven and closed, the change has happened; stopped or cancelled, it can be planned again. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void on(JobEnded ended) {
        Job job = ended.job();
        requests.findByValveIdOrderByNumberDesc(job.valve().id()).stream()
                .filter(c -> c.state() == ChangeState.IN_WORK || c.state() == ChangeState.APPROVED)
                .findFirst()
                .ifPresent(change -> {
                    if (job.state() == JobState.CLOSED && job.valve().drive() == change.becomes()) {
                        Arrays.stream(What.values())
                                .filter(What::byTheJob)
                                .forEach(w ->
                                        change.done(w, ended.by(), ended.at(), "by the steps of job " + job.number()));
                        change.proven(ended.at());
                    } else if (change.jobNumber().filter(n -> n == job.number()).isPresent()) {
                        change.planAgain();
                    }
                });
    }

    /** What the asked position is called, for instance "open". */
    String asked(ChangeRequest change) {
        return studies.rest(change.valve(), change.becomes()).toLowerCase(Locale.ROOT);
    }
}
