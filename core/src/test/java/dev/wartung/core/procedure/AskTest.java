package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Ask.About;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Known;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Ask.Same;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** Each kind of reading, judged by limits that are worked by hand. */
class AskTest {

    private static final Message LOOSE = Message.of("x.low", "Tighten it.");
    private static final Message TIGHT = Message.of("x.high", "Slacken it.");
    private static final Message OTHERWISE = Message.of("x.otherwise", "Stop.");

    private static Quantity nm(double value) {
        return Quantity.of(value, Unit.NEWTON_METRE);
    }

    private static Band band(double min, double target, double max) {
        return new Band(nm(min), nm(max), Optional.of(nm(target)));
    }

    private static About about(Optional<Same> same) {
        return new About("clamp", "Torque of the clamp", true, Message.NONE, Optional.of("bolts"), same);
    }

    private static Measurement once(Optional<Band> limits) {
        return new Measurement(about(Optional.empty()), Dimension.TORQUE, limits, LOOSE, TIGHT, 0.03);
    }

    /** Four bolts on a circle of 80 mm: in stages to 12 N·m, then round. */
    private static AtPlaces bolts(Optional<Same> same) {
        return new AtPlaces(
                about(same),
                Dimension.TORQUE,
                Optional.of(band(11, 12, 13)),
                LOOSE,
                TIGHT,
                0.03,
                new Spread(
                        How.RUN,
                        BoltPattern.circle(4, 0.08),
                        List.of("1", "2", "3", "4"),
                        1e-3,
                        Optional.empty(),
                        Optional.empty(),
                        0));
    }

    private static Observation seen(Optional<Same> same) {
        return new Observation(about(same), List.of("dry", "wet"), Optional.of("dry"), OTHERWISE, Map.of(), Map.of());
    }

    /** A wrench of 4 % for up to 25 N·m, read exactly. */
    private static Optional<ReadWith> wrench(double from, boolean guarded) {
        return Optional.of(new ReadWith("W-7", new Capability(nm(from), nm(25), 0, 0, 0.04), guarded));
    }

    @Test
    @DisplayName("Each kind says what it is, what is measured and in which unit, and is read again as it was written")
    void kinds() {
        Measurement once = once(Optional.of(band(11, 12, 13)));
        AtPlaces places = bolts(Optional.empty());
        Observation seen = seen(Optional.empty());
        assertThat(List.of(once.kind(), places.kind(), seen.kind()))
                .containsExactly("measurement", "at-places", "observation");
        assertThat(once.dimension()).contains(Dimension.TORQUE);
        assertThat(once.unit()).isEqualTo(Unit.NEWTON_METRE);
        assertThat(places.dimension()).contains(Dimension.TORQUE);
        assertThat(seen.dimension()).isEmpty();
        assertThat(once.asked()).isEqualTo(Message.of("reading.clamp.ask", "Torque of the clamp"));
        assertThat(once.ask()).isEqualTo("Torque of the clamp");
        assertThat(once.lab()).contains("bolts");
        assertThat(once.critical()).isTrue();
        JsonMapper json = JsonMapper.builder().build();
        for (Ask ask : List.of(once, once(Optional.empty()), places, seen)) {
            assertThat(json.readValue(json.writeValueAsString(ask), Ask.class)).isEqualTo(ask);
            assertThat(Ask.kept(ask.written())).isEqualTo(ask);
        }
    }

    @Test
    @DisplayName("Below its limits, above and within; without limits it is kept and not judged")
    void measured() {
        Measurement once = once(Optional.of(band(11, 12, 13)));
        assertThat(once.judge(nm(10.9)))
                .isEqualTo(new Verdict(Outcome.LOW, once.judge(nm(10.9)).finding(), LOOSE));
        assertThat(once.judge(nm(13.1)).outcome()).isEqualTo(Outcome.HIGH);
        assertThat(once.judge(nm(13.1)).next()).isEqualTo(TIGHT);
        assertThat(once.judge(nm(12)))
                .isEqualTo(Verdict.within(once.judge(nm(12)).finding()));
        assertThat(once.judge(nm(12)).finding()).hasToString("12 N·m, limits 11 to 13 N·m");
        Verdict unjudged = once(Optional.empty()).judge(nm(99));
        assertThat(unjudged.passed()).isTrue();
        assertThat(unjudged.finding()).hasToString("99 N·m, no limits known here");
    }

    @Test
    @DisplayName(
            "Guarded, with ± 4 %, 11 to 13 N·m is surely met from 11.44 to 12.48; unguarded, out of limits, or without limits nothing changes but that it is said")
    void withATool() {
        Measurement once = once(Optional.of(band(11, 12, 13)));
        assertThat(once.judge(nm(12), Optional.empty())).isEqualTo(once.judge(nm(12)));
        assertThat(once.judge(nm(12), wrench(5, true)).finding())
                .hasToString("12 N·m, limits 11 to 13 N·m; read with W-7, ± 0.5 N·m");
        assertThat(once.judge(nm(11.5), wrench(5, true)).outcome()).isEqualTo(Outcome.WITHIN);
        assertThat(once.judge(nm(11.4), wrench(5, true)).outcome()).isEqualTo(Outcome.UNSURE);
        assertThat(once.judge(nm(12.5), wrench(5, true)).outcome()).isEqualTo(Outcome.UNSURE);
        assertThat(once.judge(nm(11.4), wrench(5, false)).outcome()).isEqualTo(Outcome.WITHIN);
        assertThat(once.judge(nm(10.9), wrench(5, true)).outcome()).isEqualTo(Outcome.LOW);
        assertThat(once(Optional.empty()).judge(nm(99), wrench(5, true)).outcome())
                .isEqualTo(Outcome.WITHIN);
        assertThat(once(Optional.of(band(12, 12, 12)))
                        .judge(nm(12), wrench(5, true))
                        .outcome())
                .as("nothing is surely within")
                .isEqualTo(Outcome.UNSURE);
    }

