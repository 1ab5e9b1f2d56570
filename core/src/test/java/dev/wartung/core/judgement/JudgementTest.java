package dev.wartung.core.judgement;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.drawing.OldSealDrawing;
import dev.wartung.core.fault.FaultFinder;
import dev.wartung.core.fault.FaultFinder.Suspect;
import dev.wartung.core.fault.FaultFinder.Symptom;
import dev.wartung.core.inspection.Inspection;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.inspection.Inspection.Direction;
import dev.wartung.core.inspection.Inspection.Kind;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.sealing.Autopsy;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What the shipped knowledge of findings, old seals and faults says, and that it fits the shipped families. */
class JudgementTest {

    private static final Inspection INSPECTION = Knowledge.inspection();
    private static final FaultFinder FAULTS = Knowledge.faults();
    private static final Set<String> PARTS = SheetLibrary.shipped().types().stream()
            .map(t -> SheetLibrary.shipped().anatomy(t.anatomy()).orElseThrow())
            .distinct()
            .flatMap(a -> a.build().parts().stream())
            .map(Part::id)
            .collect(Collectors.toSet());

    @Test
    void aScratchAcrossTheSealingPathIsReplacedAndALightOneAlongItReworked() {
        Kind scratch = INSPECTION.kind("sealing-path", "scratch").orElseThrow();
        assertEquals(
                Decision.REWORK,
                Inspection.decide(scratch, Optional.of(0.03), Optional.of(Direction.ALONG))
                        .decision());
        assertEquals(
                Decision.REPLACE,
                Inspection.decide(scratch, Optional.of(0.3), Optional.of(Direction.ALONG))
                        .decision());
        assertEquals(
                Decision.REPLACE,
                Inspection.decide(scratch, Optional.of(0.001), Optional.of(Direction.ACROSS))
                        .decision());
        assertEquals(
                Decision.REPLACE,
                Inspection.decide(scratch, Optional.empty(), Optional.empty()).decision(),
                "not known counts as large and across");
        assertEquals(
                Decision.STOP,
                Inspection.decide(INSPECTION.kind("seat", "crack").orElseThrow(), Optional.empty(), Optional.empty())
                        .decision());
    }

    /** Small hardware and what is set or plugged, not inspected for wear: judged by the general point. */
    private static final Set<String> HARDWARE = Set.of(
            "adapter",
            "air-fitting",
            "air-inlet",
            "blind-plug",
            "centring-ring",
            "coupling",
            "cylinder",
            "feedback-bracket",
            "head",
            "head-cover",
            "head-hose",
            "indicator",
            "limiter",
            "magnet",
            "plate",
            "stop-cap",
            "target-coupling",
            "vent-plug",
            "upper-spring-guide",
            "lower-spring-guide",
            "actuator");

    @Test
    void everyMetalPartOfEveryFamilyHasAPlaceToLookAt() {
        SheetLibrary.shipped().types().stream()
                .map(t -> SheetLibrary.shipped().anatomy(t.anatomy()).orElseThrow())
                .distinct()
                .forEach(family -> family.build().parts().stream()
                        .filter(p -> p.kind().equals("metal") && !HARDWARE.contains(p.id()))
                        .forEach(p -> assertTrue(
                                INSPECTION.pointsOf(p.id(), family.id()).size() > 1,
                                p.id() + " of " + family.id() + " is only judged as anything else")));
    }

    @Test
    void everyFindingIsDecidedAndALargerOneIsNeverJudgedMilder() {
        for (Inspection.Point point : INSPECTION.points()) {
            assertTrue(
                    PARTS.containsAll(point.on()),
                    () -> point.id() + " names parts no family has: "
                            + point.on().stream()
                                    .filter(p -> !PARTS.contains(p))
                                    .toList());
            for (Kind kind : point.findings()) {
                for (Direction direction : Direction.values()) {
                    Decision before = Decision.FIT;
                    for (double size = 0; size < 3; size += 0.01) {
                        Decision now = Inspection.decide(kind, Optional.of(size), Optional.of(direction))
                                .decision();
                        assertFalse(now.compareTo(before) < 0, point.id() + "/" + kind.id() + " at " + size);
                        before = now;
                    }
                    assertFalse(Inspection.decide(kind, Optional.of(0.01), Optional.of(Direction.ACROSS))
                                    .decision()
                                    .compareTo(Inspection.decide(kind, Optional.of(0.01), Optional.of(Direction.ALONG))
                                            .decision())
                            < 0);
                }
            }
        }
    }

