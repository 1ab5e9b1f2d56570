package dev.wartung.core.bolting;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.bolting.BoltPattern.Place;
import dev.wartung.core.bolting.ScrewLength.Into;
import java.util.List;
import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Numbers worked by hand, two for every term: a sign or a factor that is otherwise shows here. */
class BoltingNumbersTest {

    private static final Offset<Double> CLOSE = within(1e-9);

    private static BoltTorque m8(double nm, ThreadCondition stated, ThreadCondition used) {
        return new BoltTorque(BoltSize.M8, BoltClass.A2_70, nm, Optional.of(stated), used, 0);
    }

    @Test
    @DisplayName("Friction 25 % off on dry threads, 15 % with anti-seize: the least and the most preload of an M8")
    void scatter() {
        BoltTorque dry = m8(12, ThreadCondition.DRY, ThreadCondition.DRY);
        assertThat(dry.leastPreloadN()).isCloseTo(4000, within(1e-6));
        assertThat(dry.mostPreloadN()).isCloseTo(5000 / 0.75, within(1e-6));
        BoltTorque treated = m8(12, ThreadCondition.DRY, ThreadCondition.ANTI_SEIZE);
        assertThat(treated.leastPreloadN()).isCloseTo(5000 / 1.15, within(1e-6));
        assertThat(treated.mostPreloadN()).isCloseTo(5000 / 0.85, within(1e-6));
    }

    @Test
    @DisplayName(
            "70 % of an M8 A2-70's proof load of 16 470 N is 11 529 N: what reaches it on the whole, what may reach it")
    void shareOfProof() {
        // 27.6 N·m dry: 27.6/(0.30·8 mm) = 11 500 N; with low friction 15 333 N
        assertThat(m8(27.6, ThreadCondition.DRY, ThreadCondition.DRY).warnings())
                .singleElement()
                .asString()
                .contains("may reach 93 % of the proof load");
        // 28 N·m: 11 667 N
        assertThat(m8(28, ThreadCondition.DRY, ThreadCondition.DRY).warnings())
                .singleElement()
                .asString()
                .contains("is 71 % of the bolt's proof load");
        // 12.5 N·m with anti-seize: 9 766 N, with low friction 11 489 N; 12.6 N·m: 11 581 N
        assertThat(m8(12.5, ThreadCondition.ANTI_SEIZE, ThreadCondition.ANTI_SEIZE)
                        .warnings())
                .isEmpty();
        assertThat(m8(12.6, ThreadCondition.ANTI_SEIZE, ThreadCondition.ANTI_SEIZE)
                        .warnings())
                .singleElement()
                .asString()
                .contains("may reach 70 % of the proof load");
    }

    @Test
    @DisplayName(
            "Dry instead of oiled takes 1.7 times the torque and galls; oiled instead of anti-seize 1.1 times and does not")
    void galls() {
        assertThat(m8(6, ThreadCondition.OILED, ThreadCondition.DRY).warnings().get(0))
                .asString()
                .contains("takes 1.7 times the stated torque");
        assertThat(m8(6, ThreadCondition.ANTI_SEIZE, ThreadCondition.OILED).warnings())
                .isEmpty();
    }

    @Test
    @DisplayName("An M8 takes a spanner of 13 mm, an M12 one of 18 mm; sizes are found by name")
    void sizes() {
        assertThat(BoltSize.M8.flatsM()).isCloseTo(0.013, CLOSE);
        assertThat(BoltSize.M12.flatsM()).isCloseTo(0.018, CLOSE);
        assertThat(BoltSize.named("M10")).contains(BoltSize.M10);
        assertThat(BoltSize.named("M9")).isEmpty();
        assertThat(Wrench.plain().setting(40)).isCloseTo(40, CLOSE);
    }

