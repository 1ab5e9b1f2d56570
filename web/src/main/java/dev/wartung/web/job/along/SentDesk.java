package dev.wartung.web.job.along;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.DoneEarlier;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.apart.Apart;
import dev.wartung.web.job.bench.BenchDesk;
import dev.wartung.web.job.findings.FindingsDesk;
import java.time.Instant;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/**
 * Enters what was done without network, by the same calls as at the bench. What these refuse, because somebody else
 * went on meanwhile or the record was corrected, is kept apart with the reason; nothing is thrown away.
 */
@Service
class SentDesk {

    private final Jobs jobs;
    private final BenchDesk bench;
    private final FindingsDesk findings;
    private final DoneEarlier earlier;
    private final Apart apart;
    private final CurrentAccount current;

    SentDesk(
            Jobs jobs,
            BenchDesk bench,
            FindingsDesk findings,
            DoneEarlier earlier,
            Apart apart,
            CurrentAccount current) {
        this.jobs = jobs;
        this.bench = bench;
        this.findings = findings;
        this.earlier = earlier;
        this.apart = apart;
        this.current = current;
    }

    /** What became of something that was sent. */
    enum How {
        /** It is in the job, from this or an earlier time it was sent. */
        ENTERED,
        /** A reading that failed is in the job as such; the step is still due. */
        FAILED,
        /** It is kept beside the job, for a person to settle. */
        APART
    }

    /** @param why it was not entered; empty where it was */
    record Result(How how, String why) {}

    Result enter(int number, Sent sent) {
        JobView before = jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
        if (apart.has(sent.entryId())) {
            return new Result(How.APART, apart.why(sent.entryId()));
        }
        Instant done = done(before, sent.doneAt());
        Outcome outcome = earlier.at(done, () -> asked(number, sent));
        if (outcome.went() && (!isOfJob(sent) || jobs.words(sent.entryId()).isPresent())) {
            return new Result(How.ENTERED, outcome.notice());
        }
        if (!outcome.open().isEmpty() && jobs.words(sent.entryId()).isPresent() && sent.failed()) {
            return new Result(How.FAILED, "");
        }
        String why = outcome.went() ? outcome.notice() : refusal(outcome);
        apart.keep(before, new Apart.Done(sent.entryId(), sent.step(), sent.typed(), done), why);
        return new Result(How.APART, why);
    }

    /**
     * When something was done, where it follows what this person sent before. How long ago it was is told as it leaves the
     * device: one that was long on its way looks later than it was, and what followed it at once would seem to have been
     * done before it. Nothing was done before its job was begun.
     */
    private Instant done(JobView before, Instant told) {
        String me = current.get().username();
        return Stream.concat(
                        Stream.of(before.job().startedAt().orElse(before.job().plannedAt())),
                        before.entries().stream()
                                .filter(entry -> entry.by().username().equals(me))
                                .flatMap(entry -> entry.doneAt().stream()))
                .reduce(told, (one, other) -> one.isAfter(other) ? one : other);
    }

    private Outcome asked(int number, Sent sent) {
        return switch (sent.what()) {
            case STEP -> bench.confirm(number, sent.step().orElse(""), sent.entryId(), sent.typed());
            case PROBLEM -> bench.problem(number, sent.entryId(), sent.typed().getOrDefault("note", ""));
            case NOTE -> bench.note(number, sent.entryId(), sent.typed(), sent.shot());
            case FINDING -> findings.find(number, sent.entryId(), sent.typed(), sent.shot());
        };
    }

    /** A note for whoever stands there next is no entry of the job. */
    private static boolean isOfJob(Sent sent) {
        return sent.what() != Sent.What.NOTE;
    }

    private static String refusal(Outcome outcome) {
        String said = Stream.concat(Stream.of(outcome.trouble()), outcome.byField().values().stream())
                .filter(words -> !words.isEmpty())
                .distinct()
                .collect(Collectors.joining(" "));
        return Optional.of(said)
                .filter(words -> !words.isEmpty())
                .orElse("Judged where the network is, a reading is outside its limits.");
    }
}
