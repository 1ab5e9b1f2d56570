package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Spread;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Bolt-ups and maps as they are typed at the bench: turn by turn, gap by gap, with whatever wrench is in hand. */
class SpreadFormTest {

    private static final BoltPattern FOUR = BoltPattern.circle(4, 0.062);
    private static final List<String> BOLTS = List.of("bolt 1", "bolt 2", "bolt 3", "bolt 4");

    static AtPlaces run() {
        Band band = new Band(
                Quantity.of(9, Unit.NEWTON_METRE),
                Quantity.of(11, Unit.NEWTON_METRE),
                Optional.of(Quantity.of(10, Unit.NEWTON_METRE)));
        return ask(
                "torque",
                Dimension.TORQUE,
                Optional.of(band),
                new Spread(How.RUN, FOUR, BOLTS, 1e-3, Optional.empty(), Optional.empty(), 0));
    }

    private static AtPlaces map() {
        return ask(
                "gap",
                Dimension.LENGTH,
                Optional.empty(),
                new Spread(
                        How.MAP,
                        FOUR,
                        BOLTS,
                        1e-3,
                        Optional.of(new Compression(3.2e-3, 0.17, 0.21, 0.28)),
                        Optional.empty(),
                        0));
    }

    private static AtPlaces ask(String id, Dimension dimension, Optional<Band> band, Spread spread) {
        return new AtPlaces(
                new Ask.About(id, id, false, Message.NONE, Optional.empty(), Optional.empty()),
                dimension,
                band,
                Message.words("tighten on"),
                Message.words("slacken"),
                0,
                spread);
    }

    private static SpreadForm form(AtPlaces ask, UnitSystem units, String... typed) {
        return new SpreadForm(ask, fields(typed), units);
    }

    private static Map<String, String> fields(String... typed) {
        Map<String, String> fields = new HashMap<>();
        IntStream.range(0, typed.length / 2).forEach(i -> fields.put(typed[2 * i], typed[2 * i + 1]));
        return fields;
    }

    @Test
    @DisplayName(
            "Turns are counted until every stage and the round pass are done; the rest of a stage is what the wrench clicks at")
    void turns() {
        SpreadForm none = form(run(), UnitSystem.METRIC);
        assertThat(none.troubles().get("reading.torque")).isEqualTo("0 of 16 turns are done.");
        assertThat(none.restOfStage()).hasSize(4).allSatisfy(t -> assertThat(t).isCloseTo(3.5, within(1e-9)));
        SpreadForm some = form(run(), UnitSystem.METRIC, "reading.torque", "3.5;3.5;3.5;3.5;7");
        assertThat(some.read()).hasSize(5);
        assertThat(some.restOfStage()).as("the running stage only").hasSize(3).allSatisfy(t -> assertThat(t)
                .isCloseTo(7, within(1e-9)));
        assertThat(form(run(), UnitSystem.METRIC, "reading.torque", some.listWithoutLast())
                        .read())
                .hasSize(4);
        String all = none.listWith(IntStream.range(0, 16).mapToObj(i -> 10.0).toList());
        SpreadForm done = form(run(), UnitSystem.METRIC, "reading.torque", all);
        assertThat(done.complete()).isTrue();
        assertThat(done.restOfStage()).isEmpty();
        assertThat(form(run(), UnitSystem.METRIC, "reading.torque", all + ";10;10")
                        .read())
                .as("more turns than there are")
                .hasSize(16);
    }

    @Test
    @DisplayName("The list is torque at the bolt in newton metre, whoever reads it; rubbish in it is no turn")
    void theListIsKept() {
        assertThat(form(run(), UnitSystem.US, "reading.torque", "3.5;3.5").read())
                .allSatisfy(q -> assertThat(q.si()).isCloseTo(3.5, within(1e-12)));
        assertThat(form(run(), UnitSystem.METRIC, "reading.torque", "3.5;;x;NaN;-300 °C;7")
                        .read())
                .hasSize(2);
    }

