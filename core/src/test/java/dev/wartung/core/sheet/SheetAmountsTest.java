package dev.wartung.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The amounts sheets state, as readers see them and type them. */
class SheetAmountsTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private static Stream<Quantity> amounts(TypeSheet type) {
        return Stream.of(
                        type.sizes().values().stream(),
                        type.masses().values().stream(),
                        type.drawing().values().stream(),
                        type.bands().values().stream()
                                .flatMap(b -> Stream.concat(Stream.of(b.min(), b.max()), b.target().stream())))
                .flatMap(s -> s);
    }

    @ParameterizedTest
    @EnumSource(UnitSystem.class)
    @DisplayName("Every amount of every sheet, shown and typed back, lies within half a digit of what is shown")
    void shownAndTypedBack(UnitSystem units) {
        List<Quantity> all = LIBRARY.types().stream()
                .flatMap(SheetAmountsTest::amounts)
                .distinct()
                .toList();
        assertThat(all).hasSizeGreaterThan(200);
        for (Quantity quantity : all) {
            Unit unit = units.unitFor(quantity);
            String shown = units.shown(quantity);
            assertThat(Entry.read(shown, units.unit(quantity.dimension())))
                    .as(shown)
                    .isInstanceOf(Entry.Understood.class);
            Quantity back = ((Entry.Understood) Entry.read(shown, units.unit(quantity.dimension()))).quantity();
            double half = 0.5 * Math.pow(10, -unit.decimals());
            assertThat(back.in(unit)).as(shown).isCloseTo(quantity.in(unit), within(half * (1 + 1e-9)));
        }
    }
}
