package dev.wartung.core.anatomy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.sheet.SheetLibrary;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BoltedJointTest {

    @ParameterizedTest
    @ValueSource(ints = {2, 3, 4, 5, 6, 8, 10, 12})
    @DisplayName("Bolts of a weir valve stand beside its pipe, never over it, and are tightened in the same cross")
    void besidePipe(int bolts) {
        BoltPattern beside = BoltedJoint.besidePipe(bolts, 0.1);
        assertThat(beside.places()).allSatisfy(p -> {
            assertThat(Math.abs(p.upM())).isGreaterThan(0.049 * Math.sin(Math.PI / bolts / 2));
            assertThat(Math.hypot(p.rightM(), p.upM())).isCloseTo(0.05, within(1e-12));
        });
        if (bolts > 2) {
            assertThat(beside.order()).isEqualTo(BoltPattern.circle(bolts, 0.1).order());
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"terskel-25", "terskel-50"})
    @DisplayName("A type's joint over a diaphragm is such a one")
    void overWeir(String type) {
        BoltPattern pattern = SheetLibrary.shipped()
                .type(type)
                .orElseThrow()
                .joints()
                .get("bonnet")
                .pattern()
                .orElseThrow();
        assertThat(pattern.places()).noneMatch(p -> Math.abs(p.upM()) < 1e-6);
    }
}
