package dev.wartung.core.simulation;

import static dev.wartung.core.anatomy.Act.Verb.AID_OFF;
import static dev.wartung.core.anatomy.Act.Verb.AID_ON;
import static dev.wartung.core.anatomy.Act.Verb.AIR_OFF;
import static dev.wartung.core.anatomy.Act.Verb.AIR_ON;
import static dev.wartung.core.anatomy.Act.Verb.BIN;
import static dev.wartung.core.anatomy.Act.Verb.CLOSE;
import static dev.wartung.core.anatomy.Act.Verb.COOL;
import static dev.wartung.core.anatomy.Act.Verb.CYCLE;
import static dev.wartung.core.anatomy.Act.Verb.FIT_NEW;
import static dev.wartung.core.anatomy.Act.Verb.GREASE;
import static dev.wartung.core.anatomy.Act.Verb.LOCK;
import static dev.wartung.core.anatomy.Act.Verb.OPEN;
import static dev.wartung.core.anatomy.Act.Verb.PROVE;
import static dev.wartung.core.anatomy.Act.Verb.PUT_BACK;
import static dev.wartung.core.anatomy.Act.Verb.REACH;
import static dev.wartung.core.anatomy.Act.Verb.RELEASE_AIR;
import static dev.wartung.core.anatomy.Act.Verb.SEE_REST;
import static dev.wartung.core.anatomy.Act.Verb.SEE_TIGHT;
import static dev.wartung.core.anatomy.Act.Verb.SWITCH_OFF;
import static dev.wartung.core.anatomy.Act.Verb.TAKE;
import static dev.wartung.core.anatomy.Act.Verb.TIGHTEN;
import static dev.wartung.core.anatomy.Act.Verb.TURN;
import static dev.wartung.core.anatomy.Act.Verb.UNLOCK;
import static dev.wartung.core.anatomy.Act.Verb.VENT;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.PlainKolm50;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** The accidents of the trade, one by one, on a hand-made order of acts: no derivation is involved here. */
class BenchTest {

    private static Bench bench(Drive drive, String... options) {
        return new Bench(
                SheetLibrary.shipped().anatomy("single-seat").orElseThrow().build(),
                PlainKolm50.driven(drive, options));
    }

    private static Act act(Verb verb, String... object) {
        return Act.of(verb, object.length == 0 ? "" : object[0]);
    }

    private static List<Kind> kinds(List<Incident> incidents) {
        return incidents.stream().map(Incident::kind).toList();
    }

    private static List<Kind> does(Bench bench, Act... acts) {
        return kinds(bench.carryOut(List.of(acts)));
    }

    /** A safe line, and for a spring-closing valve air on. */
    private static Bench ready(Bench bench) {
        assertThat(does(bench, act(LOCK), act(VENT), act(COOL), act(TAKE, "air-hose"), act(AIR_ON)))
                .isEmpty();
        return bench;
    }

    /** The insert of a spring-closing valve out on the bench, air off. */
    private static Bench stripped() {
        Bench bench = ready(bench(Drive.NC));
        assertThat(does(bench, act(TAKE, "body-clamp"), act(TAKE, "insert"), act(AIR_OFF)))
                .isEmpty();
        return bench;
    }

    @Test
    @DisplayName(
            "Asking what is wrong with leaving it changes nothing: asked again it is the same, and the work goes on")
    void finishOnlyAsks() {
        Bench asked = stripped();
        Bench notAsked = stripped();
        List<Incident> first = asked.finish(Set.of("plug-seal"));
        assertThat(first).isNotEmpty();
        assertThat(asked.finish(Set.of("plug-seal"))).isEqualTo(first);
        assertThat(asked.carryOut(List.of(act(PUT_BACK, "insert"), act(PUT_BACK, "body-clamp"))))
                .isEqualTo(notAsked.carryOut(List.of(act(PUT_BACK, "insert"), act(PUT_BACK, "body-clamp"))));
    }

