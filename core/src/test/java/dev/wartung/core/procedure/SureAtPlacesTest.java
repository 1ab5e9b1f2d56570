package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Ask.AtPlaces;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Readings all round a part and maps of gaps, with and without what the tool may be off; worked by hand. */
class SureAtPlacesTest {

    /** Off by as much at every place: differences by √2 times as much, 0.0424 mm of 0.03. */
    private static Optional<ReadWith> offBy(double millimetre) {
        return Optional.of(new ReadWith("C-3", new Capability(mm(0), mm(150), 0, millimetre * 1e-3, 0), true));
    }

    private static Quantity mm(double value) {
        return Quantity.of(value, Unit.MILLIMETRE);
    }

    private static List<Quantity> all(double... millimetres) {
        return Arrays.stream(millimetres).mapToObj(SureAtPlacesTest::mm).toList();
    }

    private static AtPlaces asked(
            How how,
            Optional<Band> band,
            Optional<Compression> compression,
            Optional<Parallel> parallel,
            double uneven) {
        return new AtPlaces(
                new Ask.About("gap", "Gap", false, Message.NONE, Optional.empty(), Optional.empty()),
                Dimension.LENGTH,
                band,
                Message.NONE,
                Message.NONE,
                0,
                new Spread(
                        how,
                        BoltPattern.circle(4, 0.1),
                        List.of("the top", "the right", "the bottom", "the left"),
                        1e-3,
                        compression,
                        parallel,
                        uneven));
    }

    /** 1.4 to 2.0 mm, uneven by 0.2 at most. */
    private static final AtPlaces ROUND = asked(
            How.ROUND,
            Optional.of(new Band(mm(1.4), mm(2), Optional.of(mm(1.7)))),
            Optional.empty(),
            Optional.empty(),
            0.2e-3);

    /** 10 mm thick, 10 to 20 % compressed, spoilt from 30 %: gaps of 8 to 9 mm, none below 7. */
    private static final AtPlaces COMPRESSED =
            asked(How.MAP, Optional.empty(), Optional.of(new Compression(0.01, 0.1, 0.2, 0.3)), Optional.empty(), 0);

    private static final AtPlaces FLAT =
            asked(How.MAP, Optional.empty(), Optional.empty(), Optional.of(new Parallel(0.2e-3)), 0);

    private static Outcome with(AtPlaces ask, Optional<ReadWith> tool, double... millimetres) {
        return ask.judge(all(millimetres), tool).outcome();
    }

    @Test
    @DisplayName("All round: surely within drawn-in limits, and surely not more uneven than it may be")
    void round() {
        assertThat(with(ROUND, offBy(0.03), 1.6, 1.7, 1.6, 1.65))
                .as("0.1 + 0.042")
                .isEqualTo(Outcome.WITHIN);
        assertThat(with(ROUND, offBy(0.03), 1.6, 1.77, 1.6, 1.65))
                .as("0.17 + 0.042")
                .isEqualTo(Outcome.UNSURE);
        assertThat(with(ROUND, Optional.empty(), 1.6, 1.77, 1.6, 1.65)).isEqualTo(Outcome.WITHIN);
        assertThat(with(ROUND, offBy(0.03), 1.42, 1.5, 1.5, 1.5))
                .as("under 1.43")
                .isEqualTo(Outcome.UNSURE);
        assertThat(with(ROUND, offBy(0.03), 1.44, 1.5, 1.5, 1.5)).isEqualTo(Outcome.WITHIN);
        assertThat(with(ROUND, offBy(0.4), 1.7, 1.7, 1.7, 1.7))
                .as("too coarse: nothing is surely within")
                .isEqualTo(Outcome.UNSURE);
        assertThat(ROUND.judge(all(1.6, 1.7, 1.6, 1.65), offBy(0.03)).finding())
                .as("no stage to be tightened by hand")
                .asString()
                .endsWith("; read with C-3, ± 0.03 mm");
    }

