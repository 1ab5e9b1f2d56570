package dev.wartung.web.job.paper;

import dev.wartung.core.procedure.Step;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.bench.BenchDesk;
import dev.wartung.web.job.bench.LocksAtHand;
import dev.wartung.web.job.bench.StepFields;
import dev.wartung.web.job.bench.ToolForm;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/**
 * Enters what came back on a job card: every step that was ticked, in order, with what was written beside it, as if
 * each had been confirmed at the bench. All of it or nothing; the
 * counting and signing at the end is done on the screen.
 */
@Service
class PaperDesk {

    /** Between a step's id and the field's own name. */
    static final String STEP = "step.";

    static final String TICKED = "ticked";

    private final Jobs jobs;
    private final BenchDesk bench;
    private final LocksAtHand locks;

    PaperDesk(Jobs jobs, BenchDesk bench, LocksAtHand locks) {
        this.locks = locks;
        this.jobs = jobs;
        this.bench = bench;
    }

    /**
     * What came of it.
     *
     * @param trouble  as a whole; empty for none
     * @param troubles by field, under the names on the page
     */
    record Result(String trouble, Map<String, String> troubles) {}

    List<ToolForm.Line> tools(Step step, Map<String, String> typed) {
        return bench.tools(step, ofStep(step.id(), typed));
    }

    /** What a step locks or unlocks. */
    LocksAtHand.AtStep locks(JobView view, Step step) {
        return locks.onPaper(view, step);
    }

    @Transactional
    public Result enter(int number, UUID entryId, Map<String, String> typed) {
        JobView view = jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
        if (view.job().state() == JobState.PLANNED) {
            Outcome started = bench.start(number, derived(entryId, "start"));
            if (!started.went()) {
                return undone(started.trouble(), Map.of());
            }
        }
        int entered = 0;
        while (true) {
            Optional<Step> step = jobs.view(number).orElseThrow().progress().current();
            if (step.isEmpty() || !ofStep(step.get().id(), typed).containsKey(TICKED)) {
                break;
            }
            Map<String, String> fields = ofStep(step.get().id(), typed);
            Outcome outcome = bench.confirm(
                    number, step.get().id(), derived(entryId, step.get().id()), fields);
            if (!outcome.went()) {
                Map<String, String> troubles = new LinkedHashMap<>();
                outcome.byField()
                        .forEach((field, why) -> troubles.put(STEP + step.get().id() + "." + field, why));
                outcome.open()
                        .forEach(
                                ask -> troubles.put(
                                        STEP + step.get().id() + "." + StepFields.READING + ask,
                                        "This is outside its limits. Enter the card up to here and go on at the bench: it wants a second look."));
                return undone(
                        outcome.trouble().isEmpty()
                                ? "Step " + (entered + 1) + " of the card: "
                                        + step.get().say()
                                : outcome.trouble(),
                        troubles);
            }
            entered++;
        }
        return entered == 0
                ? undone("Tick the steps that were done, from the first on.", Map.of())
                : new Result("", Map.of());
    }

    private static Result undone(String trouble, Map<String, String> troubles) {
        TransactionAspectSupport.currentTransactionStatus().setRollbackOnly();
        return new Result(trouble, troubles);
    }

    private static Map<String, String> ofStep(String step, Map<String, String> typed) {
        Map<String, String> fields = new LinkedHashMap<>();
        String prefix = STEP + step + ".";
        typed.forEach((field, value) -> {
            if (field.startsWith(prefix)) {
                fields.put(field.substring(prefix.length()), value);
            }
        });
        return fields;
    }

    /** The same for the same card and step: sent twice, it is entered once. */
    private static UUID derived(UUID card, String step) {
        return UUID.nameUUIDFromBytes((card + step).getBytes(StandardCharsets.UTF_8));
    }
}
