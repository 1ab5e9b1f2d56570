package dev.wartung.core.diaphragm;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltPattern.Place;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.diaphragm.Settling.Advice;
import dev.wartung.core.diaphragm.Settling.Look;
import dev.wartung.core.measure.UnitSystem;
import java.util.List;
import java.util.stream.DoubleStream;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Numbers worked by hand, two for every term: a sign or a limit that is otherwise shows here. */
class DiaphragmNumbersTest {

    private static final Offset<Double> CLOSE = within(1e-9);
    /** A rim of 3.2 mm: 17 % are a gap of 2.656 mm, 21 % one of 2.528 mm, 28 % one of 2.304 mm. */
    private static final Compression RIM = new Compression(3.2e-3, 0.17, 0.21, 0.28);

    private static GapMap gaps(double pitchMm, double... mm) {
        return new GapMap(
                BoltPattern.circle(mm.length, 0.1),
                DoubleStream.of(mm).mapToObj(g -> g / 1000).toList(),
                pitchMm / 1000,
                GapMap.USUAL_PASS);
    }

    private static GapReport report(Criterion criterion, double... mm) {
        return new GapReport(gaps(1, mm), criterion);
    }

    @Test
    @DisplayName("A rim is right from its least to its most compression, both included, and spoilt beyond its damage")
    void compression() {
        assertThat(RIM.isMetBy(List.of(2.656e-3, 2.528e-3))).isTrue();
        assertThat(RIM.isMetBy(List.of(2.657e-3, 2.6e-3))).isFalse();
        assertThat(RIM.isMetBy(List.of(2.527e-3, 2.6e-3))).isFalse();
        assertThat(report(RIM, 2.304, 2.304, 2.304, 2.304).spoilt()).isFalse();
        assertThat(report(RIM, 2.303, 2.4, 2.4, 2.4).spoilt()).isTrue();
        assertThat(report(RIM, 2.528, 2.528, 2.528, 2.528).overCompressed()).isFalse();
        assertThat(report(RIM, 2.52, 2.52, 2.52, 2.52).overCompressed()).isTrue();
        assertThat(new Parallel(0.2e-3).isMetBy(List.of(4.1e-3, 3.9e-3))).isTrue();
        assertThat(new Parallel(0.2e-3).isMetBy(List.of(4.1e-3, 3.89e-3))).isFalse();
    }

    @Test
    @DisplayName(
            "What is said of a map: right, spoilt, too tight, not yet right; which bolt is turned which way and how far")
    void said() {
        assertThat(report(RIM, 2.6, 2.6, 2.6, 2.6).headline()).isEqualTo("within its limits");
        assertThat(report(RIM, 2.6, 2.6, 2.6, 2.6).next().isEmpty()).isTrue();
        assertThat(report(RIM, 2.2, 2.2, 2.2, 2.2).headline()).isEqualTo("spoilt: new diaphragm");
        assertThat(report(RIM, 2.2, 2.2, 2.2, 2.2).next()).asString().contains("fit a new one");
        // 23.4 %: 0.142 mm on a pitch of 1 mm are 51°, a pass takes 40°
        GapReport tight = report(RIM, 2.45, 2.45, 2.45, 2.45);
        assertThat(tight.headline()).isEqualTo("too tight");
        assertThat(tight.next())
                .hasToString(
                        "Too tight. Slacken in this order: bolt 1 slacken 40°, bolt 3 slacken 40°, bolt 2 slacken 40°, bolt 4 slacken 40°. Then measure again; one pass does not reach.");
        // 0.108 mm are 39°
        GapReport wide = report(RIM, 2.7, 2.7, 2.7, 2.7);
        assertThat(wide.headline()).isEqualTo("not yet right");
        assertThat(wide.next())
                .hasToString(
                        "Turn in this order: bolt 1 tighten 39°, bolt 3 tighten 39°, bolt 2 tighten 39°, bolt 4 tighten 39°. Then measure again.");
        assertThat(report(RIM, 2.7, 2.6, 2.6, 2.6).finding())
                .hasToString("Compressed 15.6 to 18.8 %, allowed 17 to 21 %");
    }

