package dev.wartung.core.progress;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.inspection.Finding.Replaced;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.sealing.OldSeal;
import dev.wartung.core.sheet.Knowledge;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What follows from findings and old seals: what blocks which step, and what stands in the way of closing. */
class JudgementRulesTest {

    private static Finding finding(String part, Decision decision) {
        Optional<Replaced> replaced = decision == Decision.REPLACE
                ? Optional.of(new Replaced(part, "Stem O-ring", "A-1", "EPDM"))
                : Optional.empty();
        return new Finding(
                "f",
                part,
                "Stem O-ring",
                "groove",
                "Seal groove",
                "nick",
                "Nick",
                "",
                Optional.of(1e-4),
                Optional.empty(),
                "",
                Optional.empty(),
                decision,
                Message.words("Because."),
                replaced);
    }

    private static Judgement of(Finding... findings) {
        return new Judgement(List.of(findings), List.of(), Map.of(), Set.of());
    }

    private static Step step(Act... acts) {
        return new Step(
                "s",
                "s",
                Optional.empty(),
                Phase.CLOSE,
                Message.words("Do it"),
                Message.NONE,
                Message.words("Done"),
                "",
                List.of(),
                List.of(),
                1,
                List.of(),
                List.of(),
                List.of(),
                Arrays.asList(acts),
                false,
                false,
                false,
                List.of(),
                List.of());
    }

    private static final Step BACK = step(Act.of(Verb.PUT_BACK, "stem"));
    private static final Step NEW = step(Act.of(Verb.FIT_NEW, "stem"));
    private static final Step ELSE = step(Act.of(Verb.AIR_OFF, ""), Act.of(Verb.PUT_BACK, "clamp"));

    @Test
    @DisplayName("Rework holds back its own part until it is looked at again, whatever comes of the second look")
    void rework() {
        Judgement open = of(finding("stem", Decision.REWORK));
        assertThat(open.blocks(BACK, false).orElseThrow().toString())
                .contains("Nick on stem O-ring was to be reworked");
        assertThat(open.blocks(ELSE, false)).isEmpty();
        assertThat(open.blocks(NEW, false)).as("a new one has no nick").isEmpty();
        assertThat(open.hindrances()).singleElement().asString().contains("has not been looked at again");
        assertThat(of(finding("stem", Decision.REWORK), finding("stem", Decision.FIT))
                        .hindrances())
                .isEmpty();
        assertThat(of(finding("stem", Decision.REWORK), finding("stem", Decision.REWORK))
                        .toLookAtAgain())
                .hasSize(1);
        assertThat(of(finding("stem", Decision.FIT), finding("stem", Decision.REWORK))
                        .toLookAtAgain())
                .as("a look before is no second look")
                .hasSize(1);
        assertThat(of(finding("stem", Decision.REWORK), finding("plug", Decision.FIT))
                        .toLookAtAgain())
                .as("another part's look does not count")
                .hasSize(1);
    }

    @Test
    @DisplayName("What is not here holds back only the step that fits it, and the closing; once it is here, nothing")
    void waiting() {
        Judgement waits = of(finding("stem", Decision.REPLACE));
        assertThat(waits.blocks(NEW, false).orElseThrow().toString()).contains("waits for a new stem O-ring");
        assertThat(waits.blocks(NEW, true)).as("air does not bring the part").isPresent();
        assertThat(waits.blocks(ELSE, false)).isEmpty();
        assertThat(waits.hindrances()).map(Message::toString).containsExactly("A new stem O-ring is not here yet.");
        Judgement here = new Judgement(waits.findings(), List.of(), Map.of(), Set.of("stem"));
        assertThat(here.blocks(NEW, false)).isEmpty();
        assertThat(here.open()).isZero();
    }

    @Test
    @DisplayName(
            "A valve to be stopped is not put together any further, but under air the way goes on until the air is off")
    void stopping() {
        Judgement stops = of(finding("body", Decision.STOP));
        assertThat(stops.blocks(BACK, false).orElseThrow().toString()).contains("goes out of service");
        assertThat(stops.blocks(BACK, true)).isEmpty();
        assertThat(stops.blocks(step(Act.of(Verb.AIR_OFF, "")), false)).isEmpty();
        assertThat(stops.hindrances()).singleElement().asString().endsWith("Stop the job.");
    }

    @Test
    @DisplayName("Two old seals that ask for the same check ask once; answered, it is asked no more")
    void checks() {
        OldSeal plug = OldSeal.of(
                "plug-seal",
                "Plug seal",
                "A",
                "EPDM",
                Knowledge.oldSeals().appearance("swollen").orElseThrow(),
                "",
                false);
        OldSeal stem = OldSeal.of(
                "stem-seal",
                "Stem seal",
                "B",
                "EPDM",
                Knowledge.oldSeals().appearance("swollen").orElseThrow(),
                "",
                false);
        Judgement both = new Judgement(List.of(), List.of(plug, stem), Map.of(), Set.of());
        assertThat(both.openChecks()).hasSize(plug.checks().size());
        String first = plug.checks().get(0).id();
        assertThat(new Judgement(List.of(), List.of(plug, stem), Map.of(first, "in order"), Set.of()).openChecks())
                .noneMatch(c -> c.id().equals(first));
        assertThat(both.hindrances()).allSatisfy(h -> assertThat(h.toString())
                .startsWith("Not answered yet: ")
                .matches(".*[.?]$"));
    }
}
