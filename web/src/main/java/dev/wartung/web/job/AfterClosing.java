package dev.wartung.web.job;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.web.valve.FittedPart;
import dev.wartung.web.valve.FittedParts;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What a closed job changes on the record of its valve: in service again, new parts with their lots, looks that become due. */
@Component
class AfterClosing {

    /** Until intervals are kept by type and duty, every valve is due again a year after its product seals were renewed. */
    private static final int MONTHS_TO_NEXT = 12;

    private final FittedParts fittedParts;
    private final Rechecks rechecks;

    AfterClosing(FittedParts fittedParts, Rechecks rechecks) {
        this.fittedParts = fittedParts;
        this.rechecks = rechecks;
    }

    /** The job is closed: the valve is back. A look that was due is done with it, since every job ends with the same look. */
    void closed(JobView view, LocalDate day) {
        Valve valve = view.job().valve();
        valve.becomes(ValveState.IN_SERVICE);
        List<String> renewed = renewed(view);
        replace(view, valve, renewed, day);
        if (renewed.containsAll(view.build().parts().stream().filter(p -> p.kind().equals(Part.PRODUCT_SEAL)).map(Part::id).toList())) {
            valve.isNextDue(day.plusMonths(MONTHS_TO_NEXT));
        }
        rechecks.findByValveIdAndDoneOnIsNullOrderByDueOn(valve.id()).forEach(r -> r.done(day));
        view.progress().procedure().rechecks().forEach(r -> rechecks.save(new Recheck(valve, view.job().number(), r.name(), day.plusDays(r.afterDays()))));
    }

    /** The job is stopped: the valve is out of service; what was fitted new by then is in it all the same. */
    void stopped(JobView view, LocalDate day) {
        view.job().valve().becomes(ValveState.OUT_OF_SERVICE);
        replace(view, view.job().valve(), renewed(view), day);
    }

    private static List<String> renewed(JobView view) {
        return view.progress().confirmed().stream().map(Confirmation::step).flatMap(s -> s.acts().stream())
                .filter(a -> a.verb() == Verb.FIT_NEW).map(Act::object).distinct().toList();
    }

    private void replace(JobView view, Valve valve, List<String> renewed, LocalDate day) {
        Map<String, CountedIn> lots = view.countedIn().stream().collect(Collectors.toMap(CountedIn::part, Function.identity(), (a, b) -> b));
        fittedParts.findByValveIdAndRemovedOnIsNull(valve.id()).stream().filter(f -> renewed.contains(f.part())).forEach(f -> f.removed(day));
        for (String part : renewed) {
            CountedIn piece = lots.getOrDefault(part, new CountedIn(part, part, "", "", "not recorded"));
            fittedParts.save(new FittedPart(valve.id(), part, piece.article(), piece.material(), piece.lot(), day, view.job().number()));
        }
    }
}
