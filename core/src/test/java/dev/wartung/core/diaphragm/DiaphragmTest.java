package dev.wartung.core.diaphragm;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.diaphragm.Settling.Look;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class DiaphragmTest {

    private static final BoltPattern FOUR = BoltPattern.circle(4, 0.1);
    private static final double PITCH = 1.25e-3;
    private static final Compression BAND = new Compression(4.6e-3, 0.17, 0.21, 0.28);

    private static GapMap map(double... mm) {
        return new GapMap(
                FOUR, IntStream.range(0, mm.length).mapToObj(i -> mm[i] / 1000).toList(), PITCH, Math.toRadians(90));
    }

    /** The docstring's example: an even flange tilted towards bolt 1, to be parallel at its narrow side. */
    @Test
    void theWideSideIsTurnedByItsGapOverThePitch() {
        List<Double> turns = map(4.1, 4.0, 3.9, 4.0).turnsRad(new Parallel(0.05e-3));
        assertEquals(
                List.of(58L, 29L, 0L, 29L),
                turns.stream().map(t -> Math.round(Math.toDegrees(t))).toList());
        Plane plane = map(4.1, 4.0, 3.9, 4.0).plane();
        assertEquals(0.2e-3, plane.tiltM(FOUR), 1e-12);
        assertEquals(0, plane.widestRad(), 1e-9, "widest at bolt 1, at the top");
        assertEquals(Math.PI / 2, map(4.0, 4.1, 4.0, 3.9).plane().widestRad(), 1e-9, "clockwise to bolt 2");
    }

    @Test
    void turningAsSaidBringsAnyTiltedFlangeIntoItsBand() {
        Random random = new Random(7);
        for (int round = 0; round < 300; round++) {
            BoltPattern pattern = BoltPattern.circle(3 + random.nextInt(10), 0.08);
            Plane tilted = new Plane(
                    BAND.freeM() * (0.7 + 0.25 * random.nextDouble()),
                    random.nextGaussian() * 1e-3,
                    random.nextGaussian() * 1e-3);
            List<Double> gaps = IntStream.range(0, pattern.size())
                    .mapToObj(i -> tilted.at(pattern, i))
                    .toList();
            GapMap map = new GapMap(pattern, gaps, PITCH, Math.toRadians(40));
            assertEquals(0, map.besideThePlaneM(), 1e-12, "the plane is found");
            int passes = 0;
            while (!map.meets(BAND) && passes < 20) {
                map = map.after(map.turnsRad(BAND));
                passes++;
            }
            assertTrue(map.meets(BAND), "round " + round + " after " + passes + " passes " + map.gapsM());
        }
    }

    @Test
    void aSaddleIsNotBlamedOnTheBolts() {
        GapMap bent = map(4.2, 3.8, 4.2, 3.8);
        assertTrue(bent.isBent());
        assertEquals(0.2e-3, bent.besideThePlaneM(), 1e-12);
        assertEquals(List.of(0.0, 0.0, 0.0, 0.0), bent.turnsRad(new Parallel(0.1e-3)));
        assertTrue(new GapReport(bent, new Parallel(0.1e-3)).next().toString().contains("measure again"));
        assertFalse(map(4.1, 4.0, 3.9, 4.0).isBent());
    }

    @Test
    void tooTightIsSlackenedAndBeyondDamageTheDiaphragmIsLost() {
        GapReport tight = new GapReport(map(3.5, 3.5, 3.5, 3.5), BAND);
        assertTrue(tight.overCompressed());
        assertTrue(
                tight.next().toString().startsWith("Too tight. Slacken in this order: bolt 1 slacken"),
                tight.next().toString());
        assertTrue(new GapReport(tight.after(), BAND).meets());
        GapReport spoilt = new GapReport(map(3.2, 3.7, 3.7, 3.7), BAND);
        assertTrue(spoilt.spoilt());
        assertTrue(spoilt.next().toString().contains("fit a new one"));
        assertTrue(new GapReport(map(3.72, 3.72, 3.72, 3.72), BAND).meets());
    }

    /** 4.6 mm free, at most 21 %: 3.634 mm on the mean is the limit. */
    @Test
    void onlyWhatIsTighterThanTheMostOnTheMeanIsTooTight() {
        assertFalse(new GapReport(map(4.0, 4.0, 4.0, 4.0), BAND).overCompressed());
        assertFalse(new GapReport(map(3.72, 3.72, 3.72, 3.72), BAND).overCompressed());
        assertFalse(new GapReport(map(3.635, 3.635, 3.635, 3.635), BAND).overCompressed());
        assertTrue(new GapReport(map(3.633, 3.633, 3.633, 3.633), BAND).overCompressed());
        assertFalse(
                new GapReport(map(3.5, 3.7, 3.9, 3.7), BAND).overCompressed(), "tight on one side, not on the mean");
        assertFalse(
                new GapReport(map(0.1, 0.1, 0.1, 0.1), new Parallel(0.05e-3)).overCompressed(),
                "nothing says how much a flat one is compressed");
        assertTrue(new GapReport(map(4.0, 4.0, 4.0, 4.0), BAND)
                .next()
                .toString()
                .startsWith("Turn in this order: bolt 1 tighten"));
        assertEquals("not yet right", new GapReport(map(4.0, 4.0, 4.0, 4.0), BAND).headline());
        assertEquals("too tight", new GapReport(map(3.5, 3.5, 3.5, 3.5), BAND).headline());
    }

    @Test
    void aPassIsCappedAndSaysThatAnotherFollows() {
        GapMap loose = new GapMap(FOUR, List.of(4.4e-3, 4.4e-3, 4.4e-3, 4.4e-3), PITCH, Math.toRadians(40));
        assertTrue(loose.needsAnotherPass(BAND));
        assertTrue(loose.turnsRad(BAND).stream().allMatch(t -> Math.abs(t - Math.toRadians(40)) < 1e-9));
        assertTrue(new GapReport(loose, BAND).next().toString().contains("one pass does not reach"));
    }

    @Test
    void nonsenseIsNotMapped() {
        assertThrows(IllegalArgumentException.class, () -> map(4, 4, 4));
        assertThrows(IllegalArgumentException.class, () -> map(4, 4, 4, Double.NaN));
        assertThrows(IllegalArgumentException.class, () -> new Compression(4.6e-3, 0.2, 0.1, 0.3));
        BoltPattern row = new BoltPattern(
                List.of(new BoltPattern.Place(0, 0), new BoltPattern.Place(0.1, 0), new BoltPattern.Place(0.2, 0)));
        assertThrows(IllegalArgumentException.class, () -> Plane.through(row, List.of(1.0, 2.0, 3.0)));
    }

    @Test
    void turningBackNeverTakesHalfATurnAndEndsOnAMatch() {
        for (int degrees = 0; degrees < 1500; degrees += 7) {
            TurnBack back = TurnBack.from(Math.toRadians(degrees), 2e-3);
            assertTrue(back.backRad() >= 0 && back.backRad() < Math.PI);
            double left = Math.toDegrees(Math.toRadians(degrees) - back.backRad()) / 180;
            assertEquals(Math.rint(left), left, 1e-9);
            assertEquals(2e-3 * back.backRad() / (2 * Math.PI), back.liftM(), 1e-15);
        }
        assertEquals(
                Math.toRadians(130), TurnBack.from(Math.toRadians(130), 2e-3).backRad(), 1e-12);
        assertEquals(0, TurnBack.from(Math.toRadians(540), 2e-3).backRad());
    }

    @Test
    void settlingIsALineOverTheLogarithmOfTime() {
        Settling settling = Settling.of(List.of(new Look(1, 12), new Look(10, 11)));
        assertEquals(-1, settling.changePerDecade(), 1e-12);
        assertEquals(100, settling.reaches(10).orElseThrow(), 1e-6);
        assertEquals(30, settling.nextLookHours(10), 1e-9);
        assertEquals(Optional.empty(), settling.reaches(1), "longer than any seal stays");
        assertTrue(settling.nextLookHours(10.9) < 13, "half-way to a near limit");
        Settling rising = Settling.of(List.of(new Look(1, 3.72), new Look(24, 3.78), new Look(168, 3.81)));
        assertTrue(rising.changePerDecade() > 0);
        assertThrows(IllegalArgumentException.class, () -> Settling.of(List.of(new Look(5, 1), new Look(5, 2))));
        assertThrows(IllegalArgumentException.class, () -> Settling.of(List.of(new Look(0, 1), new Look(5, 2))));
    }
}