    @Test
    @DisplayName(
            "At bolts the worst of them decides, with the tool as without; stages below what it measures are named")
    void atPlaces() {
        AtPlaces bolts = bolts(Optional.empty());
        List<Quantity> intended = bolts.spread().intended(bolts.band());
        int n = intended.size();
        assertThat(bolts.judge(intended, Optional.empty())).isEqualTo(bolts.judge(intended));
        assertThat(bolts.judge(intended, wrench(1, true)).outcome()).isEqualTo(Outcome.WITHIN);
        assertThat(bolts.judge(intended, wrench(1, true)).finding()).asString().endsWith("; read with W-7, ± 0.5 N·m");
        List<Quantity> near = new ArrayList<>(intended);
        near.set(n - 1, nm(12.6));
        assertThat(bolts.judge(near).outcome()).isEqualTo(Outcome.WITHIN);
        assertThat(bolts.judge(near, wrench(1, true)).outcome()).isEqualTo(Outcome.UNSURE);
        assertThat(bolts.judge(near, wrench(1, true)).finding())
                .as("of the largest reading: 4 % of 12.6 is 0.504, shown rounded up")
                .asString()
                .endsWith("± 0.6 N·m");
        assertThat(bolts.judge(near, wrench(1, false)).outcome()).isEqualTo(Outcome.WITHIN);
        near.set(n - 1, nm(14));
        assertThat(bolts.judge(near, wrench(1, true)).outcome()).isEqualTo(Outcome.HIGH);
        // stages of 35, 70 and 100 %: 4.2, 8.4 and 12 N·m
        assertThat(bolts.judge(intended, wrench(5, true)).finding())
                .asString()
                .endsWith("; stage 1 by hand, below what the wrench measures");
        assertThat(bolts.judge(intended, wrench(9, true)).finding())
                .asString()
                .endsWith("; stage 1, 2 by hand, below what the wrench measures");
    }

    @Test
    @DisplayName(
            "What it is to be the same as decides once it is known: 12.4 within 0.5 is 11.9 to 12.9; what is not known leaves the sheet’s")
    void sameAgain() {
        Optional<Same> within = Optional.of(new Same("before", Optional.of(nm(0.5))));
        Known before = new Known(Optional.of(nm(12.4)), Optional.empty());
        Measurement once = new Measurement(about(within), Dimension.TORQUE, Optional.empty(), LOOSE, TIGHT, 0.03);
        Measurement held = (Measurement) once.knowing(Map.of("before", before));
        assertThat(held.band().orElseThrow().min().si()).isEqualTo(11.9);
        assertThat(held.band().orElseThrow().max().si()).isEqualTo(12.9);
        assertThat(held.band().orElseThrow().target()).contains(nm(12.4));
        assertThat(held.note()).hasToString("It was 12.4 N·m before.");
        assertThat(once.knowing(Map.of("other", before))).isEqualTo(once);
        assertThat(once.knowing(new Known(Optional.empty(), Optional.of("dry"))))
                .isEqualTo(once);
        AtPlaces places = (AtPlaces) bolts(within).knowing(Map.of("before", before));
        assertThat(places.band()).isEqualTo(held.band());
        assertThat(places.note()).isEqualTo(held.note());
        assertThat(places.spread()).isEqualTo(bolts(within).spread());
        assertThat(bolts(Optional.of(new Same("before", Optional.empty()))).knowing(Map.of("before", before)))
                .as("the same within nothing")
                .isEqualTo(bolts(Optional.of(new Same("before", Optional.empty()))));
        Observation seen = seen(Optional.of(new Same("before", Optional.empty())));
        Observation wet = (Observation) seen.knowing(Map.of("before", new Known(Optional.empty(), Optional.of("wet"))));
        assertThat(wet.expected()).contains("wet");
        assertThat(wet.note()).hasToString("It was wet before.");
        assertThat(seen.knowing(new Known(Optional.empty(), Optional.of("no such choice"))))
                .isEqualTo(seen);
    }

    @Test
    @DisplayName(
            "Seen as expected it passes, seen otherwise it does not; where nothing is expected all passes; no choice is refused")
    void observed() {
        Observation seen = seen(Optional.empty());
        assertThat(seen.judge("dry")).isEqualTo(Verdict.within(seen.label("dry")));
        Verdict wet = seen.judge("wet");
        assertThat(wet.outcome()).isEqualTo(Outcome.DIFFERENT);
        assertThat(wet.next()).isEqualTo(OTHERWISE);
        assertThat(wet.finding()).hasToString("wet, expected dry");
        assertThatThrownBy(() -> seen.judge("damp")).isInstanceOf(IllegalArgumentException.class);
        Observation any = new Observation(
                about(Optional.empty()),
                List.of("dry", "wet"),
                Optional.empty(),
                OTHERWISE,
                Collections.emptyMap(),
                Collections.emptyMap());
        assertThat(any.judge("wet").passed()).isTrue();
        assertThatThrownBy(() -> any.judge("damp")).isInstanceOf(IllegalArgumentException.class);
    }
}
