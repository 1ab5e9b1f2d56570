package dev.wartung.web.line;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.Isolation;
import dev.wartung.core.line.Isolation.Side;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.message.Message;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** In which order what lies between the locks is emptied. */
class LockListTest {

    private static final LineDrawing LINE =
            LineDrawing.EMPTY.with(new Fitting("v", FittingKind.VALVE, "CU-1")).with(drain("near"));

    private static Fitting drain(String name) {
        return new Fitting(name, FittingKind.DRAIN, name);
    }

    private static Fitting vent(String name) {
        return new Fitting(name, FittingKind.VENT, name);
    }

    private static List<Message> said(List<Fitting> drains, Fitting... vents) {
        Side side = new Side(new LineEnd("v", "below"), drains, Arrays.asList(vents), Optional.empty());
        return LockList.of(
                        1,
                        LINE,
                        new Isolation(List.of(), List.of(), List.of(side), List.of(), Set.of()),
                        fitting -> LockList.Held.NOTHING_TO_SAY)
                .then();
    }

    @Test
    @DisplayName(
            "The furthest drain first, the one beside what is opened last; a vent only then, so that it does not spray")
    void order() {
        assertThat(said(List.of(drain("D1"), drain("D2"), drain("D3")), vent("L1")))
                .singleElement()
                .asString()
                .containsSubsequence(
                        "drain D3, then drain D2, then drain D1;",
                        "drain D1, next to what you open, shows",
                        "Then vent it at vent L1",
                        "Leave open");
        assertThat(said(List.of(drain("D1"))))
                .singleElement()
                .asString()
                .endsWith("at drain D1. Leave open what you have opened.");
        assertThat(said(List.of(), vent("L1"))).singleElement().asString().contains("where you open it", "vent L1");
        assertThat(said(List.of())).singleElement().asString().contains("comes out at the joint you open");
    }
}
