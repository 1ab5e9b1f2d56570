package dev.wartung.web.shutdown;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.shutdown.PlanLocks.Lock;
import dev.wartung.web.shutdown.PlanLocks.OnLine;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What the jobs of a plan lock. */
@ExtendWith(RunningApplication.class)
class PlanLocksTest {

    private static final String AREA = "Plan hall";

    private static Valve standing(Valves valves, String tag, Drive drive, String line) {
        Valve valve = TestSite.valve(tag, drive);
        valve.isAt("plan test", AREA, line, 1);
        return valves.save(valve);
    }

    @Test
    @DisplayName(
            "Two jobs between the same two valves share their locks; a third farther on has one of its own; an undrawn line says so")
    void shared(Valves valves, LineDrawings drawings, PlanLocks locks, CurrentAccount current) {
        List<Valve> row = List.of(
                standing(valves, "PL-1", Drive.NC, "L1"),
                standing(valves, "PL-2", Drive.NO, "L1"),
                standing(valves, "PL-3", Drive.NO, "L1"),
                standing(valves, "PL-4", Drive.NC, "L1"),
                standing(valves, "PL-5", Drive.NC, "L1"),
                standing(valves, "PL-6", Drive.NC, "L1"));
        LineDrawing drawing = LineDrawing.EMPTY.with(new Fitting("t", FittingKind.TANK, "Tank 1"));
        LineEnd last = LineEnd.of("t");
        for (Valve valve : row) {
            List<String> ends = drawings.endsOf(valve);
            drawing = drawing.with(new Fitting(valve.tag(), FittingKind.VALVE, valve.tag()))
                    .joined(last, new LineEnd(valve.tag(), ends.get(0)));
            last = new LineEnd(valve.tag(), ends.get(1));
        }
        LineDrawing drawn =
                drawing.with(new Fitting("o", FittingKind.OUTLET, "Filler")).joined(last, LineEnd.of("o"));
        current.as("pia", () -> assertThat(drawings.walked(drawings.keep(AREA, "L1", drawn), 1))
                .isTrue());
        Valve undrawn = standing(valves, "PL-9", Drive.NC, "L2");
        List<OnLine> lines = locks.of(Map.of(row.get(1), List.of(12), row.get(2), List.of(11), undrawn, List.of(13)));
        assertThat(lines).extracting(OnLine::line).containsExactly("L1", "L2");
        OnLine first = lines.get(0);
        assertThat(first.tags()).containsExactly("PL-2", "PL-3");
        assertThat(first.locks())
                .containsExactlyInAnyOrder(new Lock("PL-1", List.of(11, 12)), new Lock("PL-4", List.of(11, 12)));
        assertThat(first.shared()).hasSize(2);
        assertThat(lines.get(1).list()).isEmpty();
        assertThat(lines.get(1).locks()).isEmpty();
        // PL-5 is opened, too: PL-4 then lies between what is open, and PL-6 holds for it alone
        OnLine three = locks.of(Map.of(row.get(1), List.of(12), row.get(2), List.of(11), row.get(4), List.of(14)))
                .get(0);
        assertThat(three.locks()).contains(new Lock("PL-6", List.of(14)));
        assertThat(three.list().orElseThrow().unheld()).isEmpty();
    }
}