    @Test
    @DisplayName("Compressed: met with every gap off either way; spoilt or too much is below, too little above")
    void compressed() {
        assertThat(with(COMPRESSED, offBy(0.3), 8.5, 8.5, 8.5, 8.5)).isEqualTo(Outcome.WITHIN);
        assertThat(with(COMPRESSED, offBy(0.3), 8.8, 8.8, 8.8, 8.8))
                .as("perhaps 9.1")
                .isEqualTo(Outcome.UNSURE);
        assertThat(with(COMPRESSED, offBy(0.3), 8.2, 8.2, 8.2, 8.2))
                .as("perhaps 7.9")
                .isEqualTo(Outcome.UNSURE);
        assertThat(with(COMPRESSED, Optional.empty(), 8.2, 8.2, 8.2, 8.2)).isEqualTo(Outcome.WITHIN);
        assertThat(with(COMPRESSED, Optional.empty(), 7.5, 7.5, 7.5, 7.5))
                .as("25 %")
                .isEqualTo(Outcome.LOW);
        assertThat(with(COMPRESSED, Optional.empty(), 6.5, 8.5, 8.5, 8.5))
                .as("35 % at one")
                .isEqualTo(Outcome.LOW);
        assertThat(with(COMPRESSED, Optional.empty(), 9.5, 9.5, 9.5, 9.5))
                .as("5 %")
                .isEqualTo(Outcome.HIGH);
        assertThat(with(COMPRESSED, Optional.empty(), 9.5, 8.5, 8.5, 8.5)).isEqualTo(Outcome.HIGH);
    }

    @Test
    @DisplayName("Parallel: the widest less the smallest, surely; whatever the gap is")
    void parallel() {
        assertThat(with(FLAT, offBy(0.03), 3, 3.1, 3.05, 3)).isEqualTo(Outcome.WITHIN);
        assertThat(with(FLAT, offBy(0.03), 3, 3.17, 3.05, 3)).isEqualTo(Outcome.UNSURE);
        assertThat(with(FLAT, offBy(0.03), 12, 12.1, 12.05, 12)).isEqualTo(Outcome.WITHIN);
        assertThat(with(FLAT, Optional.empty(), 3, 3.25, 3.05, 3)).isEqualTo(Outcome.HIGH);
    }

    @Test
    @DisplayName("More than its free thickness is no reading of a gap; the free thickness itself may be one")
    void nonsense() {
        assertThat(COMPRESSED.spread().nonsense(mm(10))).isEmpty();
        assertThat(COMPRESSED.spread().nonsense(mm(10.01)))
                .hasValueSatisfying(said -> assertThat(said).asString().contains("free thickness of 10 mm"));
        assertThat(FLAT.spread().nonsense(mm(100))).isEmpty();
    }

    @Test
    @DisplayName("Of a bolt-up the least and the most of the round pass are said, and each bolt that is off")
    void boltUp() {
        Band band = new Band(
                Quantity.of(11, Unit.NEWTON_METRE),
                Quantity.of(13, Unit.NEWTON_METRE),
                Optional.of(Quantity.of(12, Unit.NEWTON_METRE)));
        Spread run =
                new Spread(How.RUN, BoltPattern.circle(4, 0.1), List.of(), 1e-3, Optional.empty(), Optional.empty(), 0);
        List<Quantity> turns = new ArrayList<>(run.intended(Optional.of(band)));
        int last = turns.size() - 4;
        turns.set(last, Quantity.of(11.4, Unit.NEWTON_METRE));
        turns.set(last + 2, Quantity.of(12.8, Unit.NEWTON_METRE));
        Verdict within = run.judge(turns, Optional.of(band), Message.NONE, Message.NONE);
        assertThat(within.finding()).hasToString("4 bolts, 11.4 to 12.8 N·m, limits 11 to 13 N·m");
        turns.set(last + 1, Quantity.of(10, Unit.NEWTON_METRE));
        turns.set(last + 3, Quantity.of(10.5, Unit.NEWTON_METRE));
        assertThat(run.judge(turns, Optional.of(band), Message.of("x", "tighten on."), Message.NONE)
                        .next())
                .hasToString("Bolt 2, 4: tighten on.");
    }
}