    @Test
    @DisplayName("The worked example of parallel flanges: 58° capped at 40°, twice 29°, one bolt stays")
    void parallel() {
        GapReport report = new GapReport(gaps(1.25, 4.1, 4.0, 3.9, 4.0), new Parallel(0.1e-3));
        assertThat(report.next())
                .hasToString(
                        "Turn in this order: bolt 1 tighten 40°, bolt 2 tighten 29°, bolt 4 tighten 29°. Then measure again; one pass does not reach.");
        assertThat(report.turnInWords(2)).isEqualTo("leave");
        assertThat(report.finding()).hasToString("Gaps differ by 0.2 mm, allowed 0.1 mm");
        assertThat(gaps(1.25, 4.1, 4.0, 3.9, 4.0).differenceM()).isCloseTo(0.2e-3, CLOSE);
        String picture = report.picture(UnitSystem.METRIC);
        assertThat(picture).contains("wider by 0.2 mm");
        assertThat(new GapReport(gaps(1.25, 4, 4, 4, 4), new Parallel(0.1e-3)).picture(UnitSystem.METRIC))
                .doesNotContain("wider by");
        // of these only the smallest and what lies within 0.1 mm of it is right
        assertThat(picture.split("class=\"bolt off", -1)).as(picture).hasSize(4);
        assertThat(report(RIM, 2.7, 2.6, 2.6, 2.6).picture(UnitSystem.METRIC).split("class=\"bolt off", -1))
                .hasSize(2);
    }

    @Test
    @DisplayName("A saddle is mended by no bolt: bent beyond what a feeler reads, to be measured again within it")
    void saddle() {
        assertThat(report(new Parallel(0.1e-3), 4.1, 3.9, 4.1, 3.9).next())
                .asString()
                .contains("look at the flange");
        assertThat(report(new Parallel(0.05e-3), 4.04, 3.96, 4.04, 3.96).next())
                .asString()
                .contains("Go round once more");
    }

    @Test
    @DisplayName("A plane is found wherever the bolts stand, with the side it is widest at")
    void plane() {
        BoltPattern aside = new BoltPattern(
                List.of(new Place(0.1, 0.2), new Place(0.3, 0.2), new Place(0.3, 0.4), new Place(0.1, 0.4)));
        // 4 mm at (0.2, 0.3), 0.01 a metre to the right, 0.02 a metre upwards
        Plane plane = Plane.through(aside, List.of(1e-3, 3e-3, 7e-3, 5e-3));
        assertThat(plane.meanM()).isCloseTo(4e-3, CLOSE);
        assertThat(plane.rightward()).isCloseTo(0.01, CLOSE);
        assertThat(plane.upward()).isCloseTo(0.02, CLOSE);
        assertThat(plane.at(aside, 2)).isCloseTo(7e-3, CLOSE);
        assertThat(plane.at(aside, 0)).isCloseTo(1e-3, CLOSE);
        assertThat(plane.tiltM(aside)).isCloseTo(Math.hypot(0.01, 0.02) * 2 * Math.hypot(0.1, 0.1), CLOSE);
        assertThat(new Plane(0, 1, 1).widestRad()).isCloseTo(Math.PI / 4, CLOSE);
        assertThat(new Plane(0, -1, 1).widestRad()).isCloseTo(Math.PI * 7 / 4, CLOSE);
        assertThat(new Plane(0, 1, -1).widestRad()).isCloseTo(Math.PI * 3 / 4, CLOSE);
        assertThat(new Plane(0, -1e-12, 1).widestRad()).isZero();
        assertThatThrownBy(() -> Plane.through(BoltPattern.circle(2, 1), List.of(1.0, 1.0)))
                .hasMessageContaining("at least three bolts");
        assertThatThrownBy(() -> Plane.through(BoltPattern.circle(4, 1), List.of(1.0, 1.0, 1.0)))
                .hasMessageContaining("at least three bolts");
        BoltPattern line = new BoltPattern(List.of(new Place(0, 0), new Place(1, 0), new Place(2, 0)));
        assertThatThrownBy(() -> Plane.through(line, List.of(1.0, 1.0, 1.0))).hasMessageContaining("in one line");
    }

    @Test
    @DisplayName("Turned back to the last match: an eighth of a turn on 1.5 mm lifts 0.19 mm; a hair before one is one")
    void turnBack() {
        assertThat(TurnBack.from(Math.PI / 4, 1.5e-3).liftM()).isCloseTo(1.5e-3 / 8, CLOSE);
        assertThat(TurnBack.from(-Math.PI / 4, 1.5e-3).backRad()).isCloseTo(Math.PI * 3 / 4, CLOSE);
        assertThat(TurnBack.from(-Math.PI / 4, 1.5e-3).liftM()).isCloseTo(1.5e-3 * 3 / 8, CLOSE);
        assertThat(TurnBack.from(Math.PI * 3 / 2, 1e-3).backRad()).isCloseTo(Math.PI / 2, CLOSE);
        assertThat(TurnBack.from(0, 1e-3).backRad()).isZero();
        assertThat(TurnBack.from(Math.PI - 1e-10, 1e-3).backRad()).isZero();
        assertThat(TurnBack.from(Math.PI - 1e-3, 1e-3).backRad()).isCloseTo(Math.PI - 1e-3, CLOSE);
        assertThatThrownBy(() -> TurnBack.from(Double.NaN, 1e-3)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> TurnBack.from(1, 0)).isInstanceOf(IllegalArgumentException.class);
    }

