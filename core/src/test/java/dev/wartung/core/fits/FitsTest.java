package dev.wartung.core.fits;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.fits.FlowSetting.Row;
import dev.wartung.core.fits.ShaftFit.End;
import dev.wartung.core.fits.ShaftFit.Form;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class FitsTest {

    @Test
    void aGapIsRightEverywhereAndEven() {
        AllRound gauge = new AllRound(
                new Band(Quantity.of(2.2, Unit.MILLIMETRE), Quantity.of(2.8, Unit.MILLIMETRE), Optional.empty()),
                0.3e-3);
        List<String> names = List.of("the top", "the right", "the bottom", "the left");
        assertEquals(
                Outcome.WITHIN,
                gauge.judge(List.of(2.5e-3, 2.6e-3, 2.4e-3, 2.5e-3), names).outcome());
        assertEquals(
                Outcome.LOW,
                gauge.judge(List.of(2.1e-3, 2.2e-3, 2.3e-3, 2.2e-3), names).outcome());
        assertEquals(
                Outcome.HIGH,
                gauge.judge(List.of(2.9e-3, 2.8e-3, 2.7e-3, 2.8e-3), names).outcome());
        assertEquals(
                "Not even: 0.4 mm more at the right than at the left. Bring the right down before going on.",
                gauge.judge(List.of(2.5e-3, 2.7e-3, 2.5e-3, 2.3e-3), names)
                        .next()
                        .toString());
    }

    /** The docstring's example, worked by hand. */
    @Test
    void thePressCarriesThePushedDownSpringAndRelievesIt() {
        SpringPress spring = new SpringPress(40_000, 0.210, 0.150, 0.014);
        assertEquals(2400, spring.fittedForceN(), 1e-9);
        assertEquals(72, spring.fittedEnergyJ(), 1e-9);
        assertEquals(2960, spring.pressForceN(), 1e-9);
        assertEquals(109.52, spring.pressEnergyJ(), 1e-9);
        assertEquals(0.074, spring.pressTravelM(), 1e-12);
        assertThrows(IllegalArgumentException.class, () -> new SpringPress(40_000, 0.15, 0.21, 0.014));
    }

    @Test
    void flowAndOpeningAreEachOthersInverse() {
        FlowSetting setting =
                new FlowSetting(List.of(new Row(0, 0), new Row(4e-3, 6), new Row(8e-3, 15), new Row(16e-3, 30)));
        assertEquals(10.5 * 0.5, setting.flowM3PerH(6e-3, 0.25, 1), 1e-9);
        for (double open = 0.0005; open < 0.016; open += 0.0007) {
            double flow = setting.flowM3PerH(open, 0.4, 1.05);
            assertEquals(open, setting.openingForM(flow, 0.4, 1.05).orElseThrow(), 1e-12);
        }
        assertEquals(Optional.empty(), setting.openingForM(100, 0.25, 1));
        assertEquals(-4, FlowSetting.turns(16e-3, 10e-3, 1.5e-3), 1e-9);
        assertThrows(IllegalArgumentException.class, () -> new FlowSetting(List.of(new Row(1, 2), new Row(2, 2))));
    }

    @Test
    void aGearboxGoesOnOnlyWhereEverythingAgrees() {
        End shaft = new End(Form.SQUARE, 16.9e-3, 70e-3, 4, "M8");
        assertTrue(new ShaftFit(shaft, new End(Form.SQUARE, 17e-3, 70.1e-3, 4, "M8"))
                .obstacles()
                .isEmpty());
        assertEquals(
                4,
                new ShaftFit(shaft, new End(Form.FLATS, 17e-3, 90e-3, 6, "M6"))
                        .obstacles()
                        .size());
        assertTrue(new ShaftFit(shaft, new End(Form.SQUARE, 16.5e-3, 70e-3, 4, "M8"))
                .obstacles()
                .get(0)
                .toString()
                .contains("larger than the bore"));
        assertTrue(new ShaftFit(shaft, new End(Form.SQUARE, 17.4e-3, 70e-3, 4, "M8"))
                .obstacles()
                .get(0)
                .toString()
                .contains("Play"));
    }
}
