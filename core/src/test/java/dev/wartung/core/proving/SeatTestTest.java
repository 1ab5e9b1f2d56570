package dev.wartung.core.proving;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.leak.DecayVerdict;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.proving.Proof.Line;
import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a seat's leak test at the bench says: 0.2 l within 5 %, a gauge good to 30 Pa, half a minute. */
class SeatTestTest {

    private static final Chamber CHAMBER = new Chamber(2e-4, 0.05, 30);

    private static Line leak(SeatTest test) {
        DriveModel model = DriveModel.of(
                        SheetLibrary.shipped().type("kolm-50").orElseThrow(),
                        new ValveConfiguration(Drive.NC, Map.of()))
                .orElseThrow();
        Signature read = Signature.unread().with(test);
        return Proof.of(
                        read,
                        new Proof.Against(
                                model, Optional.empty(), Optional.empty(), 50, Optional.empty(), Optional.empty()))
                .lines()
                .stream()
                .filter(l -> l.what().startsWith("Seat"))
                .findFirst()
                .orElseThrow();
    }

    private static SeatTest test(double start, double end) {
        return new SeatTest(start, end, 30, Optional.of(CHAMBER));
    }

    @Test
    @DisplayName("By hand: 10 mbar of 3 bar in 30 s are 61.31 ± 7.16 mm³/s; 1.5 mbar 9.20 ± 6.49")
    void byHand() {
        DecayVerdict ten = test(3e5, 2.99e5).against(LeakClass.B, 50).orElseThrow();
        assertThat(ten.decay().leakM3PerS()).isCloseTo(61.31e-9, within(0.01e-9));
        assertThat(ten.decay().uncertaintyM3PerS(ten.uncertainty())).isCloseTo(7.162e-9, within(0.005e-9));
        DecayVerdict little = test(3e5, 2.9985e5).against(LeakClass.B, 50).orElseThrow();
        assertThat(little.decay().leakM3PerS()).isCloseTo(9.196e-9, within(0.005e-9));
        assertThat(little.decay().uncertaintyM3PerS(little.uncertainty())).isCloseTo(6.49e-9, within(0.01e-9));
        assertThat(new SeatTest(3e5, 2.99e5, 30, Optional.of(new Chamber(4e-4, 0.05, 30)))
                        .against(LeakClass.B, 50)
                        .orElseThrow()
                        .decay()
                        .leakM3PerS())
                .as("the same loss from twice the volume is twice the leakage")
                .isCloseTo(122.62e-9, within(0.02e-9));
    }

    /** Rate B of a DN 50 is 15 mm³/s of gas. */
    @ParameterizedTest
    @CsvSource({
        "300000, 299950, GOOD, that is all this says",
        "600000, 599950, GOOD, ''",
        "300000, 299000, FAILED, Air comes past the seat",
        "300000, 299850, LOOK, A test of about 1 min would",
        "300000, 301000, LOOK, The pressure rose",
        "20, 20, LOOK, There was no pressure to lose"
    })
    @DisplayName("Meets, fails, does not decide, disturbed, no test: each is said, with what to do")
    void said(double start, double end, Stands stands, String says) {
        Line line = leak(test(start, end));
        assertThat(line.stands()).isEqualTo(stands);
        assertThat(line.says()).asString().contains(says);
    }

    @Test
    @DisplayName("Without the volume it is enclosed in, a loss is told and no leakage made of it")
    void noChamber() {
        Line line = leak(new SeatTest(3e5, 3e5, 30, Optional.empty()));
        assertThat(line.stands()).isEqualTo(Stands.LOOK);
        assertThat(line.says()).asString().startsWith("Not judged");
    }
}