    @Test
    @DisplayName(
            "The spring throws the insert when the clamp comes off a closed valve, and also when the air is taken away too early")
    void ejection() {
        Bench closed = bench(Drive.NC);
        assertThat(does(closed, act(LOCK), act(VENT), act(COOL), act(TAKE, "body-clamp")))
                .containsExactly(Kind.EJECTION);
        Bench early = ready(bench(Drive.NC));
        assertThat(does(early, act(TAKE, "body-clamp"))).isEmpty();
        assertThat(does(early, act(AIR_OFF))).containsExactly(Kind.EJECTION);
    }

    @Test
    @DisplayName("A spring-opening valve needs no air for its clamp; with air on it throws its insert")
    void springOpening() {
        Bench rest = bench(Drive.NO);
        assertThat(does(rest, act(LOCK), act(VENT), act(COOL), act(TAKE, "body-clamp")))
                .isEmpty();
        Bench closedByAir = ready(bench(Drive.NO));
        assertThat(does(closedByAir, act(TAKE, "body-clamp"))).containsExactly(Kind.EJECTION);
    }

    @Test
    @DisplayName(
            "A double-acting valve is pressed shut by the plant's air until it is vented; a hand-driven one by its thread")
    void otherDrives() {
        Bench doubleActing = bench(Drive.DA);
        assertThat(does(doubleActing, act(LOCK), act(VENT), act(COOL), act(TAKE, "body-clamp")))
                .containsExactly(Kind.EJECTION);
        Bench vented = bench(Drive.DA);
        assertThat(does(
                        vented,
                        act(LOCK),
                        act(VENT),
                        act(COOL),
                        act(AIR_OFF),
                        act(TAKE, "air-hose"),
                        act(TAKE, "body-clamp")))
                .isEmpty();
        assertThat(does(bench(Drive.DA), act(TAKE, "air-hose"))).containsExactly(Kind.LIVE_CONTACT);
        Bench byHand = bench(Drive.MANUAL);
        assertThat(does(byHand, act(LOCK), act(VENT), act(COOL), act(TAKE, "body-clamp")))
                .containsExactly(Kind.EJECTION);
        assertThat(does(
                        bench(Drive.MANUAL),
                        act(LOCK),
                        act(VENT),
                        act(COOL),
                        act(TURN, "open"),
                        act(TAKE, "body-clamp")))
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Opened under pressure, opened hot; vented before it is locked it fills again; product let in with the joint open")
    void line() {
        assertThat(does(bench(Drive.NO), act(TAKE, "body-clamp")))
                .containsExactly(Kind.LINE_UNDER_PRESSURE, Kind.SCALD);
        assertThat(does(bench(Drive.NO), act(VENT), act(LOCK), act(COOL), act(TAKE, "body-clamp")))
                .containsExactly(Kind.LINE_UNDER_PRESSURE);
        Bench open = bench(Drive.NO);
        assertThat(does(open, act(LOCK), act(VENT), act(COOL), act(TAKE, "body-clamp"), act(UNLOCK)))
                .containsExactly(Kind.PRODUCT_SPILLED);
    }

    @Test
    @DisplayName(
            "Fingers in the lantern: pinched when the air comes, when it goes, and in danger while only air holds the stem")
    void pinch() {
        assertThat(does(bench(Drive.NC), act(REACH, "lantern"), act(AIR_ON))).containsExactly(Kind.PINCH);
        Bench held = bench(Drive.NC);
        does(held, act(AIR_ON));
        assertThat(does(held, act(REACH, "lantern"))).containsExactly(Kind.PINCH);
        assertThat(does(bench(Drive.NC), act(REACH, "lantern"))).isEmpty();
    }

    @Test
    @DisplayName("A live cable, a heavy insert without its sling, air that has no way in")
    void otherEnergies() {
        assertThat(does(bench(Drive.NC, "head", "fitted"), act(TAKE, "cable"))).containsExactly(Kind.LIVE_CONTACT);
        assertThat(does(bench(Drive.NC, "head", "fitted"), act(SWITCH_OFF), act(TAKE, "cable")))
                .isEmpty();
        Bench heavy = ready(bench(Drive.NC, "weight", "sling"));
        assertThat(does(heavy, act(TAKE, "body-clamp"), act(AID_ON, "thread-sleeve"), act(TAKE, "insert")))
                .containsExactly(Kind.UNSUPPORTED_WEIGHT);
        assertThat(does(bench(Drive.NC, "head", "fitted"), act(TAKE, "head-air"), act(AIR_ON)))
                .containsExactly(Kind.NO_AIR);
    }

    @Test
    @DisplayName(
            "A part behind others cannot be taken, one that is off cannot be taken twice, one never taken cannot be put back")
    void reach() {
        assertThat(does(bench(Drive.NC), act(BIN, "stem-seal"))).containsExactly(Kind.IN_THE_WAY);
        Bench bench = stripped();
        assertThat(does(bench, act(TAKE, "insert"))).containsExactly(Kind.NOT_THERE);
        assertThat(does(bench, act(PUT_BACK, "stem"))).containsExactly(Kind.NOT_THERE);
        assertThat(does(bench, act(TAKE, "flux-capacitor"))).containsExactly(Kind.NOT_THERE);
        assertThat(bench.cloth()).extracting(p -> p.id()).containsExactly("air-hose", "body-clamp", "insert");
    }

    @Test
    @DisplayName("The centring ring falls out when the coupling is parted and nobody takes it")
    void loosePart() {
        assertThat(does(stripped(), act(OPEN, "coupling-joint"))).containsExactly(Kind.LOOSE_PART_LOST);
        assertThat(does(stripped(), act(OPEN, "coupling-joint"), act(TAKE, "centring-ring")))
                .isEmpty();
    }

    @Test
    @DisplayName("Seals: without grease, with trapped air, an old one put back, an old one closed over, one left out")
    void seals() {
        Bench bench = stripped();
        assertThat(does(bench, act(BIN, "plug-seal"))).isEmpty();
        assertThat(does(bench, act(FIT_NEW, "plug-seal")))
                .containsExactlyInAnyOrder(Kind.MISSING_GREASE, Kind.TRAPPED_AIR);
        Bench again = stripped();
        does(again, act(TAKE, "plug-seal"));
        assertThat(does(again, act(GREASE, "plug-seal"), act(PUT_BACK, "plug-seal"), act(RELEASE_AIR, "plug-seal")))
                .containsExactly(Kind.OLD_SEAL_REFITTED);
        Bench closedOver = stripped();
        assertThat(does(closedOver, act(AIR_ON), act(PUT_BACK, "insert"), act(PUT_BACK, "body-clamp")))
                .containsExactly(Kind.OLD_SEAL_REFITTED);
        Bench missing = stripped();
        does(missing, act(BIN, "body-seal"));
        assertThat(does(missing, act(AIR_ON), act(PUT_BACK, "insert"), act(PUT_BACK, "body-clamp")))
                .containsExactly(Kind.SEAL_MISSING);
    }

    @Test
    @DisplayName(
            "Grease on what must stay dry; a bare thread through the lip seal; the clamp closed against the spring")
    void fitting() {
        Bench bench = stripped();
        does(bench, act(OPEN, "coupling-joint"), act(TAKE, "centring-ring"), act(TAKE, "stem"), act(TAKE, "bonnet"));
        assertThat(does(bench, act(BIN, "bush"))).containsExactly(Kind.IN_THE_WAY);
        assertThat(does(bench, act(BIN, "stem-seal"), act(BIN, "stem-o-ring"), act(BIN, "bush")))
                .isEmpty();
        assertThat(does(bench, act(GREASE, "bush"), act(FIT_NEW, "bush"))).containsExactly(Kind.GREASE_ON_DRY);
        does(
                bench,
                act(GREASE, "stem-o-ring"),
                act(FIT_NEW, "stem-o-ring"),
                act(GREASE, "stem-seal"),
                act(FIT_NEW, "stem-seal"),
                act(PUT_BACK, "bonnet"));
        assertThat(does(bench, act(PUT_BACK, "stem"))).containsExactly(Kind.SEAL_CUT);
        Bench closing = stripped();
        does(closing, act(BIN, "body-seal"), act(GREASE, "body-seal"), act(FIT_NEW, "body-seal"));
        assertThat(does(closing, act(PUT_BACK, "insert"), act(PUT_BACK, "body-clamp")))
                .containsExactly(Kind.CLOSED_UNDER_LOAD);
    }

    @Test
    @DisplayName(
            "Where it rests is read once the hose is off; read under air, or not at all before it is opened, is told")
    void restPosition() {
        Bench early = bench(Drive.NC);
        assertThat(does(early, act(SEE_REST))).containsExactly(Kind.READ_UNDER_AIR);
        does(early, act(LOCK), act(VENT), act(COOL), act(TAKE, "air-hose"));
        assertThat(does(early, act(SEE_REST))).isEmpty();
        assertThat(stripped().finish(Set.of()))
                .extracting(incident -> incident.text().toString())
                .contains("It was opened without a look at where it rests without air; the record was believed.");
    }

    @Test
    @DisplayName("Leaving it: everything that is not as it should be is named, and nothing once it is")
    void leaving() {
        Bench bench = stripped();
        assertThat(does(bench, act(SEE_REST))).isEmpty();
        does(bench, act(AID_ON, "sling"), act(OPEN, "coupling-joint"), act(TAKE, "centring-ring"), act(AIR_ON));
        assertThat(kinds(bench.finish(Set.of("plug-seal"))))
                .contains(
                        Kind.FORGOTTEN_PART,
                        Kind.NOT_RENEWED,
                        Kind.AID_LEFT_ON,
                        Kind.JOINT_OPEN,
                        Kind.AIR_LEFT_ON,
                        Kind.NOT_RETURNED,
                        Kind.NOT_PROVEN);
        assertThat(does(
                        bench,
                        act(AIR_OFF),
                        act(AID_OFF, "sling"),
                        act(BIN, "body-seal"),
                        act(GREASE, "body-seal"),
                        act(FIT_NEW, "body-seal"),
                        act(PUT_BACK, "centring-ring")))
                .isEmpty();
        assertThat(does(bench, act(CLOSE, "coupling-joint"))).isEmpty();
        assertThat(does(
                        bench,
                        act(AIR_ON),
                        act(PUT_BACK, "insert"),
                        act(PUT_BACK, "body-clamp"),
                        act(AIR_OFF),
                        act(PUT_BACK, "air-hose"),
                        act(UNLOCK)))
                .isEmpty();
        assertThat(kinds(bench.finish(Set.of("body-seal"))))
                .containsExactlyInAnyOrder(
                        Kind.JOINT_LOOSE, Kind.JOINT_LOOSE, Kind.NOT_PROVEN, Kind.NOT_PROVEN, Kind.NOT_PROVEN);
        assertThat(does(bench, act(AIR_ON), act(AIR_OFF), act(PROVE)))
                .as("a proof follows what it proves")
                .containsExactly(Kind.PROOF_TOO_EARLY);
        does(bench, act(TIGHTEN, "coupling-joint"), act(TIGHTEN, "body-joint"), act(CYCLE));
        assertThat(does(bench, act(PROVE))).containsExactly(Kind.NOT_PROVEN);
        assertThat(does(bench, act(AIR_ON), act(AIR_OFF), act(PROVE))).isEmpty();
        assertThat(kinds(bench.finish(Set.of("body-seal")))).containsExactly(Kind.NOT_PROVEN);
        assertThat(does(bench, act(SEE_TIGHT))).as("with the line given back").containsExactly(Kind.PROOF_TOO_EARLY);
        assertThat(does(bench, act(LOCK), act(VENT), act(SEE_TIGHT), act(UNLOCK)))
                .isEmpty();
        assertThat(bench.finish(Set.of("body-seal"))).isEmpty();
    }
}