    @Test
    @DisplayName(
            "Every gap is asked for by its name, in the reader's unit; one wider than the free rim is refused with the rim's thickness")
    void gaps() {
        assertThat(form(map(), UnitSystem.METRIC, "reading.gap.1", "2.6")
                        .troubles()
                        .get("reading.gap"))
                .isEqualTo("Bolt 2: not read yet.");
        SpreadForm us = form(
                map(),
                UnitSystem.US,
                "reading.gap.1",
                "0.102",
                "reading.gap.2",
                "2,6 mm",
                "reading.gap.3",
                "0.102 in",
                "reading.gap.4",
                "0.102");
        assertThat(us.complete()).isTrue();
        assertThat(us.read()).allSatisfy(q -> assertThat(q.in(Unit.MILLIMETRE)).isCloseTo(2.6, within(0.01)));
        assertThat(form(map(), UnitSystem.US, "reading.gap.1", "0.2").troubles().get("reading.gap"))
                .contains("0.126 in")
                .doesNotContain("mm");
        assertThat(form(map(), UnitSystem.METRIC, "reading.gap.1", "wide")
                        .troubles()
                        .get("reading.gap"))
                .startsWith("Bolt 1: ");
    }

    @Test
    @DisplayName(
            "What a wrench with an attachment shows counts as what the bolt got; one that cannot be is refused beside its field")
    void wrench() {
        WrenchForm crowfoot =
                new WrenchForm(fields("wrench.length", "300 mm", "wrench.offset", "50 mm"), 0, UnitSystem.METRIC);
        assertThat(crowfoot.wrench().atBolt(10)).isCloseTo(10 * 350 / 300.0, within(1e-9));
        assertThat(crowfoot.wrench().setting(crowfoot.wrench().atBolt(10))).isCloseTo(10, within(1e-12));
        assertThat(new WrenchForm(fields("wrench.offset", "2"), 0, UnitSystem.US)
                        .wrench()
                        .atBolt(10))
                .isCloseTo(10 * (300 + 50.8) / 300, within(1e-9));
        assertThat(new WrenchForm(fields("wrench.offset", "50 mm", "wrench.angle", "90"), 0, UnitSystem.METRIC)
                        .wrench()
                        .atBolt(10))
                .isCloseTo(10, within(1e-9));
        assertThat(new WrenchForm(Map.of(), 0.04, UnitSystem.METRIC).wrench().atBolt(10))
                .as("the joint's own service tool")
                .isCloseTo(10 * 340 / 300.0, within(1e-9));
        assertThat(new WrenchForm(fields("wrench.offset", "400 mm"), 0, UnitSystem.METRIC)
                        .troubles()
                        .get("wrench.offset"))
                .contains("Longer than the wrench");
        assertThat(new WrenchForm(fields("wrench.length", "2 mm"), 0, UnitSystem.METRIC).troubles())
                .containsKey("wrench.length");
        assertThat(new WrenchForm(fields("wrench.angle", "much"), 0, UnitSystem.METRIC).troubles())
                .containsKey("wrench.angle");
    }

    @Test
    @DisplayName("The picture follows the turns: the running bolt, those done, those off; then the whole is judged")
    void picture() {
        SpreadView begun = SpreadView.of(run(), Map.of(), UnitSystem.METRIC, Optional.empty());
        assertThat(begun.stage()).startsWith("Stage 1 of 3 · bolt 1 · turn 1 of 16");
        assertThat(begun.svg()).containsOnlyOnce("bolt running");
        SpreadView second = SpreadView.of(run(), Map.of("reading.torque", "3.5"), UnitSystem.METRIC, Optional.empty());
        assertThat(second.stage()).contains("turn 2 of 16");
        assertThat(second.svg()).contains("bolt done");
        SpreadView askew = SpreadView.of(
                map(),
                fields("reading.gap.1", "2.5", "reading.gap.2", "2.6", "reading.gap.3", "2.8", "reading.gap.4", "2.6"),
                UnitSystem.METRIC,
                Optional.empty());
        assertThat(askew.complete()).isTrue();
        assertThat(askew.svg()).contains("tilt");
    }
}
