package dev.wartung.core.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.ArrayList;
import java.util.List;
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
        "50, 392.7, 3927",
        "25, 106.2, 1062"
    })
    void spring(int dn, double least, double most) {
        UsualRange usual =
                UsualRange.of("actuator/NC/preload", OptionalInt.of(dn)).orElseThrow();
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
        assertThat(unusual).isEmpty();
    }
}
