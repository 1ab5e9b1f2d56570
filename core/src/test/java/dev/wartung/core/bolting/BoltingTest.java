package dev.wartung.core.bolting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.bolting.BoltPattern.Place;
import dev.wartung.core.bolting.ScrewLength.Into;
import dev.wartung.core.bolting.Tightening.Turn;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BoltingTest {

    @ParameterizedTest
    @CsvSource({"4, 1-3-2-4", "8, 1-5-3-7-2-6-4-8", "12, 1-7-4-10-2-8-5-11-3-9-6-12"})
    void theCustomaryCrossesFollowFromTheRule(int bolts, String expected) {
        assertEquals(expected, words(BoltPattern.circle(bolts, 0.1).order()));
    }

    @Test
    void anyPatternIsTightenedOnceWhereverItStands() {
        Random random = new Random(41);
        for (int round = 0; round < 200; round++) {
            int bolts = 2 + random.nextInt(15);
            BoltPattern pattern = new BoltPattern(IntStream.range(0, bolts)
                    .mapToObj(i -> new Place(random.nextDouble(), random.nextDouble()))
                    .toList());
            List<Integer> order = pattern.order();
            assertEquals(bolts, new HashSet<>(order).size());
            // where the pattern stands and how it is turned round its centre by scale does not matter
            BoltPattern moved = new BoltPattern(pattern.places().stream()
                    .map(p -> new Place(3 * p.rightM() + 5, 3 * p.upM() - 2))
                    .toList());
            assertEquals(order, moved.order());
        }
        assertThrows(IllegalArgumentException.class, () -> new BoltPattern(List.of(new Place(0, 0), new Place(0, 0))));
        assertThrows(IllegalArgumentException.class, () -> BoltPattern.circle(1, 0.1));
    }

    @Test
    void stagesGoCrosswiseAndEndWithARoundPass() {
        List<Turn> turns = new Tightening(BoltPattern.rectangle(0.09, 0.06), Tightening.USUAL).turns();
        assertEquals(16, turns.size());
        assertEquals(
                "0-2-1-3-0-2-1-3-0-2-1-3-0-1-2-3",
                turns.stream().map(t -> String.valueOf(t.bolt())).collect(Collectors.joining("-")));
        assertEquals(
                List.of(0.35, 0.7, 1.0, 1.0),
                IntStream.of(0, 4, 8, 12).mapToObj(i -> turns.get(i).share()).toList());
        assertThrows(
                IllegalArgumentException.class,
                () -> new Tightening(BoltPattern.circle(4, 1), List.of(0.5, 1.0)),
                "two stages are too few");
        assertThrows(
                IllegalArgumentException.class, () -> new Tightening(BoltPattern.circle(4, 1), List.of(0.7, 0.5, 1.0)));
    }

    /** The docstring's example, worked by hand. */
    @Test
    void anotherThreadTreatmentTakesAnotherTorqueForTheSamePreload() {
        BoltTorque treated = new BoltTorque(
                BoltSize.M8, BoltClass.A2_70, 12, Optional.of(ThreadCondition.DRY), ThreadCondition.ANTI_SEIZE, 0);
        assertEquals(6.4, treated.torqueNm(), 1e-9);
        assertEquals(5000, treated.preloadN(), 1e-6);
        assertEquals(5000 / 16470.0, treated.shareOfProof(), 1e-9);
        assertEquals(
                6.9,
                new BoltTorque(
                                BoltSize.M8,
                                BoltClass.A2_70,
                                12,
                                Optional.of(ThreadCondition.DRY),
                                ThreadCondition.ANTI_SEIZE,
                                0.5)
                        .torqueNm(),
                1e-9);
        assertTrue(treated.warnings().isEmpty());
    }

    @Test
    void aTorqueWhoseThreadIsNotStatedIsNotConvertedAndSaysSo() {
        BoltTorque unknown =
                new BoltTorque(BoltSize.M8, BoltClass.A2_70, 12, Optional.empty(), ThreadCondition.ANTI_SEIZE, 0);
        assertEquals(12, unknown.torqueNm(), 1e-9);
        assertTrue(unknown.warnings().get(0).toString().contains("not converted"));
        BoltTorque galls = new BoltTorque(
                BoltSize.M8, BoltClass.A2_70, 6.4, Optional.of(ThreadCondition.ANTI_SEIZE), ThreadCondition.DRY, 0);
        assertTrue(galls.warnings().get(0).toString().contains("gall"), galls.warnings()::toString);
        BoltTorque tooMuch = new BoltTorque(
                BoltSize.M6, BoltClass.A2_50, 20, Optional.of(ThreadCondition.OILED), ThreadCondition.OILED, 0);
        assertTrue(tooMuch.warnings().get(0).toString().contains("70 %"), tooMuch.warnings()::toString);
    }

    @Test
    void preloadGrowsWithTorqueAndItsScatterContainsIt() {
        for (ThreadCondition used : ThreadCondition.values()) {
            double before = 0;
            for (double torque = 1; torque < 60; torque += 0.7) {
                BoltTorque bolt = new BoltTorque(BoltSize.M10, BoltClass.A4_80, torque, Optional.empty(), used, 1);
                assertTrue(bolt.preloadN() > before);
                assertTrue(bolt.leastPreloadN() < bolt.preloadN() && bolt.preloadN() < bolt.mostPreloadN());
                before = bolt.preloadN();
            }
        }
    }

    @Test
    void anAttachmentLengthensTheLeverByItsShareAlongTheArm() {
        assertEquals(40 * 400 / 450.0, new Wrench(0.4, 0.05, 0).setting(40), 1e-9);
        assertEquals(40, new Wrench(0.4, 0.05, Math.PI / 2).setting(40), 1e-9, "square to the arm changes nothing");
        assertEquals(40 * 400 / 350.0, new Wrench(0.4, 0.05, Math.PI).setting(40), 1e-9);
        Random random = new Random(5);
        for (int i = 0; i < 500; i++) {
            Wrench wrench =
                    new Wrench(0.2 + random.nextDouble(), 0.19 * random.nextDouble(), Math.PI * random.nextDouble());
            assertEquals(17, wrench.atBolt(wrench.setting(17)), 1e-9, "set and read agree");
        }
        assertThrows(IllegalArgumentException.class, () -> new Wrench(0.3, 0.3, 0));
        assertThrows(IllegalArgumentException.class, () -> new Wrench(0.3, Double.NaN, 0));
    }

    @Test
    void aScrewHoldsAndDoesNotBottomOutOrItIsSaidWhyNoneFits() {
        ScrewLength stainless = ScrewLength.intoThread(BoltSize.M8, 0.012, 0.0016, Into.STAINLESS, 0.018);
        assertEquals(Optional.of(0.025), stainless.lengthM());
        assertEquals(0.0236, stainless.leastM(), 1e-9);
        assertEquals(0.0291, stainless.mostM().orElseThrow(), 1e-9);
        assertTrue(ScrewLength.intoThread(BoltSize.M8, 0.012, 0.0016, Into.ALUMINIUM, 0.018)
                .reason()
                .toString()
                .startsWith("No screw fits"));
        assertTrue(ScrewLength.intoThread(BoltSize.M8, 0.012, 0.0016, Into.STAINLESS, 0.0135)
                .reason()
                .toString()
                .startsWith("No standard length"));
        assertEquals(
                Optional.of(0.035),
                ScrewLength.throughWithNut(BoltSize.M8, 0.02, 0.0032).lengthM());
        assertTrue(ScrewLength.throughWithNut(BoltSize.M12, 0.12, 0)
                .reason()
                .toString()
                .contains("stud"));
        for (BoltSize size : BoltSize.values()) {
            for (Into into : Into.values()) {
                for (double depth = 0.005; depth < 0.05; depth += 0.0013) {
                    ScrewLength found = ScrewLength.intoThread(size, 0.0137, 0.0021, into, depth);
                    double d = depth;
                    found.lengthM().ifPresent(length -> {
                        assertTrue(found.engagementM() >= into.diameters() * size.diameterM() - 1e-9);
                        assertTrue(found.engagementM() <= d - 2 * size.pitchM() + 1e-9);
                    });
                    assertFalse(found.reason().isEmpty());
                }
            }
        }
    }

    private static String words(List<Integer> order) {
        return order.stream().map(i -> String.valueOf(i + 1)).collect(Collectors.joining("-"));
    }
}
