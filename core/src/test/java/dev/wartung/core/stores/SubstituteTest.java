package dev.wartung.core.stores;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.GreasedSurface;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class SubstituteTest {

    private static Quantity mm(double value) {
        return new Quantity(value / 1000, Dimension.LENGTH);
    }

    private static Substitute ring(String material, double insideMm, double cordMm) {
        return new Substitute(
                material, Optional.of(new GreasedSurface(mm(insideMm), Optional.of(mm(cordMm)), Optional.empty())));
    }

    private static Substitute bush(double insideMm, double widthMm) {
        return new Substitute(
                "PTFE", Optional.of(new GreasedSurface(mm(insideMm), Optional.empty(), Optional.of(mm(widthMm)))));
    }

    @Test
    @DisplayName("Another material is another valve, however it is written; what nobody knows speaks against nothing")
    void material() {
        assertThat(ring("FKM", 50, 3).refusalFor(ring("EPDM", 50, 3)).orElseThrow())
                .asString()
                .contains("It is of FKM, and EPDM belongs here");
        assertThat(ring("epdm", 50, 3).refusalFor(ring("EPDM", 50, 3))).isEmpty();
        assertThat(ring("", 50, 3).refusalFor(ring("EPDM", 50, 3))).isEmpty();
        assertThat(ring("FKM", 50, 3).refusalFor(ring(" ", 50, 3))).isEmpty();
        assertThat(new Substitute("EPDM", Optional.empty()).refusalFor(ring("EPDM", 50, 3)))
                .isEmpty();
        assertThat(ring("EPDM", 50, 3).refusalFor(new Substitute("EPDM", Optional.empty())))
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Three in a hundred of the size asked for is the same size, more is not: 48.5 to 51.5 mm for 50 mm, to either side, inside and across the cord")
    void size() {
        Substitute asked = ring("EPDM", 50, 3);
        for (double same : new double[] {48.51, 50, 51.49}) {
            assertThat(ring("EPDM", same, 3).refusalFor(asked))
                    .as("%s mm", same)
                    .isEmpty();
        }
        for (double other : new double[] {48.49, 51.51, 25, 100}) {
            assertThat(ring("EPDM", other, 3).refusalFor(asked).orElseThrow())
                    .as("%s mm", other)
                    .asString()
                    .contains("inside diameter", "50 mm belongs here");
        }
        for (double same : new double[] {2.92, 3.08}) {
            assertThat(ring("EPDM", 50, same).refusalFor(asked))
                    .as("cord %s mm", same)
                    .isEmpty();
        }
        for (double other : new double[] {2.9, 3.1}) {
            assertThat(ring("EPDM", 50, other).refusalFor(asked).orElseThrow())
                    .as("cord %s mm", other)
                    .asString()
                    .contains("Its cord is", "3 mm belongs here");
        }
        assertThat(bush(18, 12).refusalFor(bush(18, 12.3))).isEmpty();
        assertThat(bush(18, 20).refusalFor(bush(18, 12)).orElseThrow())
                .asString()
                .contains("Its width is 20 mm, and 12 mm belongs here");
        assertThat(bush(18, 10).refusalFor(bush(18, 12)).orElseThrow())
                .asString()
                .contains("Its width is 10 mm");
    }
}
