package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Ask.AtPlaces;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** Readings taken at several places of a valve, as derived jobs ask for them. */
class SpreadTest {

    private static final List<AtPlaces> ALL = AllJobs.asks().stream()
            .map(AllJobs.Asked::ask)
            .filter(AtPlaces.class::isInstance)
            .map(AtPlaces.class::cast)
            .distinct()
            .toList();

    private static List<AtPlaces> asks(How how) {
        return ALL.stream().filter(a -> a.spread().how() == how).toList();
    }

    private static List<Quantity> with(List<Quantity> readings, int at, double factor) {
        List<Quantity> changed = new ArrayList<>(readings);
        changed.set(
                at,
                new Quantity(readings.get(at).si() * factor, readings.get(at).dimension()));
        return changed;
    }

    @Test
    @DisplayName("What a job intends passes its own judgement, at every joint of every type")
    void intendedPasses() {
        assertThat(Stream.of(How.values()).flatMap(how -> asks(how).stream()))
                .isNotEmpty()
                .allSatisfy(ask -> {
                    List<Quantity> intended = ask.spread().intended(ask.band());
                    assertThat(intended).hasSize(ask.spread().count());
                    assertThat(ask.judge(intended).outcome()).as(ask.id()).isEqualTo(Outcome.WITHIN);
                    assertThatThrownBy(() -> ask.judge(intended.subList(1, intended.size())))
                            .isInstanceOf(IllegalArgumentException.class);
                });
    }

    @Test
    @DisplayName(
            "One bolt too loose or too tight in the round pass is named; what a stage left before it does not decide")
    void theRoundPassDecides() {
        assertThat(asks(How.RUN)).isNotEmpty().allSatisfy(ask -> {
            Spread spread = ask.spread();
            List<Quantity> intended = spread.intended(ask.band());
            int last = intended.size() - 1;
            Verdict loose = ask.judge(with(intended, last, 0.5));
            assertThat(loose.outcome()).isEqualTo(Outcome.LOW);
            assertThat(loose.next())
                    .asString()
                    .startsWith("Bolt " + spread.pattern().size() + ":");
            assertThat(ask.judge(with(intended, last - 1, 1.5)).outcome()).isEqualTo(Outcome.HIGH);
            assertThat(ask.judge(with(intended, 0, 0.5)).outcome())
                    .as("a turn of the first stage")
                    .isEqualTo(Outcome.WITHIN);
            Band band = ask.band().orElseThrow();
            assertThat(spread.judgeTurn(0, intended.get(0), band)).isEqualTo(Outcome.WITHIN);
            assertThat(spread.judgeTurn(0, intended.get(last), band))
                    .as("the full torque in the first stage")
                    .isEqualTo(Outcome.HIGH);
        });
    }

    @Test
    @DisplayName("What was kept before lock nuts were is read: as if there were none")
    void keptBefore() {
        Spread kept = JsonMapper.builder()
                .build()
                .readValue(
                        """
                        {"how":"run","pattern":{"places":[{"rightM":0.0,"upM":0.04},{"rightM":0.04,"upM":0.0},{"rightM":0.0,"upM":-0.04}]},
                         "names":["bolt 1","bolt 2","bolt 3"],"pitchM":0.00125,"compression":null,"parallel":null,"unevenM":0.0}""",
                        Spread.class);
        assertThat(kept.prevailing()).isEmpty();
        assertThat(kept.count()).isEqualTo(12);
        String again = JsonMapper.builder().build().writeValueAsString(kept);
        assertThat(JsonMapper.builder().build().readValue(again, Spread.class)).isEqualTo(kept);
    }

