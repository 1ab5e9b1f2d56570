package dev.wartung.core.simulation;

import static dev.wartung.core.simulation.ByHand.bench;
import static dev.wartung.core.simulation.ByHand.does;
import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.simulation.Incident.Kind;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** The accidents of valves that turn and of their actuators, one by one, on hand-made acts. */
class TurningAccidentsTest {

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
                .extracting(incident -> incident.text().toString())
                .anyMatch(t -> t.contains("without having been tried on the bench"));
        does(bench, "aid-on support");
        assertThat(does(bench, "aid-on support")).containsExactly(Kind.AID_LEFT_ON);
    }
}
