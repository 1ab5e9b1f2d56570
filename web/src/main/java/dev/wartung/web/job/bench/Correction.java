package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.RecordChange;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Valve;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Consumer;
import org.springframework.stereotype.Component;

/** Puts right what the record says a valve is, when the valve itself says otherwise. A reviewer sees it. */
@Component
class Correction {

    private final PlanningDesk planning;
    private final RecordChanges changes;

    Correction(PlanningDesk planning, RecordChanges changes) {
        this.planning = planning;
        this.changes = changes;
    }

    /** @param entry writes what was corrected into the job */
    Outcome correct(
            JobView view,
            Map<String, String> found,
            String reason,
            Account by,
            Instant at,
            Consumer<JobEvent.Corrected> entry) {
        Sheets.Pair sheets = view.sheets();
        Map<String, String> known = new TreeMap<>(found);
        known.keySet()
                .removeIf(fact ->
                        !fact.equals("drive") && !sheets.anatomy().options().containsKey(fact));
        ValveConfiguration before = view.configuration();
        ValveConfiguration after;
        try {
            after = before.with(known);
        } catch (IllegalArgumentException e) {
            return Outcome.refused("“" + e.getMessage() + "” is no drive.");
        }
        if (after.equals(before)) {
            return Outcome.refused("That is what the record says already.");
        }
        if (!sheets.anatomy().allows(after) || !sheets.type().madeAs(after)) {
            return Outcome.refused(
                    sheets.type().name()
                            + " is not made like that. Look at the type plate again; if it is another type, stop the job and tell the planner.");
        }
        Optional<WorkKind> kind =
                sheets.anatomy().workFor(after, sheets.type(), view.job().work());
        List<String> parts = view.job().chosenParts();
        if (kind.isEmpty()
                || parts.stream().anyMatch(p -> sheets.anatomy()
                        .build()
                        .resolve(after.facts())
                        .part(p)
                        .isEmpty())) {
            return Outcome.refused("This work is not done on such a valve. Stop the job and plan another.");
        }
        Procedure procedure = planning.derivation(sheets).derive(new Work(kind.get(), parts), after);
        Valve valve = view.job().valve();
        valve.becomes(after);
        changes.save(new RecordChange(
                valve,
                new RecordChange.What(
                        view.job().number(),
                        RecordChange.Kind.CORRECTED,
                        sheets.anatomy().difference(before, after),
                        sheets.anatomy().difference(after, before),
                        reason),
                by,
                null,
                at));
        entry.accept(new JobEvent.Corrected(before, after, procedure, reason));
        return Outcome.done(
                "The record is corrected and the job derived anew for what is there. A reviewer will see it.");
    }
}
