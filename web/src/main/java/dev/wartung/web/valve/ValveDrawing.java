package dev.wartung.web.valve;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.CallOut;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.simulation.Bench;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The section drawing of a valve in service, with what is fitted and how old it is. */
@Component
public class ValveDrawing {

    private final Sheets sheets;
    private final Clock clock;

    ValveDrawing(Sheets sheets, Clock clock) {
        this.sheets = sheets;
        this.clock = clock;
    }

    /**
     * @param fitted what is fitted now, by part
     * @param units what its reader reads
     */
    public String svg(Valve valve, Map<String, FittedPart> fitted, UnitSystem units) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        Bench bench = new Bench(pair.anatomy().build(), valve.configuration());
        List<CallOut> callOuts = new ArrayList<>();
        for (Part part : bench.build().parts()) {
            FittedPart now = fitted.get(part.id());
            if (part.kind().equals("fastener")) {
                callOuts.add(new CallOut(part.id(), part.name(), "", "plain"));
            } else if (now != null) {
                callOuts.add(new CallOut(part.id(), part.name(), now.material() + ", " + age(now.fittedOn()), "plain"));
            }
        }
        Actuators.spring(pair.type(), valve.configuration(), bench.energies().driverLifted())
                .ifPresent(force -> callOuts.add(
                        new CallOut("spring", "Spring " + units.shown(force), "holds it at rest", "spring")));
        callOuts.add(new CallOut("from-above", "From above", "pipe left to right", "plain"));
        return sheets.drawing(pair, valve.configuration())
                .svg(
                        bench,
                        new SectionDrawing.View(List.of(), List.of(), callOuts, Optional.empty()),
                        "Section of " + valve.tag() + ", " + valve.typeName() + ", at rest");
    }

    /** The section drawing of a build that need not be anywhere, at rest, its parts named. */
    public String svg(Sheets.Pair pair, ValveConfiguration configuration, String called) {
        Bench bench = new Bench(pair.anatomy().build(), configuration);
        List<CallOut> callOuts = bench.build().parts().stream()
                .filter(p -> p.kind().equals("fastener"))
                .map(p -> new CallOut(p.id(), p.name(), "", "plain"))
                .toList();
        return sheets.drawing(pair, configuration)
                .svg(
                        bench,
                        new SectionDrawing.View(List.of(), List.of(), callOuts, Optional.empty()),
                        "Section of " + called + ", at rest");
    }

    /** For instance "5 months"; whole years from two on. */
    public String age(LocalDate since) {
        LocalDate today = LocalDate.now(clock);
        long months = ChronoUnit.MONTHS.between(since, today);
        if (months < 1) {
            long days = Math.max(0, ChronoUnit.DAYS.between(since, today));
            return days == 1 ? "1 day" : days + " days";
        }
        return months >= 24 ? months / 12 + " years" : months == 1 ? "1 month" : months + " months";
    }
}
