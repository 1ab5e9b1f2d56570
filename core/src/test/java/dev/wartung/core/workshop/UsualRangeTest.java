package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Between what numbers usually lie, by hand, and held against the sheets there are. */
class UsualRangeTest {

    @ParameterizedTest
    @CsvSource({
        // tube of DN 50 is 50 mm inside, of DN 25 26 mm, of DN 40 38 mm
        "drawing/bore, 50, 45, 55",
        "drawing/bore, 25, 23.4, 28.6",
        "seat/seat-diameter, 50, 30, 57.5",
        "seat/seat-diameter, 40, 22.8, 43.7",
        "seat/stem-diameter, 50, 4, 30",
        "seat/stem-diameter, 80, 6.48, 48.6",
        "actuator/NC/stroke, 50, 7.5, 40",
        "actuator/NO/stroke, 100, 15, 80",
        "actuator/DA/piston-diameter, 50, 50, 250",
        "actuator/NC/piston-diameter, 25, 26, 130",
        // between two rows of the table in proportion to the one below
        "drawing/bore, 60, 54, 66"
    })
    void lengths(String place, int dn, double least, double most) {
        UsualRange usual = UsualRange.of(place, OptionalInt.of(dn)).orElseThrow();
        assertThat(usual.min().in(Unit.MILLIMETRE)).isCloseTo(least, within(1e-6));
        assertThat(usual.max().in(Unit.MILLIMETRE)).isCloseTo(most, within(1e-6));
        assertThat(usual.isUnusual(Quantity.of(least - 0.1, Unit.MILLIMETRE))).isTrue();
        assertThat(usual.isUnusual(Quantity.of(least, Unit.MILLIMETRE))).isFalse();
        assertThat(usual.isUnusual(Quantity.of(most + 0.1, Unit.MILLIMETRE))).isTrue();
    }

    @ParameterizedTest
    @CsvSource({
        // 2 bar on 1963 mm² and ten times that; 2 bar on 531 mm²
        // with 12 N/mm on 157 mm, on 82 mm
        "NC, 50, 392.7, 5812",
        "NO, 25, 106.2, 2042",
        // 0.02 and 0.5 bar on 1963 mm², on 5153 mm²
        "flow, 50, 3.93, 98.2",
        "flow, 80, 10.3, 257.7"
    })
    @DisplayName("A spring that closes against a line holds bars; a check valve's is opened by a fraction of one")
    void spring(String drive, int dn, double least, double most) {
        UsualRange usual = UsualRange.of("actuator/" + drive + "/preload", OptionalInt.of(dn))
                .orElseThrow();
        assertThat(usual.min().si()).isCloseTo(least, within(0.1));
        assertThat(usual.max().si()).isCloseTo(most, within(1.0));
    }

    @Test
    @DisplayName("Nothing is usual for a size in inches, or for what no size decides; no shipped sheet is unusual")
    void nothing() {
        assertThat(UsualRange.of("drawing/bore", OptionalInt.empty())).isEmpty();
        assertThat(UsualRange.of("sizes/clamp.nut", OptionalInt.of(50))).isEmpty();
        List<String> unusual = new ArrayList<>();
        SheetLibrary.shipped().types().forEach(type -> type.drawing()
                .forEach((name, size) -> UsualRange.of("drawing/" + name, type.dn())
                        .filter(u -> u.isUnusual(size))
                        .ifPresent(u -> unusual.add(type.id() + " " + name + " " + size.shown()))));
        SheetLibrary.shipped().types().forEach(type -> type.actuators()
                .forEach(a -> a.drives().forEach(drive -> {
                    check(type, drive, "preload", a.preload(), unusual);
                    check(type, drive, "stroke", a.stroke(), unusual);
                    check(type, drive, "piston-diameter", a.pistonDiameter(), unusual);
                })));
        assertThat(unusual).isEmpty();
    }

    private static void check(
            TypeSheet type, Drive drive, String number, Optional<Quantity> stated, List<String> unusual) {
        stated.filter(q -> UsualRange.of("actuator/" + drive.code() + "/" + number, type.dn())
                        .filter(u -> u.isUnusual(q))
                        .isPresent())
                .ifPresent(q -> unusual.add(type.id() + " " + drive.code() + " " + number + " " + q.shown()));
    }
}
