package dev.wartung.core.progress;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What was read before is held against itself: a length within a tolerance, a side as it was. */
class SameAgainTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private static Ask asked(
            String typeId, Map<String, String> facts, String work, String noted, Answer answer, String again) {
        TypeSheet type = LIBRARY.type(typeId).orElseThrow();
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration configuration = anatomy.configurations(type).stream()
                .filter(c -> c.facts().entrySet().containsAll(facts.entrySet()))
                .findFirst()
                .orElseThrow();
        Procedure procedure = new Derivation(anatomy, type, new Practice(Schools.table(), SiteChoices.NONE))
                .derive(Work.of(anatomy.work(work).orElseThrow()), configuration);
        Step at = procedure.steps().stream()
                .filter(s -> s.asks().stream().anyMatch(a -> a.id().equals(noted)))
                .findFirst()
                .orElseThrow();
        List<Confirmation> confirmed =
                answer.ask().isEmpty() ? List.of() : List.of(new Confirmation(at, List.of(answer)));
        return new Progress(anatomy.build(), configuration, List.of(), procedure, confirmed)
                .procedure().steps().stream()
                        .flatMap(s -> s.asks().stream())
                        .filter(a -> a.id().equals(again))
                        .findFirst()
                        .orElseThrow();
    }

    private static Answer read(String ask, Optional<Quantity> measured, Optional<String> seen) {
        return new Answer(ask, ask, measured, List.of(), seen, Verdict.within(Message.NONE), Optional.empty());
    }

    private static Quantity mm(double millimetres) {
        return new Quantity(millimetres / 1000, Dimension.LENGTH);
    }

    @Test
    @DisplayName(
            "A limiter that stood at 52 mm goes back to 52 mm within half a turn (1 mm on this thread), whatever its sheet's band; nothing noted, the band holds")
    void length() {
        Map<String, String> fitted = Map.of("limiter", "fitted");
        Ask.Measurement again = (Ask.Measurement) asked(
                "terskel-50",
                fitted,
                "renew-diaphragm",
                "limiter-length",
                read("limiter-length", Optional.of(mm(52)), Optional.empty()),
                "limiter-set");
        assertThat(again.judge(mm(52.9)).outcome()).isEqualTo(Outcome.WITHIN);
        assertThat(again.judge(mm(53.1)).outcome()).isEqualTo(Outcome.HIGH);
        assertThat(again.judge(mm(50.9)).outcome()).isEqualTo(Outcome.LOW);
        assertThat(again.note()).hasToString("It was 52 mm before.");
        // 57 mm is within the sheet's 40 to 60 mm
        Ask.Measurement unknown = (Ask.Measurement) asked(
                "terskel-50",
                fitted,
                "renew-diaphragm",
                "limiter-length",
                read("", Optional.empty(), Optional.empty()),
                "limiter-set");
        assertThat(unknown.judge(mm(57)).outcome()).isEqualTo(Outcome.WITHIN);
    }

    @Test
    @DisplayName("A seal that looked to the shaft is to look there again")
    void side() {
        Ask.Observation again = (Ask.Observation) asked(
                "hvile-50",
                Map.of(),
                "renew-product-seals",
                "lip-way",
                read("lip-way", Optional.empty(), Optional.of("to the shaft")),
                "lip-way-again");
        assertThat(again.judge("to the shaft").passed()).isTrue();
        assertThat(again.judge("to the plug").passed()).isFalse();
        assertThat(again.note()).hasToString("It was to the shaft before.");
    }
}
