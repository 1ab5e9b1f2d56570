package dev.wartung.core.lubrication;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.sealing.Groove;
import dev.wartung.core.sealing.Polymer;
import dev.wartung.core.sheet.Knowledge;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class LubricationTest {

    private static final LubricationMatrix MATRIX = Knowledge.lubrication();
    private static final Grease SILICONE = new Grease("Silicone", "silicone", "ptfe", "H1", Set.of(), 470);
    private static final Grease SYNTHETIC = new Grease("Synthetic", "pao", "ptfe", "H1", Set.of("silicone-free"), 470);
    private static final Grease MINERAL =
            new Grease("Mineral", "white-mineral", "lithium", "H2", Set.of("silicone-free"), 400);

    private static Use seal(Polymer polymer) {
        return new Use("seal-grease", Set.of(polymer), Set.of(), 350);
    }

    /** By hand: a cord of 3 mm on 50 mm has π²·53·3 = 1569.3 mm²; 8 µm on it are 12.55 mm³. */
    @Test
    void aFilmIsItsSurfaceTimesItsThickness() {
        assertEquals(1569.3e-6, Film.areaM2(0.050, 0.003), 0.1e-6);
        assertEquals(532.96e-6, Film.areaM2(0.025, 0.002), 0.1e-6, "π²·27·2");
        assertEquals(12.55e-9, Film.volumeM3(1569.3e-6, Film.THIN_M), 0.01e-9);
        assertEquals(3e-9, Film.volumeM3(1e-3, 3e-6), 1e-15);
        for (double[] none : new double[][] {{0, 1}, {1, 0}, {-1, 1}, {1, -1}}) {
            assertThrows(IllegalArgumentException.class, () -> Film.areaM2(none[0], none[1]));
            assertThrows(IllegalArgumentException.class, () -> Film.volumeM3(none[0], none[1]));
        }
    }

    @Test
    void aVolumeIsNamedByWhatAHandKnows() {
        assertEquals("less than a rice grain", Film.byEye(14.9e-9));
        assertEquals("a rice grain", Film.byEye(15.1e-9));
        assertEquals("a rice grain", Film.byEye(44.9e-9));
        assertEquals("a pea cut in half", Film.byEye(45.1e-9));
        assertEquals("a pea cut in half", Film.byEye(249e-9));
        assertEquals("a pea", Film.byEye(251e-9));
        assertEquals("a pea", Film.byEye(599e-9));
        assertEquals("2 peas", Film.byEye(900e-9));
    }

    @Test
    void everyPairHasAVerdictWithAReasonAndABasis() {
        for (LubricationMatrix.Oil oil : MATRIX.oils()) {
            for (LubricationMatrix.Thickener thickener : MATRIX.thickeners()) {
                for (Polymer polymer : Polymer.values()) {
                    Suitability cell = MATRIX.of(oil.id(), thickener.id(), polymer);
                    cell.reasons()
                            .forEach(r -> assertFalse(r.text().isEmpty()
                                    || r.basis().isBlank()
                                    || !Set.of("high", "fair", "low").contains(r.confidence())));
                    assertEquals(cell.level(), cell.reasons().get(0).level(), "the worst reason comes first");
                }
            }
        }
    }

    @Test
    void whatTheBriefSaysOfSwellingHolds() {
        for (String oil : List.of("white-mineral", "vegetable", "pao", "petrolatum")) {
            assertTrue(MATRIX.of(oil, "ptfe", Polymer.EPDM).harms(), oil);
        }
        assertTrue(MATRIX.of("silicone", "ptfe", Polymer.VMQ).harms());
        assertEquals(Level.CARE, MATRIX.of("pfpe", "ptfe", Polymer.FFKM).level());
        assertEquals(Level.SUITS, MATRIX.of("silicone", "ptfe", Polymer.EPDM).level());
        assertThrows(IllegalArgumentException.class, () -> MATRIX.of("butter", "ptfe", Polymer.EPDM));
    }

    @Test
    void moreSealsOrDemandsNeverMakeAGreaseBetter() {
        for (Grease grease : List.of(SILICONE, SYNTHETIC, MINERAL)) {
            for (Polymer first : Polymer.values()) {
                for (Polymer second : Polymer.values()) {
                    Level one = MATRIX.judge(grease, seal(first)).level();
                    Level both = MATRIX.judge(
                                    grease,
                                    new Use(
                                            "seal-grease",
                                            new HashSet<>(List.of(first, second)),
                                            Set.of("silicone-free"),
                                            350))
                            .level();
                    assertTrue(one.compareTo(both) <= 0, grease.name() + first + second);
                }
            }
        }
    }

    @Test
    void productAreaHeatAndPositionAreJudged() {
        assertTrue(MATRIX.judge(MINERAL, seal(Polymer.NBR)).inWords().toString().contains("never where food is"));
        assertTrue(MATRIX.judge(SILICONE, new Use("seal-grease", Set.of(Polymer.EPDM), Set.of("silicone-free"), 350))
                .inWords()
                .toString()
                .contains("free of silicone"));
        assertTrue(MATRIX.judge(SILICONE, new Use("seal-grease", Set.of(Polymer.EPDM), Set.of(), 500))
                .inWords()
                .toString()
                .contains("hotter"));
        assertTrue(MATRIX.judge(SILICONE, new Use("never", Set.of(Polymer.EPDM), Set.of(), 350))
                .harms());
        assertFalse(
                MATRIX.judge(MINERAL, new Use("actuator", Set.of(Polymer.NBR), Set.of(), 350))
                        .harms(),
                "inside an actuator no registration is asked for");
    }

    /** Every statement that a base oil gives the lie is caught, on entering and when such a grease is on the list. */
    @Test
    void whatCannotBeIsCaught() {
        for (String[] pair : new String[][] {
            {"silicone", "silicone-free"}, {"white-mineral", "mineral-oil-free"}, {"petrolatum", "mineral-oil-free"}
        }) {
            Grease grease = new Grease("x", pair[0], "ptfe", "H1", Set.of(pair[1]), 400);
            assertEquals(1, MATRIX.contradictions(grease).size(), pair[0]);
            assertTrue(
                    MATRIX.judge(grease, new Use("seal-grease", Set.of(Polymer.PTFE), Set.of(pair[1]), 350))
                            .harms(),
                    "what is asked for is said, but cannot be: " + pair[0]);
        }
        for (String oil : List.of("pao", "pag", "ester", "pfpe", "vegetable")) {
            assertTrue(
                    MATRIX.contradictions(new Grease(
                                    "x", oil, "ptfe", "H1", Set.of("silicone-free", "mineral-oil-free"), 400))
                            .isEmpty(),
                    oil);
        }
    }

    /** General elastomer handbooks: lubricating esters are for FKM, tolerable for nitrile, not for EPDM and silicone. */
    @Test
    void estersAreTheRightWayRound() {
        assertEquals(Level.HARMS, MATRIX.of("ester", "ptfe", Polymer.EPDM).level());
        assertEquals(Level.CARE, MATRIX.of("ester", "ptfe", Polymer.NBR).level());
        assertEquals(Level.CARE, MATRIX.of("ester", "ptfe", Polymer.HNBR).level());
        assertEquals(Level.SUITS, MATRIX.of("ester", "ptfe", Polymer.FKM).level());
        assertEquals(Level.HARMS, MATRIX.of("ester", "ptfe", Polymer.VMQ).level());
    }

    /**
     * 470 K on the tin are 197 °C: borne to the degree, and not beyond; and a grease is judged by the hottest of what
     * is asked.
     */
    @Test
    void heatIsBorneUpToWhatTheTinSays() {
        assertFalse(
                MATRIX.judge(SILICONE, new Use("seal-grease", Set.of(Polymer.EPDM), Set.of(), 470))
                        .inWords()
                        .toString()
                        .contains("hotter"),
                "just what it stands");
        assertTrue(MATRIX.judge(SILICONE, new Use("seal-grease", Set.of(Polymer.EPDM), Set.of(), 470.1))
                .inWords()
                .toString()
                .contains("stands (197 °C)"));
        assertTrue(new Wording(UnitSystem.US)
                .of(MATRIX.judge(SILICONE, new Use("seal-grease", Set.of(Polymer.EPDM), Set.of(), 470.1))
                        .inWords())
                .contains("stands (386 °F)"));
        GreaseShelf hot = new GreaseShelf(MATRIX, List.of(new Tin(SILICONE, "L1")), Set.of(), 500);
        assertTrue(hot.judge(SILICONE, seal(Polymer.EPDM)).harms(), "the area is hotter than the seal's use");
        assertTrue(hot.keepsAList());
        assertFalse(new GreaseShelf(MATRIX, List.of(), Set.of(), 350).keepsAList());
    }

    /**
     * What is made of the verdict is said with the worst of its reasons alone; a thickener that cleaning attacks is
     * told with the oil.
     */
    @Test
    void theWorstIsSaidAndNothingBesides() {
        Suitability mixed = new Suitability(
                Level.CARE,
                List.of(
                        new Suitability.Reason(Level.CARE, Message.words("Look at it."), "practice"),
                        new Suitability.Reason(Level.CARE, Message.words("Twice."), "practice"),
                        new Suitability.Reason(Level.SUITS, Message.words("It suits."), "maker")));
        assertEquals("Look at it. Twice.", mixed.inWords().toString());
        assertTrue(new Suitability(Level.SUITS, List.of()).inWords().isEmpty());
        assertEquals(
                Level.SUITS,
                MATRIX.judge(SYNTHETIC, new Use("actuator", Set.of(), Set.of(), 350))
                        .level(),
                "nothing speaks against it");
        Grease soap = new Grease("Soap", "pao", "lithium", "H1", Set.of(), 470);
        assertTrue(MATRIX.judge(soap, seal(Polymer.FKM)).reasons().stream()
                .anyMatch(r ->
                        r.text().toString().equals(MATRIX.thickener("lithium").note())));
        assertTrue(MATRIX.judge(SYNTHETIC, seal(Polymer.FKM)).reasons().stream()
                .noneMatch(r ->
                        r.text().toString().equals(MATRIX.thickener("lithium").note())));
        for (String unknown : List.of("butter", "")) {
            assertThrows(IllegalArgumentException.class, () -> MATRIX.oil(unknown));
            assertThrows(IllegalArgumentException.class, () -> MATRIX.thickener(unknown));
            assertThrows(IllegalArgumentException.class, () -> MATRIX.registration(unknown));
            assertThrows(
                    IllegalArgumentException.class,
                    () -> MATRIX.judge(SILICONE, new Use(unknown, Set.of(), Set.of(), 350)));
            assertThrows(IllegalArgumentException.class, () -> MATRIX.of("silicone", unknown, Polymer.EPDM));
        }
        assertEquals("pao", MATRIX.oil("pao").id());
        assertEquals("H1", MATRIX.registration("H1").id());
    }

    /** Of two that suit alike and that the maker does not name the first by name is taken. */
    @Test
    void alikeIsChosenByName() {
        GreaseShelf shelf = new GreaseShelf(
                MATRIX,
                List.of(
                        new Tin(SYNTHETIC, "S1"),
                        new Tin(new Grease("Another", "pao", "ptfe", "H1", Set.of(), 470), "A1")),
                Set.of(),
                350);
        assertEquals(
                "A1",
                shelf.choose(seal(Polymer.FKM), "none").orElseThrow().tin().lot());
    }

    @Test
    void theShelfGivesWhatSuitsTheMakersOwnFirstAndNeverWhatHarms() {
        GreaseShelf shelf = new GreaseShelf(
                MATRIX,
                List.of(new Tin(MINERAL, "M1"), new Tin(SYNTHETIC, "S1"), new Tin(SILICONE, "L1")),
                Set.of(),
                350);
        assertEquals(
                "L1",
                shelf.choose(seal(Polymer.EPDM), "Synthetic")
                        .orElseThrow()
                        .tin()
                        .lot());
        assertEquals(
                "S1",
                shelf.choose(seal(Polymer.FKM), "Synthetic").orElseThrow().tin().lot(),
                "both suit: the one the sheet names");
        GreaseShelf suite = new GreaseShelf(MATRIX, shelf.tins(), Set.of("silicone-free"), 350);
        assertEquals(
                Optional.empty(), suite.choose(seal(Polymer.EPDM), "Silicone"), "nothing suits: nothing is chosen");
    }

    @Test
    void aFilmIsLittleAndAHotSealNeedsItsRoom() {
        assertEquals(2714e-6, Film.areaM2(0.05, 0.005), 1e-6);
        assertEquals("a rice grain", Film.byEye(Film.volumeM3(2714e-6, Film.THIN_M)));
        Groove groove = new Groove(5.3e-3, 4.2e-3, 6.6e-3);
        assertEquals(0.7959, groove.fill(), 1e-4);
        assertEquals(0.8304, groove.fillAt(Polymer.EPDM, 101, 0), 2e-4);
        assertEquals(0.8719, groove.fillAt(Polymer.EPDM, 101, 0.05), 2e-4);
        assertEquals(0.9166, groove.packedAt(Polymer.EPDM, 101, 0.05, 0.2), 2e-4);
        assertEquals(0.8719, groove.packedAt(Polymer.EPDM, 101, 0.05, 0), 2e-4);
        assertEquals(0.7959 + 0.5 * 0.2041, groove.packedAt(Polymer.EPDM, 0, 0, 0.5), 1e-4);
        assertEquals(0.349, groove.roomForGrease(Polymer.EPDM, 101, 0.05), 2e-3);
        assertEquals((0.95 - 0.7959) / 0.2041, groove.roomForGrease(Polymer.EPDM, 0, 0), 1e-3);
        assertEquals(0, groove.roomForGrease(Polymer.EPDM, 101, 0.2), "full without any");
        for (Polymer polymer : Polymer.values()) {
            assertTrue(groove.fillAt(polymer, 100, 0) > groove.fill());
            for (double swelling = 0; swelling < 0.3; swelling += 0.05) {
                double room = groove.roomForGrease(polymer, 120, swelling);
                assertTrue(room <= groove.roomForGrease(polymer, 60, swelling) + 1e-12);
                // one rule: what there is room for just fills it, a little more is too much
                if (room > 0 && room < 1) {
                    assertEquals(Groove.MOST_FILL, groove.packedAt(polymer, 120, swelling, room), 1e-12);
                }
            }
        }
        assertThrows(IllegalArgumentException.class, () -> new Groove(4e-3, 4.2e-3, 6.6e-3));
    }
}
