package dev.wartung.web.job.planning;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.exposure.LineUse;
import dev.wartung.core.exposure.WettedSeals;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.area.Lines;
import dev.wartung.web.job.JobView;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.site.Site;
import dev.wartung.web.valve.Valve;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What must be known of a valve before work on it is planned or begun. */
@Component
class PlanWarnings {

    private final Site site;
    private final Lines lines;

    PlanWarnings(Site site, Lines lines) {
        this.site = site;
        this.lines = lines;
    }

    /** @param left a job that was stopped and left the valve as it stands; empty where none was */
    List<Message> of(Sheets.Pair pair, ValveConfiguration now, Optional<JobView> left) {
        List<Message> warnings = new ArrayList<>(pair.anatomy().warningsFor(now));
        site.air().flatMap(air -> muchAir(pair.type(), now, air.lowestPa())).ifPresent(warnings::add);
        left.ifPresent(v -> v.judgement()
                .hindrances()
                .forEach(h -> warnings.add(Message.of(
                        "plan.left-open",
                        "Left open by job {job}: {what}",
                        "job",
                        v.job().number(),
                        "what",
                        h))));
        return warnings;
    }

    /** That its line does harm to what a valve is sealed with, once the work is done. */
    List<Message> harmed(Sheets.Pair pair, Valve valve, ValveConfiguration then) {
        LineUse use = lines.use(valve.area(), valve.line());
        return WettedSeals.judge(WettedSeals.of(pair.anatomy(), pair.type(), then), use, Knowledge.exposure()).stream()
                .filter(j -> j.suitability().harms())
                .map(j -> Message.of(
                        "plan.line-harms",
                        "{parts}, {polymer}, in this line: {why} Ask before the same goes in again.",
                        "parts",
                        String.join(", ", j.names()),
                        "polymer",
                        j.polymer().symbol(),
                        "why",
                        j.suitability().inWords()))
                .toList();
    }

    /** That moving the valve on a drained line takes more air than there always is. */
    private static Optional<Message> muchAir(TypeSheet type, ValveConfiguration now, double guaranteedPa) {
        boolean closes = now.drive() == Drive.NO;
        return Actuators.of(type, now)
                .flatMap(actuator -> Actuators.closure(type, now.facts())
                        .map(closure -> closes ? actuator.airToClosePa(closure) : actuator.airToOpenPa()))
                .filter(takes -> takes > guaranteedPa)
                .map(takes -> Message.of(
                        "plan.much-air",
                        closes
                                ? "By its sheet it takes {air} to close with the line drained; the plant guarantees {guaranteed}. Have a regulator with more at hand, and tell the process owner."
                                : "By its sheet it takes {air} to open with the line drained; the plant guarantees {guaranteed}. Have a regulator with more at hand, and tell the process owner.",
                        "air",
                        new Argument.AtLeast(new Quantity(takes, Dimension.PRESSURE)),
                        "guaranteed",
                        new Argument.AtMost(new Quantity(guaranteedPa, Dimension.PRESSURE))));
    }
}
