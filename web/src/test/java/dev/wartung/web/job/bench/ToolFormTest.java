package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.web.tool.MeasuringTool;
import dev.wartung.web.tool.Toolbox.Ready;
import java.time.LocalDate;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Which tools may be taken for what is read, and what becomes of readings because of them. */
class ToolFormTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 1);

    private static Ready wrench(String number, double from, double to, double share) {
        MeasuringTool tool = mock(MeasuringTool.class);
        when(tool.number()).thenReturn(number);
        when(tool.kind()).thenReturn(ToolKind.TORQUE_WRENCH);
        when(tool.why(any())).thenReturn("");
        return new Ready(
                tool,
                share == 0
                        ? Optional.empty()
                        : Optional.of(new Capability(
                                Quantity.of(from, Unit.NEWTON_METRE),
                                Quantity.of(to, Unit.NEWTON_METRE),
                                0,
                                0,
                                share)));
    }

    private static Measurement torque(double min, double max, double offsetM) {
        return new Measurement(
                new Ask.About("t", "Torque", false, Message.NONE, Optional.empty(), Optional.empty()),
                Dimension.TORQUE,
                Optional.of(new Band(
                        Quantity.of(min, Unit.NEWTON_METRE), Quantity.of(max, Unit.NEWTON_METRE), Optional.empty())),
                Message.words("tighten"),
                Message.words("slacken"),
                offsetM);
    }

    private static ToolForm form(Ask ask, boolean guarded, String picked, Ready... tools) {
        return new ToolForm(
                StepFormTest.step(false, ask),
                List.of(tools),
                picked.isEmpty() ? Map.of() : Map.of("tool.TORQUE_WRENCH", picked),
                Map.of(),
                new ToolForm.Rule(TODAY, guarded, UnitSystem.METRIC));
    }

    @Test
    @DisplayName("A 5 to 25 N·m wrench is not taken for 40 N·m, nor one to 5 N·m for 0.7; the reason stands beside it")
    void reach() {
        Ready middle = wrench("W-04", 5, 25, 0.04);
        Ready large = wrench("W-07", 20, 100, 0.04);
        ToolForm forty = form(torque(38, 42, 0), true, "W-04", middle, large);
        assertThat(forty.troubles())
                .containsEntry("tool.TORQUE_WRENCH", "W-04 is not to be used: measures 5 to 25 N·m, not 40 N·m.");
        assertThat(forty.lines()).singleElement().satisfies(l -> {
            assertThat(l.refused()).containsExactly("W-04: measures 5 to 25 N·m, not 40 N·m");
            assertThat(l.picked()).isEqualTo("W-04");
        });
        assertThat(form(torque(38, 42, 0), true, "W-07", middle, large).troubles())
                .isEmpty();
        assertThat(form(torque(0.6, 0.8, 0), true, "W-05", wrench("W-05", 1, 5, 0.04))
                        .troubles()
                        .get("tool.TORQUE_WRENCH"))
                .contains("measures 1 to 5 N·m, not 0.7 N·m");
        assertThat(form(torque(38, 42, 0), true, "W-09", wrench("W-09", 0, 0, 0))
                        .troubles())
                .as("what it can do is not known: nobody is held up by that")
                .isEmpty();
    }

    @Test
    @DisplayName("With a crowfoot the wrench shows less than the bolt gets: 0.3 m and 0.1 m make 27 N·m of 20.25")
    void crowfoot() {
        Ready middle = wrench("W-04", 5, 25, 0.04);
        assertThat(form(torque(26, 28, 0), false, "W-04", middle).troubles()).isNotEmpty();
        ToolForm reached = form(torque(26, 28, 0.1), false, "W-04", middle);
        assertThat(reached.troubles()).isEmpty();
        ReadWith with = reached.readWith(torque(26, 28, 0.1)).orElseThrow();
        assertThat(with.can().to().si()).isEqualTo(25 * (0.3 + 0.1) / 0.3, within(1e-9));
    }

    @Test
    @DisplayName(
            "A tool that may be off by more than its limits are apart is too coarse, unless the site accepts simply")
    void coarse() {
        Ready middle = wrench("W-04", 5, 25, 0.04);
        assertThat(form(torque(20, 21, 0), true, "W-04", middle).troubles().get("tool.TORQUE_WRENCH"))
                .contains("too coarse for 20 to 21 N·m");
        assertThat(form(torque(20, 21, 0), false, "W-04", middle).troubles()).isEmpty();
        assertThat(form(torque(20, 22, 0), true, "W-04", middle).troubles()).isEmpty();
    }

    @Test
    @DisplayName("A reading that the tool cannot have shown is refused beside its field")
    void beyond() {
        Ready middle = wrench("W-04", 5, 25, 0.04);
        ToolForm tools = form(torque(22, 24, 0), true, "W-04", middle);
        Optional<ReadWith> with = tools.readWith(torque(22, 24, 0));
        assertThat(StepForm.beyond(Quantity.of(30, Unit.NEWTON_METRE), with, 1, UnitSystem.METRIC))
                .hasValueSatisfying(why -> assertThat(why).startsWith("W-04 measures 5 to 25 N·m"));
        assertThat(StepForm.beyond(Quantity.of(23, Unit.NEWTON_METRE), with, 1, UnitSystem.METRIC))
                .isEmpty();
    }

    @Test
    @DisplayName(
            "A bolt-up to 10 N·m with a wrench from 5: the first stage, 3.5 N·m, goes by hand and the record says so")
    void stageBelowTheWrench() {
        AtPlaces run = SpreadFormTest.run();
        ToolForm tools = form(run, true, "W-04", wrench("W-04", 5, 25, 0.01));
        assertThat(tools.troubles()).isEmpty();
        Optional<ReadWith> with = tools.readWith(run);
        SpreadView first = SpreadView.of(run, Map.of(), UnitSystem.METRIC, with);
        assertThat(first.byHand().toString())
                .contains("Less than this wrench measures")
                .contains("by hand");
        String four = String.join(";", Collections.nCopies(4, "3.5"));
        SpreadView second = SpreadView.of(run, Map.of("reading.torque", four), UnitSystem.METRIC, with);
        assertThat(second.stage()).startsWith("Stage 2");
        assertThat(second.byHand().isEmpty()).isTrue();
        List<Quantity> all = Stream.generate(() -> Quantity.of(10, Unit.NEWTON_METRE))
                .limit(run.spread().count())
                .toList();
        assertThat(run.judge(all, with).finding().toString())
                .contains("stage 1 by hand")
                .contains("W-04");
        assertThat(SpreadView.of(run, Map.of(), UnitSystem.METRIC, Optional.empty())
                        .byHand()
                        .isEmpty())
                .isTrue();
    }
}
