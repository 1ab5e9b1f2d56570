package dev.wartung.web.job.closing;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.stores.LotTraces;
import dev.wartung.web.valve.FittedPart;
import dev.wartung.web.valve.FittedParts;
import dev.wartung.web.valve.RecordChange;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * What a closed job changes on the record of its valve: in service again, new parts with their lots, looks that become
 * due.
 */
@Component
public class ValveAfterJob {

    private final FittedParts fittedParts;
    private final Looks looks;
    private final RecordChanges changes;
    private final LotTraces traces;

    ValveAfterJob(FittedParts fittedParts, Looks looks, RecordChanges changes, LotTraces traces) {
        this.fittedParts = fittedParts;
        this.looks = looks;
        this.changes = changes;
        this.traces = traces;
    }

    /**
     * The job is closed: the valve is back. Looks that were due are done with it, if it looked. Of a new valve nothing
     * is changed here: the one on record is in its line as before.
     */
    public void closed(JobView view, LocalDate day, Account by, Instant at) {
        if (view.ofNewValve()) {
            return;
        }
        Valve valve = view.job().valve();
        converted(view, valve, day, by, at);
        valve.becomes(ValveState.IN_SERVICE);
        List<String> renewed = renewed(view);
        replace(view, valve, renewed, day);
        if (renewed.containsAll(view.build().parts().stream()
                .filter(p -> p.kind().equals(Part.PRODUCT_SEAL))
                .map(Part::id)
                .toList())) {
            valve.renewed(day, view.sheets().type().serviceMonths(valve.configuration()));
        }
        looks.openAt(valve).stream().filter(r -> hasDone(view, r.name())).forEach(r -> r.done(day));
        view.progress()
                .procedure()
                .rechecks()
                .forEach(r -> looks.raise(new Recheck(
                        valve, view.job().number(), r.name(), day, day.plusDays(r.afterDays()), r.after())));
    }

    /**
     * Whether the job did what was due: the operations that do it, or a look at a line given back. Re-tightening is not
     * done by oiling, nor oiling by a look.
     */
    private static boolean hasDone(JobView view, String due) {
        List<Step> done =
                view.progress().confirmed().stream().map(Confirmation::step).toList();
        List<String> by = view.sheets().anatomy().rechecks().stream()
                .filter(r -> r.name().equals(due))
                .flatMap(r -> r.doneBy().stream())
                .toList();
        return by.isEmpty()
                ? done.stream().flatMap(s -> s.acts().stream()).anyMatch(a -> a.verb() == Verb.UNLOCK)
                : done.stream().anyMatch(s -> by.contains(s.operation()));
    }

    /** Only now, proven and closed, does the record say what a converted valve has become. */
    private void converted(JobView view, Valve valve, LocalDate day, Account by, Instant at) {
        ValveConfiguration before = view.configuration();
        ValveConfiguration after = view.progress().bench().configuration();
        if (!after.equals(before)) {
            valve.becomes(after);
            changes.save(new RecordChange(
                    valve,
                    new RecordChange.What(
                            view.job().number(),
                            RecordChange.Kind.CONVERTED,
                            view.sheets().anatomy().difference(before, after),
                            view.sheets().anatomy().difference(after, before),
                            view.job().title()),
                    by,
                    view.standing().second().orElse(null),
                    at));
            fittedParts.findByValveIdAndRemovedOnIsNull(valve.id()).stream()
                    .filter(f -> view.build().part(f.part()).isEmpty())
                    .forEach(f -> f.removed(day));
        }
    }

    /**
     * The job is stopped: the valve is out of service; what was fitted new by then is in it all the same. A new valve
     * is left as it lies.
     */
    public void stopped(JobView view, LocalDate day) {
        if (view.ofNewValve()) {
            return;
        }
        view.job().valve().becomes(ValveState.OUT_OF_SERVICE);
        replace(view, view.job().valve(), renewed(view), day);
    }

    private static List<String> renewed(JobView view) {
        return view.progress().confirmed().stream()
                .map(Confirmation::step)
                .flatMap(s -> s.acts().stream())
                .filter(a -> a.verb() == Verb.FIT_NEW)
                .map(Act::object)
                .distinct()
                .toList();
    }

    private void replace(JobView view, Valve valve, List<String> renewed, LocalDate day) {
        Map<String, CountedIn> lots =
                view.countedIn().stream().collect(Collectors.toMap(CountedIn::part, Function.identity(), (a, b) -> b));
        fittedParts.findByValveIdAndRemovedOnIsNull(valve.id()).stream()
                .filter(f -> renewed.contains(f.part()))
                .forEach(f -> f.removed(day));
        for (String part : renewed) {
            CountedIn piece = lots.getOrDefault(part, CountedIn.alone(part, part, "", "", "not recorded"));
            fittedParts.save(new FittedPart(
                    valve.id(),
                    part,
                    piece.article(),
                    piece.material(),
                    piece.lot(),
                    day,
                    view.job().number()));
        }
        // of every step that stands, each tin once with all it was laid on
        Map<List<String>, List<String>> byTin = new LinkedHashMap<>();
        view.standing().greased().stream().filter(g -> !g.lot().isEmpty()).forEach(g -> byTin.computeIfAbsent(
                        List.of(g.grease(), g.lot()), k -> new ArrayList<>())
                .add(g.part()));
        byTin.forEach((tin, parts) ->
                traces.greased(valve.id(), view.job().number(), tin.get(0), tin.get(1), String.join(", ", parts), day));
    }
}
