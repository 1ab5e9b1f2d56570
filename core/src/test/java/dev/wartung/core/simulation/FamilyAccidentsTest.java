package dev.wartung.core.simulation;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** The accidents of the other families, one by one, on hand-made acts. */
class FamilyAccidentsTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private static Bench bench(String typeId, String drive, Map<String, String> options) {
        TypeSheet type = LIBRARY.type(typeId).orElseThrow();
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration configuration = anatomy.configurations().stream()
                .filter(c -> c.drive().code().equals(drive)
                        && type.madeAs(c)
                        && options.entrySet().stream()
                                .allMatch(o -> o.getValue().equals(c.options().get(o.getKey()))))
                .findFirst()
                .orElseThrow();
        Bench bench = new Bench(anatomy.build(), configuration);
        does(bench, "lock", "vent", "cool");
        return bench;
    }

    /** "take bolts" is an act; so is "cycle". */
    private static List<Kind> does(Bench bench, String... acts) {
        return bench
                .carryOut(Arrays.stream(acts)
                        .map(a -> a.split(" ", 2))
                        .map(a -> Act.of(
                                Act.Verb.valueOf(a[0].toUpperCase(Locale.ROOT).replace('-', '_')),
                                a.length > 1 ? a[1] : ""))
                        .toList())
                .stream()
                .map(Incident::kind)
                .toList();
    }

    @Test
    @DisplayName(
            "Butterfly: an actuator set on a disc that stands otherwise turns the wrong way; its loose adapter falls out unseen")
    void discAndActuator() {
        Bench small = bench("fen-25", "NC", Map.of("ends", "clamp", "feedback", "none"));
        does(small, "take air-hose", "aid-on support", "take clamps", "take valve");
        assertThat(does(small, "take actuator-screws", "take actuator")).containsExactly(Kind.LOOSE_PART_LOST);
        Bench underAir = bench("terskel-25", "NO", Map.of("closing", "bolted", "face", "one-piece", "limiter", "none"));
        assertThat(does(
                        underAir,
                        "take air-hose",
                        "take bolts",
                        "take actuator",
                        "air-on",
                        "bin diaphragm",
                        "take actuator-cover"))
                .contains(Kind.EJECTION);
        Bench turned = bench(
                "fen-50",
                "NC",
                Map.of("ends", "clamp", "upper-bolts", "own", "feedback", "none", "seat-kind", "one-piece"));
        does(
                turned,
                "take air-hose",
                "aid-on support",
                "take clamps",
                "take valve",
                "take actuator-screws",
                "take actuator",
                "turn open");
        assertThat(turned.energies().position()).isEqualTo("open");
        assertThat(turned.energies().driverPosition()).isEqualTo("closed");
        assertThat(turned.energies().driverLifted()).isFalse();
        assertThat(does(turned, "put-back actuator")).containsExactly(Kind.WRONG_POSITION);
    }

    @Test
    @DisplayName(
            "Butterfly: tightened closed it pinches the seat, unless it was cycled with slack bolts; the actuator's bolts alone do not move it")
    void housing() {
        Bench bench = bench(
                "fen-50",
                "NC",
                Map.of("ends", "clamp", "upper-bolts", "own", "feedback", "none", "seat-kind", "one-piece"));
        does(
                bench,
                "take air-hose",
                "aid-on support",
                "take clamps",
                "take valve",
                "take actuator-screws",
                "take actuator",
                "take upper-housing-bolts",
                "take lower-housing-bolts");
        does(bench, "bin seat", "put-back lower-housing-bolts", "put-back upper-housing-bolts");
        assertThat(does(bench, "tighten housing-joint")).containsExactly(Kind.OFF_CENTRE);
        does(
                bench,
                "take upper-housing-bolts",
                "take lower-housing-bolts",
                "put-back lower-housing-bolts",
                "put-back upper-housing-bolts");
        assertThat(does(bench, "cycle")).isEmpty();
        assertThat(does(bench, "tighten housing-joint")).isEmpty();
        assertThat(does(
                        bench,
                        "take upper-housing-bolts",
                        "turn open",
                        "put-back upper-housing-bolts",
                        "tighten housing-joint"))
                .isEmpty();
    }

    @Test
    @DisplayName("Lined: closed out of its line, cycled there, or held in a vice, the liner is spoilt")
    void liner() {
        assertThat(does(bench("fen-l-100", "manual", Map.of()), "aid-on vice")).containsExactly(Kind.SPOILT);
        Bench out = bench("fen-l-100", "manual", Map.of());
        assertThat(does(out, "turn ajar", "aid-on support", "take flange-bolts", "take valve"))
                .isEmpty();
        assertThat(does(out, "turn closed")).containsExactly(Kind.SPOILT);
        assertThat(does(out, "turn ajar", "cycle")).containsExactly(Kind.SPOILT);
        assertThat(does(bench("fen-l-100", "manual", Map.of()), "aid-on support", "take flange-bolts"))
                .containsExactly(Kind.SPOILT);
    }

    @Test
    @DisplayName(
            "Diaphragm: opened closed it throws its bonnet; its compressor falls out unseen; tightened open it is off centre; a limiter not noted is lost")
    void diaphragm() {
        Map<String, String> plain = Map.of("limiter", "none", "face", "one-piece");
        assertThat(does(bench("terskel-25", "NC", plain), "take air-hose", "take bolts"))
                .containsExactly(Kind.EJECTION);
        Bench open = bench("terskel-25", "NC", plain);
        does(open, "take air-hose", "air-on", "take bolts", "take actuator", "air-off");
        assertThat(does(open, "bin diaphragm")).hasSize(3).containsOnly(Kind.LOOSE_PART_LOST);
        Bench whole = bench("terskel-25", "NC", plain);
        does(whole, "take air-hose", "air-on", "take bolts", "take actuator", "air-off");
        assertThat(does(whole, "bin diaphragm", "take compressor", "take load-disc", "take twist-pin"))
                .isEmpty();
        assertThat(does(whole, "put-back twist-pin", "put-back load-disc", "put-back compressor", "fit-new diaphragm"))
                .isEmpty();
        does(whole, "air-on", "put-back actuator", "put-back bolts");
        assertThat(does(whole, "tighten flange-joint")).containsExactly(Kind.OFF_CENTRE);
        assertThat(does(bench("terskel-25", "NC", Map.of("limiter", "fitted")), "take limiter"))
                .containsExactly(Kind.SETTING_LOST);
    }

    @Test
    @DisplayName("A diaphragm that was clamped, opened again and closed over leaks: it is never used twice")
    void clampedTwice() {
        Bench bench = bench("terskel-25", "NC", Map.of("limiter", "none", "face", "one-piece"));
        does(bench, "take air-hose", "air-on", "take bolts");
        assertThat(does(bench, "put-back bolts")).containsExactly(Kind.OLD_SEAL_REFITTED);
    }

    @Test
    @DisplayName("Double seat: both seats lifted, or one with product in the line, mixes two products")
    void seats() {
        Bench bench = bench("tvinn-50", "NC", Map.of());
        assertThat(does(bench, "seat-lift stem", "seat-drop stem", "seat-lift lower-plug"))
                .isEmpty();
        assertThat(does(bench, "seat-lift stem")).containsExactly(Kind.MIXED);
        does(bench, "seat-drop stem", "seat-drop lower-plug", "unlock");
        assertThat(does(bench, "seat-lift stem")).containsExactly(Kind.MIXED);
    }

    @Test
    @DisplayName(
            "Ball: seals come out half open only and go in open, against a ball that its bearings hold; the actuator goes on as it stands, held by the spare flanges")
    void ball() {
        Bench bench = bench("kule-50", "NC", Map.of("feedback", "none"));
        does(
                bench,
                "take air-hose",
                "take flush-line",
                "aid-on support",
                "take flange-bolts",
                "take valve",
                "take yoke-bolts",
                "take actuator",
                "take upper-bearing",
                "take lower-bearing");
        assertThat(does(bench, "bin seal-set-left")).containsExactly(Kind.WRONG_POSITION);
        assertThat(does(bench, "turn half", "bin seal-set-right")).isEmpty();
        // against a ball that nothing holds yet, and half open
        assertThat(does(bench, "grease seal-set-right", "fit-new seal-set-right"))
                .containsExactly(Kind.WRONG_POSITION, Kind.SPOILT);
        does(bench, "put-back lower-bearing", "put-back upper-bearing", "turn open");
        assertThat(does(bench, "grease seal-set-left", "fit-new seal-set-left")).isEmpty();
        // the actuator rests closed; brought open by air, which goes on holding it, it fits the open ball
        Bench resting = bench("kule-50", "NC", Map.of("feedback", "none"));
        does(
                resting,
                "take air-hose",
                "take flush-line",
                "aid-on support",
                "take flange-bolts",
                "take valve",
                "take yoke-bolts",
                "take actuator",
                "turn open");
        assertThat(does(resting, "aid-on spare-flanges", "put-back actuator")).containsExactly(Kind.WRONG_POSITION);
        does(resting, "take actuator");
        assertThat(does(resting, "air-on open", "aid-off spare-flanges", "put-back actuator"))
                .containsExactly(Kind.DISPLACED);
        assertThat(resting.energies().heldByAir()).isTrue();
    }

    @Test
    @DisplayName(
            "Change-over: with the stem up the plug jumps when it is unscrewed; a ring left behind cannot go on any more")
    void changeOver() {
        Map<String, String> options = Map.of("head", "none", "coupling", "threaded");
        Bench bench = bench("kolm-t-50", "NO", options);
        does(bench, "take air-hose", "take lower-clamp", "take upper-body");
        assertThat(does(bench, "open plug-joint")).containsExactly(Kind.EJECTION);
        Bench down = bench("kolm-t-50", "NO", options);
        does(down, "take air-hose", "take lower-clamp", "take upper-body", "air-on");
        assertThat(does(down, "open plug-joint", "take plug")).containsExactly(Kind.LOOSE_PART_LOST);
        Bench late = bench("kolm-t-50", "NC", options);
        does(
                late,
                "take air-hose",
                "air-on",
                "take lower-clamp",
                "take upper-body",
                "air-off",
                "open plug-joint",
                "take plug",
                "take seat-ring");
        assertThat(does(late, "put-back plug", "put-back seat-ring")).containsExactly(Kind.IN_THE_WAY);
    }

    @Test
    @DisplayName("Converted with a part of the old build still on, it is neither one nor the other")
    void conversion() {
        Bench bench = bench(
                "kolm-50",
                "NO",
                Map.of(
                        "sealing",
                        "lip",
                        "head",
                        "none",
                        "coupling",
                        "threaded",
                        "plug",
                        "profiled",
                        "lock-pin",
                        "none"));
        assertThat(does(bench, "convert sealing=diaphragm")).containsOnly(Kind.HALF_CONVERTED);
        assertThat(bench.configuration().options()).containsEntry("sealing", "diaphragm");
        assertThat(bench.place("stem-diaphragm")).isEqualTo(Place.BAG);
    }

    @Test
    @DisplayName("With everybody clear the air may be taken from an unclamped insert; with somebody near it throws")
    void standingClear() {
        Map<String, String> options =
                Map.of("sealing", "lip", "head", "none", "coupling", "threaded", "weight", "hand");
        Bench clear = bench("kolm-50", "NC", options);
        does(clear, "take air-hose", "air-on", "take body-clamp");
        assertThat(does(clear, "stand-clear", "air-off")).isEmpty();
        Bench near = bench("kolm-50", "NC", options);
        does(near, "take air-hose", "air-on", "take body-clamp");
        assertThat(does(near, "air-off")).containsExactly(Kind.EJECTION);
    }

    @Test
    @DisplayName(
            "Reversed on paper with the spring where it was, the valve rests where it always has; an actuator without its cover moves nothing")
    void reversal() {
        Bench bench = bench(
                "kolm-50",
                "NC",
                Map.of(
                        "sealing",
                        "lip",
                        "head",
                        "none",
                        "coupling",
                        "threaded",
                        "plug",
                        "profiled",
                        "lock-pin",
                        "none",
                        "actuator-build",
                        "wire"));
        assertThat(does(
                        bench,
                        "take air-hose",
                        "air-on",
                        "take body-clamp",
                        "take insert",
                        "air-off",
                        "open coupling-joint",
                        "take centring-ring",
                        "bin lock-wire",
                        "take actuator-cover",
                        "convert drive=NO"))
                .containsOnly(Kind.HALF_CONVERTED)
                .hasSize(3);
        assertThat(does(bench, "air-on")).contains(Kind.NO_AIR);
        Bench turned = bench(
                "fen-50",
                "NC",
                Map.of("ends", "clamp", "upper-bolts", "own", "feedback", "none", "seat-kind", "one-piece"));
        assertThat(does(turned, "convert drive=NO")).containsExactly(Kind.HALF_CONVERTED);
    }

    @Test
    @DisplayName(
            "What was wiped and slides does not go back dry: piston, sleeve and bolt are filmed again, after the wiping")
    void slidesOnAFilm() {
        Bench bench = bench(
                "kolm-50",
                "NC",
                Map.of(
                        "sealing",
                        "lip",
                        "head",
                        "none",
                        "coupling",
                        "threaded",
                        "plug",
                        "profiled",
                        "lock-pin",
                        "none",
                        "actuator-build",
                        "wire"));
        does(
                bench,
                "take air-hose",
                "air-on",
                "take body-clamp",
                "take insert",
                "air-off",
                "open coupling-joint",
                "take centring-ring",
                "bin lock-wire",
                "take actuator-cover",
                "take spring",
                "take piston");
        assertThat(does(bench, "wipe piston", "put-back piston")).containsExactly(Kind.MISSING_GREASE);
        assertThat(does(bench, "take piston", "wipe piston", "grease piston", "put-back piston"))
                .isEmpty();
        assertThat(does(bench, "take piston", "grease piston", "wipe piston", "put-back piston"))
                .containsExactly(Kind.MISSING_GREASE);
        assertThat(does(bench, "take piston", "put-back piston"))
                .as("never wiped, it kept its film")
                .isEmpty();
    }

    @Test
    @DisplayName(
            "Rotary actuator: its ring comes out and goes in only in the press; slide bearings that nobody takes off the bolt are lost")
    void press() {
        Bench bench = bench("fen-80", "NC", Map.of("ends", "clamp", "feedback", "none", "seat-kind", "one-piece"));
        does(
                bench,
                "take air-hose",
                "aid-on support",
                "take clamps",
                "take valve",
                "take actuator-screws",
                "take actuator",
                "take air-fitting",
                "bin coupling-pin",
                "take target-coupling");
        assertThat(does(bench, "take end-plate")).containsExactly(Kind.IN_THE_WAY);
        assertThat(does(
                        bench,
                        "aid-on press",
                        "bin snap-ring",
                        "aid-off press",
                        "take rotary-piston",
                        "take actuator-spring",
                        "take upper-spring-guide",
                        "take end-plate",
                        "take lower-spring-guide",
                        "take sleeve-ring",
                        "take slotted-sleeve"))
                .isEmpty();
        assertThat(does(bench, "take cross-bolt")).containsExactly(Kind.LOOSE_PART_LOST);
        assertThat(does(
                        bench,
                        "put-back cross-bolt",
                        "put-back slotted-sleeve",
                        "put-back sleeve-ring",
                        "put-back lower-spring-guide",
                        "put-back end-plate",
                        "put-back upper-spring-guide",
                        "put-back actuator-spring",
                        "put-back rotary-piston"))
                .isEmpty();
        assertThat(does(bench, "fit-new snap-ring")).containsExactly(Kind.CLOSED_UNDER_LOAD);
        assertThat(does(bench, "bin snap-ring")).containsExactly(Kind.EJECTION);
        // nothing pushes in one without a spring
        Bench bothWays = bench("fen-80", "DA", Map.of("ends", "clamp", "feedback", "none", "seat-kind", "one-piece"));
        does(
                bothWays,
                "air-off",
                "take air-hose",
                "aid-on support",
                "take clamps",
                "take valve",
                "take actuator-screws",
                "take actuator",
                "take air-fitting",
                "bin coupling-pin",
                "take target-coupling");
        assertThat(does(bothWays, "bin snap-ring")).isEmpty();
    }

    @Test
    @DisplayName(
            "Quick cover: the bonnet is levered off unless it was moved once, and goes on at neutral; regulated air stops there, full air at its end")
    void quickCover() {
        Map<String, String> plain = Map.of("face", "one-piece", "limiter", "none");
        Bench stuck = bench("terskel-32", "NC", plain);
        does(stuck, "take air-hose", "air-on open", "take lock-pin", "take cover-ring");
        assertThat(does(stuck, "take actuator")).containsExactly(Kind.SPOILT);
        Bench moved = bench("terskel-32", "NC", plain);
        does(moved, "take air-hose", "air-on open", "take lock-pin", "take cover-ring");
        assertThat(does(moved, "stand-clear", "air-off", "air-on open")).isEmpty();
        assertThat(does(moved, "take actuator")).isEmpty();
        assertThat(does(moved, "put-back actuator"))
                .as("open: the bead is not clamped")
                .containsExactly(Kind.WRONG_POSITION);
        Bench neutral = bench("terskel-32", "NC", plain);
        does(
                neutral,
                "take air-hose",
                "air-on open",
                "take lock-pin",
                "take cover-ring",
                "stand-clear",
                "air-off",
                "air-on open");
        does(neutral, "take actuator");
        does(neutral, "air-on neutral");
        assertThat(neutral.energies().position()).isEqualTo("neutral");
        assertThat(does(neutral, "put-back actuator")).isEmpty();
    }

    @Test
    @DisplayName(
            "A guide bush lives in one bonnet: exchanged whole the old one goes with its seals in it, and the new one has no bush until one is fitted")
    void bushInItsBonnet() {
        Bench bench = bench(
                "kolm-50", "NC", Map.of("sealing", "lip", "head", "none", "coupling", "threaded", "plug", "profiled"));
        does(bench, "take air-hose", "air-on", "take body-clamp", "take insert", "air-off");
        does(bench, "open coupling-joint", "take centring-ring");
        does(bench, "take stem");
        does(bench, "take bonnet");
        assertThat(does(bench, "convert sealing=diaphragm")).isEmpty();
        assertThat(bench.place("bush")).isEqualTo(Place.BAG);
        assertThat(bench.place("plug-seal"))
                .as("the old one went with its stem")
                .isEqualTo(Place.BAG);
        assertThat(bench.finish(Set.of())).extracting(Incident::what).contains("bush", "plug-seal");
        Bench half = bench(
                "kolm-50", "NC", Map.of("sealing", "lip", "head", "none", "coupling", "threaded", "plug", "profiled"));
        assertThat(does(half, "convert sealing=diaphragm")).contains(Kind.HALF_CONVERTED);
    }

    @Test
    @DisplayName(
            "A proof follows what it proves: not before the limiter is set again, not with the seat open, and on a change-over valve where each of its seats shuts")
    void proofs() {
        Bench limited = bench("terskel-25", "NC", Map.of("face", "one-piece", "limiter", "fitted"));
        does(limited, "note limiter", "take air-hose");
        does(limited, "take limiter");
        does(limited, "put-back limiter");
        assertThat(does(limited, "air-on open", "air-off", "prove")).containsExactly(Kind.PROOF_TOO_EARLY);
        assertThat(does(limited, "see-tight closed")).containsExactly(Kind.PROOF_TOO_EARLY);
        does(limited, "set limiter");
        assertThat(does(limited, "air-on open", "air-off", "prove")).isEmpty();
        does(limited, "air-on open");
        assertThat(does(limited, "see-tight closed")).as("its seat stood open").containsExactly(Kind.PROOF_TOO_EARLY);
        assertThat(does(limited, "cycle")).as("held by air").containsExactly(Kind.AIR_LEFT_ON);
        does(limited, "air-off");
        assertThat(does(limited, "see-tight closed")).isEmpty();

        Bench divert = bench("kolm-t-50", "NC", Map.of("head", "none", "coupling", "threaded"));
        does(divert, "take air-hose", "air-on", "take lower-clamp");
        does(divert, "put-back lower-clamp", "tighten lower-joint");
        does(divert, "air-off");
        assertThat(does(divert, "see-tight closed")).isEmpty();
        assertThat(divert.finish(Set.of()))
                .extracting(Incident::text)
                .anyMatch(t -> t.endsWith("tight, the valve open."))
                .noneMatch(t -> t.endsWith("tight, the valve closed."));
        does(divert, "air-on");
        assertThat(does(divert, "see-tight open")).isEmpty();
        assertThat(divert.finish(Set.of())).extracting(Incident::what).doesNotContain("tightness");
    }

    @Test
    @DisplayName(
            "On the bench a tightness test tells of the seat, not of the joints of the line; a housing that was never tried there is told; an aid is lent once")
    void onTheBench() {
        Bench bench = bench(
                "fen-50",
                "NC",
                Map.of("ends", "clamp", "upper-bolts", "own", "feedback", "none", "seat-kind", "one-piece"));
        does(bench, "take air-hose", "take clamps", "take valve");
        assertThat(does(bench, "see-tight closed")).isEmpty();
        assertThat(bench.finish(Set.of())).extracting(Incident::what).contains("tightness");
        does(bench, "take actuator-screws", "take actuator", "take upper-housing-bolts", "take lower-housing-bolts");
        assertThat(bench.finish(Set.of()))
                .extracting(Incident::text)
                .anyMatch(t -> t.contains("without having been tried on the bench"));
        does(bench, "aid-on support");
        assertThat(does(bench, "aid-on support")).containsExactly(Kind.AID_LEFT_ON);
    }

    @Test
    @DisplayName("A control head is dead before it comes off, whether its cable stays on it or not")
    void liveHead() {
        Map<String, String> options =
                Map.of("sealing", "lip", "head", "fitted", "coupling", "threaded", "plug", "profiled");
        Bench live = bench("kolm-50", "NC", options);
        assertThat(does(live, "take head-clamp", "take head-hose", "take head")).containsExactly(Kind.LIVE_CONTACT);
        Bench dead = bench("kolm-50", "NC", options);
        assertThat(does(dead, "switch-off", "take head-clamp", "take head-hose", "take head"))
                .isEmpty();
    }
}
