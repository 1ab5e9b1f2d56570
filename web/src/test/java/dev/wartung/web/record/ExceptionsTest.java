package dev.wartung.web.record;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Answer.Acceptance;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.Judgement;
import dev.wartung.web.job.JobState;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What a reviewer is shown first. */
class ExceptionsTest {

    private static final CountedIn SEAL = CountedIn.alone("plug-seal", "Plug seal", "K-1", "EPDM", "L-1");

    private static ServiceReport.Reading reading(boolean within) {
        Message finding = Message.of("t.finding", within ? "12 N·m, within." : "15 N·m, above 12 N·m.");
        Answer answer = Answer.measured(
                "torque",
                "Torque",
                new Quantity(15, Dimension.TORQUE),
                within ? Verdict.within(finding) : Verdict.unsure(finding));
        return new ServiceReport.Reading(
                Message.of("t.step", "Tighten the clamp"),
                within ? answer : answer.accepted(new Acceptance("worn nut", Optional.empty())),
                Message.NONE,
                "Tessa");
    }

    private static ServiceReport report(boolean exceptional) {
        Instant at = Instant.parse("2026-11-28T10:00:00Z");
        return new ServiceReport(
                new ServiceReport.OfJob(1, "Job", JobState.CLOSED, "TS-1", "Type", "Service", "closed"),
                "",
                List.of(),
                List.of(new ServiceReport.Line(
                        at, "Tessa", Message.of("t.what", "Bench taken over"), Message.NONE, exceptional)),
                List.of(reading(!exceptional)),
                List.of(
                        exceptional
                                ? new CountedIn("s", "Stem seal", "K-2", "EPDM", "L-2", "", "books are wrong")
                                : SEAL),
                List.of(),
                exceptional ? List.of("Air hose") : List.of(),
                List.of(new Greased(
                        "plug seal",
                        "Lumo 2",
                        "G-1",
                        "H1",
                        Message.words(exceptional ? "swells EPDM" : ""),
                        Optional.empty())),
                List.of(),
                "",
                new Judgement(List.of(), List.of(), Map.of(), Set.of()),
                exceptional ? List.of(new ServiceReport.Changed("Drive", "NC", "NO")) : List.of(),
                List.of(),
                List.of());
    }

    @Test
    @DisplayName("Nothing is an exception in a job that went as planned; what was replaced is told all the same")
    void ordinary() {
        Exceptions none = Exceptions.of(report(false));
        assertThat(none.some()).isFalse();
        assertThat(none.outside()).isEmpty();
        assertThat(none.deviated()).isEmpty();
        assertThat(none.replaced()).containsExactly("Plug seal");
    }

    @Test
    @DisplayName(
            "A reading outside with what was found and why it stands, and each thing that went otherwise, in words")
    void exceptional() {
        Exceptions some = Exceptions.of(report(true));
        assertThat(some.some()).isTrue();
        assertThat(some.outside())
                .extracting(Message::shown)
                .singleElement()
                .asString()
                .startsWith("Tighten the clamp: 15 N·m, above 12 N·m.")
                .endsWith("It stands because: worn nut");
        assertThat(some.deviated())
                .extracting(Message::shown)
                .containsExactly(
                        "Bench taken over: ",
                        "Grease Lumo 2 on plug seal against advice: swells EPDM",
                        "Stem seal of lot L-2 taken all the same: books are wrong",
                        "Still on the cloth: Air hose",
                        "Drive was NC, is NO");
        assertThat(some.replaced()).containsExactly("Stem seal");
    }
}
