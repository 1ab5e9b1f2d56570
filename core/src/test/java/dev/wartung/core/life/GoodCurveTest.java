package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class GoodCurveTest {

    @Test
    @DisplayName(
            "It ends where fewer than three are left: what the last ones did says nothing of how many last so long")
    void stairs() {
        String svg = GoodCurve.svg(
                List.of(
                        new Lifetime(100, 100, true, "cut"),
                        new Lifetime(150, 150, false, ""),
                        new Lifetime(200, 200, true, "cut"),
                        new Lifetime(200, 200, false, "")),
                "Seal");
        // 46 is nothing good, 6 all good, 236 the 150 days that three of them reached: one of four failed at 100
        assertThat(svg)
                .contains("M 0 6.0 H 157.3 V 16.0 H 236.0\"", "75 % still good after 150 days")
                .doesNotContain("200 days");
    }

    @Test
    @DisplayName("Where nothing failed it stays where it was")
    void nothingFailed() {
        Lifetime good = new Lifetime(90, 90, false, "");
        assertThat(GoodCurve.svg(List.of(good, good, good), "Seal"))
                .contains("M 0 6.0 H 236.0\"", "100 % still good after 90 days");
        assertThat(GoodCurve.svg(List.of(good, good), "Seal"))
                .contains("too few for a curve")
                .doesNotContain("class=\"curve\"");
    }
}
