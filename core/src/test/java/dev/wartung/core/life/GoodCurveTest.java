package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class GoodCurveTest {

    @Test
    @DisplayName(
            "Four pieces, one failed at half the time and one at the end of it: stairs at 75 % and, of two left, at 37.5 %")
    void stairs() {
        String svg = GoodCurve.svg(
                List.of(
                        new Lifetime(100, 100, true, "cut"),
                        new Lifetime(150, 150, false, ""),
                        new Lifetime(200, 200, true, "cut"),
                        new Lifetime(200, 200, false, "")),
                "Seal");
        // 46 is nothing good, 6 all good, 236 the longest of 200 days
        assertThat(svg).contains("M 0 6.0 H 118.0 V 16.0 H 236.0 V 31.0 H 236.0\"", "38 % still good after 200 days");
    }

    @Test
    @DisplayName("Where nothing failed it stays where it was")
    void nothingFailed() {
        assertThat(GoodCurve.svg(List.of(new Lifetime(90, 90, false, "")), "Seal"))
                .contains("M 0 6.0 H 236.0\"", "100 % still good after 90 days");
    }
}