    private static Settling series(double... hoursAndValues) {
        List<Look> looks = new java.util.ArrayList<>();
        for (int i = 0; i < hoursAndValues.length; i += 2) {
            looks.add(new Look(hoursAndValues[i], hoursAndValues[i + 1]));
        }
        return Settling.of(looks);
    }

    @Test
    @DisplayName(
            "12 N·m after an hour and 10 after ten lose 2 a decade; when a limit is reached, and when to look next")
    void settling() {
        Settling fast = series(1, 12, 10, 10);
        assertThat(fast.after(100)).isCloseTo(8, CLOSE);
        assertThat(fast.reaches(6).orElseThrow()).isCloseTo(1000, within(1e-6));
        assertThat(fast.reaches(0)).as("six decades are too many").isEmpty();
        assertThat(fast.nextLookHours(6)).isCloseTo(30, CLOSE);
        double limit = Math.pow(10, 1.05);
        assertThat(fast.nextLookHours(9.9)).isCloseTo(10 + (limit - 10) / 2, CLOSE);
        assertThat(fast.nextLookHours(11)).as("it is past that").isCloseTo(30, CLOSE);
        Settling three = series(1, 12, 10, 11, 100, 10.2);
        assertThat(three.changePerDecade()).isCloseTo(-0.9, CLOSE);
        assertThat(three.atOneHour()).isCloseTo(33.2 / 3 + 0.9, CLOSE);
        assertThat(series(1, 12, 10, 12).reaches(11)).isEmpty();
        assertThatThrownBy(() -> series(1, 12, 1, 11)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> series(0, 12, 1, 11)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> series(1, Double.NaN, 2, 11)).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("What a series says to do: of a torque that falls, and of a gap that opens")
    void advice() {
        Settling slow = series(1, 12, 10, 11);
        assertThat(slow.advice(9, false)).isEqualTo(Advice.WATCH);
        assertThat(slow.advice(11, false)).as("at its limit, not past it").isEqualTo(Advice.WATCH);
        assertThat(slow.advice(5, false)).isEqualTo(Advice.HOLDS);
        assertThat(slow.advice(11.5, false)).isEqualTo(Advice.RETIGHTEN);
        assertThat(series(1, 12, 10, 10).advice(11, false)).isEqualTo(Advice.RENEW);
        assertThat(series(1, 12, 10, 12.5).advice(11, false)).isEqualTo(Advice.DOUBT);
        assertThat(series(1, 12, 10, 12).advice(11, false)).isEqualTo(Advice.HOLDS);
        // 12, 11.8, 11.9 and now 9.8: the line is at 11.375 − 1.5·0.65 = 10.4, the joint at 9.8
        Settling fallen = series(1, 12, 10, 11.8, 100, 11.9, 1000, 9.8);
        assertThat(fallen.after(1000)).isCloseTo(10.4, within(0.001));
        assertThat(fallen.advice(10, false)).as("the last reading counts").isEqualTo(Advice.RETIGHTEN);
        assertThat(fallen.advice(9.7, false)).isEqualTo(Advice.WATCH);
        assertThat(series(1, 2.5, 10, 2.5, 100, 2.52, 1000, 2.7).advice(2.66, true))
                .isEqualTo(Advice.RETIGHTEN);
        assertThat(slow.isThin()).isTrue();
        assertThat(fallen.isThin()).isFalse();
        Settling opens = series(1, 2.5, 10, 2.55);
        assertThat(opens.advice(2.656, true)).isEqualTo(Advice.WATCH);
        assertThat(opens.advice(3.2, true)).isEqualTo(Advice.HOLDS);
        assertThat(opens.advice(2.54, true)).isEqualTo(Advice.RETIGHTEN);
        assertThat(series(1, 2.5, 10, 2.4).advice(2.656, true)).isEqualTo(Advice.DOUBT);
        assertThat(Advice.values())
                .allSatisfy(a -> assertThat(a.says() + " " + a.next()).hasSizeGreaterThan(40))
                .allSatisfy(a -> assertThat(a.says()).asString().isNotEmpty())
                .filteredOn(Advice::now)
                .containsExactly(Advice.RETIGHTEN, Advice.RENEW, Advice.DOUBT);
    }

    @Test
    @DisplayName("Hours as a person says them")
    void duration() {
        assertThat(DoubleStream.of(5.26, 10.4, 47.6, 48, 119 * 24, 120 * 24, 729 * 24, 730 * 24, 1000 * 24)
                        .mapToObj(Settling::duration))
                .containsExactly(
                        "5.3 h", "10 h", "48 h", "2 days", "119 days", "4 months", "24 months", "2 years", "2.7 years");
    }
}
