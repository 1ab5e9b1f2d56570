package dev.wartung.core.simulation;

import static dev.wartung.core.simulation.ByHand.bench;
import static dev.wartung.core.simulation.ByHand.does;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.simulation.Incident.Kind;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** The accidents of the families whose stem moves up and down, one by one, on hand-made acts. */
class FamilyAccidentsTest {

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
                .extracting(incident -> incident.text().toString())
                .anyMatch(t -> t.endsWith("tight, the valve open."))
                .noneMatch(t -> t.endsWith("tight, the valve closed."));
        does(divert, "air-on");
        assertThat(does(divert, "see-tight open")).isEmpty();
        assertThat(divert.finish(Set.of())).extracting(Incident::what).doesNotContain("tightness");
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