    @Test
    @DisplayName("Corners of a rectangle stand half its sides from the centre; patterns of no size are refused as such")
    void patterns() {
        assertThat(BoltPattern.rectangle(0.2, 0.1).places())
                .containsExactly(
                        new Place(-0.1, 0.05), new Place(0.1, 0.05), new Place(0.1, -0.05), new Place(-0.1, -0.05));
        assertThat(BoltPattern.circle(2, 0.1).reachM()).isCloseTo(0.05, CLOSE);
        String circle = "at least two bolts on a circle of some size";
        assertThatThrownBy(() -> BoltPattern.circle(1, 0.1)).hasMessage(circle);
        assertThatThrownBy(() -> BoltPattern.circle(2, 0)).hasMessage(circle);
        String rectangle = "a rectangle of some size";
        assertThatThrownBy(() -> BoltPattern.rectangle(0, 0.1)).hasMessage(rectangle);
        assertThatThrownBy(() -> BoltPattern.rectangle(0.1, 0)).hasMessage(rectangle);
    }

    @Test
    @DisplayName("M8 through 12 mm flange and 1.6 mm washer: by what it goes into, how deep, and why none fits")
    void intoThread() {
        ScrewLength stainless = ScrewLength.intoThread(BoltSize.M8, 0.012, 0.0016, Into.STAINLESS, 0.018);
        assertThat(stainless.engagementM()).isCloseTo(0.0114, CLOSE);
        assertThat(stainless.reason())
                .hasToString("11.4 mm of thread hold: at least 10 mm of thread (1.25 d in stainless), at most"
                        + " 15.5 mm before it bottoms out.");
        // 2 · 8 mm in the thread, and 18 mm less two pitches of 1.25 mm there
        assertThat(ScrewLength.intoThread(BoltSize.M8, 0.012, 0.0016, Into.ALUMINIUM, 0.018)
                        .reason())
                .asString()
                .contains("at least 16 mm of thread (2.0 d in aluminium)")
                .contains("takes only 15.5 mm of screw");
        // 12 + 8 = 20 mm is the least and, of a hole 10.5 mm deep, the most: a standard length
        ScrewLength exact = ScrewLength.intoThread(BoltSize.M8, 0.012, 0, Into.STEEL, 0.0105);
        assertThat(exact.lengthM()).contains(0.02);
        assertThat(exact.mostM().orElseThrow()).isCloseTo(0.02, CLOSE);
        // 13.6 + 8 = 21.6 mm at least, 24.1 mm at most: 25 mm bottoms out
        assertThat(ScrewLength.intoThread(BoltSize.M8, 0.012, 0.0016, Into.STEEL, 0.013)
                        .reason())
                .hasToString("No standard length lies between 21.6 mm and 24.1 mm. Another washer thickness moves both"
                        + " limits.");
        for (double[] wrong : new double[][] {{0, 0, 0.01}, {0.01, -0.001, 0.01}, {0.01, 0, 0}}) {
            assertThatThrownBy(() -> ScrewLength.intoThread(BoltSize.M8, wrong[0], wrong[1], Into.STEEL, wrong[2]))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    @DisplayName("M8 with nut: grip, washers, 6.8 mm of nut and two pitches, then the next standard length, or a stud")
    void throughWithNut() {
        // 20 + 3.2 + 6.8 + 2.5 = 32.5 mm
        ScrewLength found = ScrewLength.throughWithNut(BoltSize.M8, 0.02, 0.0032);
        assertThat(found.leastM()).isCloseTo(0.0325, CLOSE);
        assertThat(found.engagementM()).isCloseTo(0.0118, CLOSE);
        assertThat(found.reason())
                .hasToString(
                        "Nut 6.8 mm and two pitches stand past the flange; 2.5 mm more by the next standard length.");
        assertThat(ScrewLength.throughWithNut(BoltSize.M8, 0.0207, 0).lengthM())
                .as("20.7 + 9.3 = 30 mm, which there is")
                .contains(0.03);
        // 120 + 10.8 + 3.5 mm
        assertThat(ScrewLength.throughWithNut(BoltSize.M12, 0.12, 0).reason())
                .asString()
                .contains("(134.3 mm)");
        assertThatThrownBy(() -> ScrewLength.throughWithNut(BoltSize.M8, 0, 0))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> ScrewLength.throughWithNut(BoltSize.M8, 0.01, -0.001))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("What a lock nut takes is in every stage whole: of 10 and 2 N·m, 35 % are 5.5, 70 % are 9, all 12")
    void lockNutInStages() {
        BoltTorque lockNut = new BoltTorque(
                BoltSize.M8, BoltClass.A2_70, 10, Optional.of(ThreadCondition.DRY), ThreadCondition.DRY, 2);
        assertThat(lockNut.stageNm(0.35)).isCloseTo(5.5, CLOSE);
        assertThat(lockNut.stageNm(0.7)).isCloseTo(9, CLOSE);
        assertThat(lockNut.stageNm(1)).isCloseTo(lockNut.torqueNm(), CLOSE).isCloseTo(12, CLOSE);
    }

    @Test
    @DisplayName(
            "Too much: expected above 70 % of an M8's 16 470 N, or with low friction above all of it; 28 N·m dry are 71 %, 27.6 N·m 70 % and 93 % with low friction")
    void tooMuch() {
        assertThat(m8(28, ThreadCondition.DRY, ThreadCondition.DRY).isTooMuch()).isTrue();
        assertThat(m8(27.6, ThreadCondition.DRY, ThreadCondition.DRY).isTooMuch())
                .isFalse();
        // 13 N·m dry on an M6 A2-70: 7222 N of 9045 N expected; with low friction 9630 N
        BoltTorque m6 = new BoltTorque(
                BoltSize.M6, BoltClass.A2_70, 13, Optional.of(ThreadCondition.DRY), ThreadCondition.DRY, 0);
        assertThat(m6.isTooMuch()).isTrue();
        assertThat(m6.mostPreloadN()).isCloseTo(9629.6, within(0.1)).isGreaterThan(m6.proofN());
    }

    @Test
    @DisplayName(
            "A crowfoot that points back leaves 300 − 200 = 100 mm of a 300 mm wrench, just enough; 230 mm leave 70 mm, less than a quarter, and are refused; square they are fine")
    void lever() {
        assertThat(new Wrench(0.3, 0.2, Math.PI).setting(10)).isCloseTo(30, within(1e-9));
        assertThatThrownBy(() -> new Wrench(0.3, 0.23, Math.PI)).isInstanceOf(IllegalArgumentException.class);
        assertThat(Wrench.hasLever(0.3, 0.224, Math.PI)).isTrue();
        assertThat(Wrench.hasLever(0.3, 0.226, Math.PI)).isFalse();
        assertThat(new Wrench(0.3, 0.23, Math.PI / 2).setting(10)).isCloseTo(10, within(1e-9));
    }

    @Test
    @DisplayName("Of 16, 20 and 24 bolts the second cross stands between those of the first; closest is the chord")
    void neighbours() {
        assertThat(numbers(16)).startsWith(1, 9, 5, 13, 3, 11, 7, 15, 2);
        assertThat(numbers(20)).startsWith(1, 11, 6, 16, 3);
        assertThat(numbers(24)).startsWith(1, 13, 7, 19, 4, 16, 10, 22);
        for (int bolts : new int[] {16, 18, 20, 24}) {
            List<Integer> order = numbers(bolts);
            for (int i = 1; i < bolts / 2; i++) {
                int apart = Math.abs(order.get(i) - order.get(i - 1));
                assertThat(Math.min(apart, bolts - apart))
                        .as("%d bolts: %s", bolts, order)
                        .isGreaterThan(1);
            }
        }
        // 300 mm · sin(180°/16)
        assertThat(BoltPattern.circle(16, 0.3).closestM()).isCloseTo(0.0585271, within(1e-6));
        assertThat(BoltPattern.rectangle(0.09, 0.06).closestM()).isCloseTo(0.06, CLOSE);
    }

    private static List<Integer> numbers(int bolts) {
        return BoltPattern.circle(bolts, 0.3).order().stream().map(i -> i + 1).toList();
    }
}
