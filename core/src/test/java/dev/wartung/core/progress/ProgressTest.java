package dev.wartung.core.progress;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.PlainKolm50;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class ProgressTest {

    private final SheetLibrary library = SheetLibrary.shipped();
    private final AnatomySheet anatomy = library.anatomy("single-seat").orElseThrow();
    private final ValveConfiguration configuration = PlainKolm50.driven(Drive.NC);
    private final Procedure procedure = new Derivation(
                    anatomy, library.type("kolm-50").orElseThrow(), new Practice(Schools.table(), SiteChoices.NONE))
            .derive(Work.of(anatomy.work("renew-product-seals").orElseThrow()), configuration);

    private Progress after(int steps) {
        return new Progress(
                anatomy.build(),
                configuration,
                List.of(),
                procedure,
                procedure.steps().subList(0, steps).stream()
                        .map(s -> new Confirmation(s, List.of()))
                        .toList());
    }

    @Test
    @DisplayName("The count goes up as seals come out and go in, and both are complete at the end")
    void counts() {
        assertThat(after(0).oldOut()).isEqualTo(new Count(0, 4));
        int all = procedure.steps().size();
        for (int i = 1; i <= all; i++) {
            assertThat(after(i).oldOut().done())
                    .isGreaterThanOrEqualTo(after(i - 1).oldOut().done());
            assertThat(after(i).newIn().done())
                    .isLessThanOrEqualTo(after(i).oldOut().done());
            assertThat(after(i).incidents()).isEmpty();
        }
        assertThat(after(all).oldOut().complete() && after(all).newIn().complete())
                .isTrue();
        assertThat(after(all).hindrances()).isEmpty();
    }

    @Test
    @DisplayName("Before the end something always stands in the way of closing, and a part on the cloth is named")
    void hindrances() {
        for (int i = 0; i < procedure.steps().size(); i++) {
            assertThat(after(i).hindrances()).as("after %d steps", i).isNotEmpty();
        }
        assertThat(after(15).hindrances()).anyMatch(h -> h.toString().contains("Body clamp is not back"));
    }

    @Test
    @DisplayName("What is not done yet is told in the reader's units")
    void hindrancesInUnits() {
        AnatomySheet butterfly = library.anatomy("butterfly").orElseThrow();
        TypeSheet fen = library.type("fen-100").orElseThrow();
        ValveConfiguration pressed = butterfly.configurations(fen).stream()
                .filter(c -> c.drive() == Drive.NC && "press".equals(c.options().get("rotary-build")))
                .findFirst()
                .orElseThrow();
        Procedure rebuild = new Derivation(butterfly, fen, new Practice(Schools.table(), SiteChoices.NONE))
                .derive(Work.of(butterfly.work("rebuild-rotary").orElseThrow()), pressed);
        List<Confirmation> before = rebuild.steps().stream()
                .takeWhile(s -> !s.say().toString().contains("press down"))
                .map(s -> new Confirmation(s, List.of()))
                .toList();
        Message first = new Progress(butterfly.build(), pressed, List.of(), rebuild, before)
                .hindrances()
                .get(0);
        assertThat(first.toString()).startsWith("Not done yet: Centre").endsWith("press down 14 mm.");
        assertThat(new Wording(UnitSystem.US).of(first)).endsWith("press down 0.551 in.");
    }

    @Test
    @DisplayName("A failed reading that nobody decided about stands in the way; with a reason it does not")
    void undecidedReading() {
        Verdict failed =
                new Verdict(Outcome.HIGH, Message.words("18 N·m, limits 12 to 14 N·m"), Message.words("Slacken"));
        Answer undecided = Answer.measured("t", "Clamp torque", new Quantity(18, Dimension.TORQUE), failed);
        Answer accepted = undecided.accepted(new Answer.Acceptance("known", Optional.empty()));
        List<Confirmation> all = new ArrayList<>(procedure.steps().stream()
                .map(s -> new Confirmation(s, List.<Answer>of()))
                .toList());
        all.set(3, new Confirmation(procedure.steps().get(3), List.of(undecided)));
        assertThat(new Progress(anatomy.build(), configuration, List.of(), procedure, all).hindrances())
                .singleElement()
                .asString()
                .contains("Clamp torque");
        all.set(3, new Confirmation(procedure.steps().get(3), List.of(accepted)));
        assertThat(new Progress(anatomy.build(), configuration, List.of(), procedure, all).hindrances())
                .isEmpty();
    }

    @Test
    @DisplayName("A valve is not left while air holds its stem")
    void notLeftUnderAir() {
        int air = procedure.steps().stream().map(s -> s.id()).toList().indexOf("air-opens");
        assertThat(after(air).cannotBeLeft()).isEmpty();
        assertThat(after(air + 1).cannotBeLeft()).isPresent();
        assertThat(after(air + 4).cannotBeLeft()).isEmpty();
    }

    @Test
    @DisplayName(
            "A valve is untouched while it was only prepared and made safe, by this job alone; from the first step that opens it no more")
    void untouched() {
        int opens = (int) procedure.steps().stream()
                .takeWhile(s -> s.phase().compareTo(Phase.MAKE_SAFE) <= 0)
                .count();
        assertThat(after(0).untouched()).isTrue();
        assertThat(after(2).untouched()).isTrue();
        assertThat(after(opens + 1).untouched()).isFalse();
        assertThat(after(procedure.steps().size()).untouched()).isFalse();
        int air = procedure.steps().stream().map(s -> s.id()).toList().indexOf("air-opens");
        assertThat(after(air + 1).untouched()).as("air holds the stem").isFalse();
        List<Step> carried = procedure.steps().subList(0, 1);
        assertThat(new Progress(anatomy.build(), configuration, carried, procedure, List.of()).untouched())
                .as("an earlier job has begun")
                .isFalse();
    }

    @Test
    @DisplayName(
            "What a later job carries is what this one carried and what was confirmed since; what was confirmed is known by its step")
    void behind() {
        List<Step> carried = procedure.steps().subList(0, 2);
        Progress progress = new Progress(
                anatomy.build(),
                configuration,
                carried,
                procedure,
                procedure.steps().subList(2, 5).stream()
                        .map(s -> new Confirmation(s, List.of()))
                        .toList());
        assertThat(progress.behind()).isEqualTo(procedure.steps().subList(0, 5));
        assertThat(progress.confirmed()).hasSize(3);
        assertThat(progress.isConfirmed(procedure.steps().get(2).id())).isTrue();
        assertThat(progress.isConfirmed(procedure.steps().get(5).id())).isFalse();
        assertThat(after(3).current()).contains(procedure.steps().get(3));
        assertThat(after(0).positionBeforeLast()).contains("closed");
    }

    @Test
    @DisplayName("A step done out of its order is an incident, and it is told; carried steps count in the count")
    void outOfOrder() {
        List<Confirmation> only = procedure.steps().stream()
                .filter(s -> s.id().equals("take-out-plug-seal"))
                .map(s -> new Confirmation(s, List.of()))
                .toList();
        assertThat(new Progress(anatomy.build(), configuration, List.of(), procedure, only).incidents())
                .isNotEmpty();
        int half = procedure.steps().stream().map(Step::id).toList().indexOf("fit-plug-seal");
        Progress carried =
                new Progress(anatomy.build(), configuration, procedure.steps().subList(0, half), procedure, List.of());
        assertThat(carried.oldOut().done())
                .isEqualTo(after(half).oldOut().done())
                .isPositive();
    }

    @Test
    @DisplayName("A count is complete when all are done, not before")
    void complete() {
        assertThat(new Count(2, 3).complete()).isFalse();
        assertThat(new Count(3, 3).complete()).isTrue();
    }
}