    @Test
    @DisplayName(
            "Lock nuts that take 2 N·m: of 12 N·m the first stage asks 2 + 35 % of 10 = 5.5, and 4.2, 35 % of all, is too little")
    void lockNuts() {
        Band band = new Band(
                new Quantity(11, Dimension.TORQUE),
                new Quantity(13, Dimension.TORQUE),
                Optional.of(new Quantity(12, Dimension.TORQUE)));
        Spread spread = new Spread(
                How.RUN,
                BoltPattern.circle(4, 0.1),
                List.of("bolt 1", "bolt 2", "bolt 3", "bolt 4"),
                1.25e-3,
                Optional.empty(),
                Optional.empty(),
                0,
                Optional.of(new Quantity(2, Dimension.TORQUE)));
        assertThat(spread.intended(Optional.of(band)).get(0).si()).isCloseTo(5.5, within(1e-9));
        assertThat(spread.intended(Optional.of(band)).get(4).si()).isCloseTo(9, within(1e-9));
        assertThat(spread.intended(Optional.of(band)).get(8).si()).isCloseTo(12, within(1e-9));
        assertThat(spread.judgeTurn(0, new Quantity(4.2, Dimension.TORQUE), band))
                .isEqualTo(Outcome.LOW);
        assertThat(spread.judgeTurn(0, new Quantity(5.5, Dimension.TORQUE), band))
                .isEqualTo(Outcome.WITHIN);
        assertThat(spread.judgeTurn(0, new Quantity(5.9, Dimension.TORQUE), band))
                .isEqualTo(Outcome.HIGH);
    }

    @Test
    @DisplayName("A gap wider than the free rim is nonsense, an uneven one is answered with turns")
    void gaps() {
        AtPlaces compressed = asks(How.MAP).stream()
                .filter(a -> a.spread().compression().isPresent())
                .findFirst()
                .orElseThrow();
        Spread spread = compressed.spread();
        double free = spread.compression().orElseThrow().freeM();
        assertThat(spread.nonsense(new Quantity(free * 1.01, Dimension.LENGTH)).orElseThrow())
                .asString()
                .contains("nothing would be clamped");
        assertThat(spread.nonsense(new Quantity(free * 0.99, Dimension.LENGTH))).isEmpty();
        List<Quantity> intended = spread.intended(compressed.band());
        Verdict askew = compressed.judge(with(intended, 0, 1.04));
        assertThat(askew.outcome()).isNotEqualTo(Outcome.WITHIN);
        assertThat(askew.next()).asString().contains("°");
        Verdict crushed = compressed.judge(intended.stream()
                .map(q -> new Quantity(free * 0.65, Dimension.LENGTH))
                .toList());
        assertThat(crushed.outcome()).isEqualTo(Outcome.LOW);
        assertThat(crushed.next()).asString().containsIgnoringCase("diaphragm");
    }

    @Test
    @DisplayName("A housing gap must be within its band and even all round")
    void allRound() {
        AtPlaces round = asks(How.ROUND).get(0);
        List<Quantity> even = round.spread().intended(round.band());
        assertThat(round.judge(with(even, 0, 1.5)).outcome()).isEqualTo(Outcome.HIGH);
        List<Quantity> uneven = with(with(even, 0, 0.93), 2, 1.08);
        assertThat(uneven)
                .allSatisfy(q -> assertThat(round.band().orElseThrow().judge(q)).isEqualTo(Outcome.WITHIN));
        assertThat(round.judge(uneven).outcome())
                .as("each within, but not even")
                .isNotEqualTo(Outcome.WITHIN);
        assertThat(round.spread().names()).containsExactly("the top", "the right", "the bottom", "the left");
    }

    @Test
    @DisplayName(
            "With anti-seize the torque is the sheet's times 0.16 by 0.30, and the note says so; left dry it stays")
    void converted() {
        List<AtPlaces> torques = asks(How.RUN);
        assertThat(torques.stream().map(AtPlaces::note))
                .anySatisfy(
                        n -> assertThat(n).asString().contains("Converted from").contains("anti-seize"))
                .anySatisfy(n -> assertThat(n).asString().contains("as they are here"));
        Band anti = torques.stream()
                .filter(a -> a.note().toString().startsWith("Converted from 10 N·m"))
                .findFirst()
                .orElseThrow()
                .band()
                .orElseThrow();
        assertThat(anti.target().orElseThrow().in(Unit.NEWTON_METRE)).isCloseTo(10 * 0.16 / 0.30, within(1e-9));
    }
}