    @Test
    void everyPartThatComesOffHasSomethingToLookAt() {
        assertTrue(INSPECTION.pointsOf("stem", "single-seat").stream().anyMatch(p -> p.id().equals("sealing-path")));
        assertTrue(INSPECTION.pointsOf("body", "diaphragm").stream().anyMatch(p -> p.id().equals("weir")));
        assertFalse(INSPECTION.pointsOf("body", "single-seat").stream().anyMatch(p -> p.id().equals("weir")));
        PARTS.forEach(
                part -> assertFalse(INSPECTION.pointsOf(part, "single-seat").isEmpty()));
    }

    @Test
    void everyAppearanceHasACauseABasisAndAPictureOfItsOwn() {
        Autopsy autopsy = Knowledge.oldSeals();
        Set<String> pictures = new HashSet<>();
        autopsy.appearances().forEach(a -> {
            assertFalse(a.causes().isEmpty());
            assertFalse(a.basis().isBlank());
            // kept with a job as words, read by everybody alike
            Stream.of(
                            Stream.of(a.name(), a.look(), a.hint(), a.basis()),
                            a.causes().stream().flatMap(c -> Stream.of(c.name(), c.because())),
                            a.checks().stream().map(Autopsy.Check::say))
                    .flatMap(texts -> texts)
                    .forEach(text ->
                            assertTrue(EarlierText.read(text).arguments().isEmpty(), text));
            assertTrue(pictures.add(OldSealDrawing.svg(a.id(), "")), a.id() + " looks like another one");
        });
        assertEquals("", Autopsy.pattern(autopsy.appearances().get(0), 1));
        assertTrue(
                Autopsy.pattern(autopsy.appearance("swollen").orElseThrow(), 3).startsWith("Swollen or soft 3 times"));
    }

    @Test
    void everyCauseIsReachedAndEveryAnswerNamesKnownOnes() {
        Set<String> named = new HashSet<>();
        for (Symptom symptom : FAULTS.symptoms()) {
            symptom.questions().forEach(q -> q.answers().forEach((answer, causes) -> {
                causes.forEach(c -> assertFalse(FAULTS.cause(c).confirm().isBlank()));
                named.addAll(causes);
                List<Suspect> suspects = FAULTS.suspects(symptom, Map.of(q.id(), answer));
                assertEquals(causes.size(), suspects.size(), "one answer leaves the causes it names");
            }));
        }
        FAULTS.causes().forEach(c -> {
            assertTrue(named.contains(c.id()), c.id() + " is never reached");
            assertTrue(PARTS.containsAll(c.parts()), c.id() + " renews parts no family has");
            assertTrue(!c.parts().isEmpty() || !c.todo().isEmpty(), c.id() + " leads nowhere");
            assertTrue(
                    PARTS.containsAll(c.on()) && PARTS.containsAll(c.notOn()),
                    c.id() + " is kept to parts no family has");
        });
    }

    @Test
    void answersNarrowDown() {
        Symptom stem = FAULTS.symptom("leak-stem").orElseThrow();
        assertEquals(
                "bush",
                FAULTS.suspects(stem, Map.of("what", "nothing at rest, only moving", "bush", "yes"))
                        .get(0)
                        .cause()
                        .id()
                        .replace("stem-seal", "bush"));
        List<Suspect> air = FAULTS.suspects(stem, Map.of("what", "air", "bush", "no"));
        assertEquals("rod-seal", air.get(0).cause().id());
        assertTrue(air.get(0).open());
        assertTrue(FAULTS.open(stem, Map.of("what", "air")).isEmpty(), "one cause is left: nothing more to ask");
    }
}
