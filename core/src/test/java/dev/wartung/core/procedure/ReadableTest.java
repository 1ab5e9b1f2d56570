package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.Wrench;
import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Whatever a shipped sheet asks to be read, a workshop's usual tools can read, and surely tell from its limits. */
class ReadableTest {

    private static final List<Capability> WRENCHES =
            List.of(wrench(1, 5), wrench(2, 10), wrench(5, 25), wrench(20, 100));
    private static final Capability CALIPER =
            new Capability(Quantity.of(0, Unit.MILLIMETRE), Quantity.of(150, Unit.MILLIMETRE), 1e-5, 3e-5, 0);
    private static final Capability GAUGE =
            new Capability(Quantity.of(0, Unit.BAR), Quantity.of(10, Unit.BAR), 0.05e5, 0.1e5, 0);

    private static final Capability PROBE =
            new Capability(Quantity.of(-20, Unit.CELSIUS), Quantity.of(200, Unit.CELSIUS), 0.1, 1, 0);

    private static Capability wrench(double from, double to) {
        return new Capability(
                Quantity.of(from, Unit.NEWTON_METRE), Quantity.of(to, Unit.NEWTON_METRE), to / 50, 0, 0.04);
    }

    private static List<Capability> tools(Dimension dimension) {
        return switch (dimension) {
            case TORQUE -> WRENCHES;
            case LENGTH -> List.of(CALIPER);
            case PRESSURE -> List.of(GAUGE);
            case TEMPERATURE -> List.of(PROBE);
            default -> List.of();
        };
    }

    private static boolean canBeRead(Ask ask) {
        double offset = ask instanceof Measurement once
                ? once.toolOffsetM()
                : ask instanceof AtPlaces places ? places.toolOffsetM() : 0;
        Dimension dimension = ask.dimension().orElseThrow();
        double atBolt = dimension == Dimension.TORQUE ? new Wrench(0.3, offset, 0).atBolt(1) : 1;
        return tools(dimension).stream().map(t -> t.times(atBolt)).anyMatch(t -> reads(t, ask));
    }

    private static boolean reads(Capability tool, Ask ask) {
        if (ask instanceof AtPlaces places && places.spread().how() == How.MAP) {
            List<Quantity> intended = places.spread().intended(places.band());
            return tool.reaches(intended.get(0))
                    && places.judge(intended, Optional.of(new ReadWith("x", tool, true)))
                            .passed();
        }
        Band band = ask instanceof Measurement once
                ? once.band().orElseThrow()
                : ((AtPlaces) ask).band().orElseThrow();
        Quantity aim = band.target()
                .orElse(new Quantity(
                        (band.min().si() + band.max().si()) / 2, band.min().dimension()));
        return tool.reaches(aim) && tool.sure(band).isPresent();
    }

    @Test
    @DisplayName("Every reading of every job of every type")
    void everyReading() {
        List<AllJobs.Asked> measured = AllJobs.asks().stream()
                .filter(a -> a.ask().dimension().flatMap(ToolKind::measuring).isPresent())
                .toList();
        assertThat(measured).hasSizeGreaterThan(100);
        assertThat(measured.stream()
                        .filter(a -> !canBeRead(a.ask()))
                        .map(a -> a.type() + " " + a.ask().id())
                        .distinct())
                .isEmpty();
    }
}
