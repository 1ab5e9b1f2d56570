package dev.wartung.web.valve;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.drawing.CallOut;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
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

    /** @param fitted what is fitted now, by part */
    public String svg(Valve valve, Map<String, FittedPart> fitted) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        Bench bench = new Bench(pair.anatomy().build().resolve(valve.configuration().facts()), valve.drive());
        List<CallOut> callOuts = new ArrayList<>();
        for (Part part : bench.build().parts()) {
            FittedPart now = fitted.get(part.id());
            if (now != null) {
                callOuts.add(new CallOut(part.id(), part.name(), now.material() + ", " + age(now.fittedOn()), "plain"));
            }
        }
        callOuts.add(new CallOut("body-clamp", "Body clamp", "", "plain"));
        spring(valve, pair).ifPresent(callOuts::add);
        return sheets.drawing(pair, valve.configuration()).svg(bench, new SectionDrawing.View(List.of(), List.of(), callOuts, Optional.empty()),
                "Section of " + valve.tag() + ", " + valve.typeName() + ", at rest");
    }

    private static Optional<CallOut> spring(Valve valve, Sheets.Pair pair) {
        return Actuators.of(pair.type(), valve.drive()).filter(a -> valve.drive().rest().isPresent()).map(a -> {
            double travel = valve.drive().rest().filter(r -> r.equals(pair.anatomy().build().positions().get(0))).isPresent() ? 0 : a.strokeM();
            return new CallOut("spring", "Spring " + new Quantity(a.springForceN(travel), Dimension.FORCE).shown(),
                    travel == 0 ? "holds the plug down" : "holds the plug up", "spring");
        });
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
