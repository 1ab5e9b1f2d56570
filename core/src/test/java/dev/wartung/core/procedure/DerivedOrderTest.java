package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Phase;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Worked examples: the order practitioners use. */
class DerivedOrderTest {

    private static List<String> ids(Procedure procedure, Phase... phases) {
        return procedure.steps().stream()
                .filter(s -> List.of(phases).contains(s.phase()))
                .map(Step::id)
                .toList();
    }

    @Test
    @DisplayName("Spring closes: air before the clamp, off as soon as the insert is out, and again for closing")
    void springClosing() {
        Procedure procedure = AllJobs.kolm50("NC", "renew-product-seals").procedure();
        assertThat(ids(procedure, Phase.OPEN, Phase.STRIP))
                .containsExactly(
                        "air-opens",
                        "take-off-body-clamp",
                        "lift-insert",
                        "air-off",
                        "take-out-body-seal",
                        "part-stem",
                        "draw-stem",
                        "take-off-bonnet",
                        "take-out-stem-seal",
                        "take-out-stem-o-ring",
                        "take-out-plug-seal");
        assertThat(ids(procedure, Phase.RENEW))
                .containsExactly("fit-plug-seal", "fit-stem-o-ring", "fit-stem-seal", "fit-body-seal");
        assertThat(ids(procedure, Phase.CLOSE, Phase.PROVE))
                .containsExactly(
                        "fit-bonnet",
                        "insert-stem",
                        "couple-stem",
                        "air-opens-2",
                        "lower-insert",
                        "close-body-clamp",
                        "air-off-2",
                        "cycle",
                        "test-tightness",
                        "connect-plant-air",
                        "prove-fail-position");
        assertThat(procedure.renews()).containsExactlyInAnyOrder("plug-seal", "stem-seal", "stem-o-ring", "body-seal");
    }

    @Test
    @DisplayName("Spring opens: no air at all until the valve is proven")
    void springOpening() {
        Procedure procedure = AllJobs.kolm50("NO", "renew-product-seals").procedure();
        assertThat(ids(procedure, Phase.OPEN, Phase.STRIP, Phase.RENEW, Phase.CLOSE))
                .noneMatch(s -> s.startsWith("air-"));
        assertThat(ids(procedure, Phase.PROVE))
                .as("its seat is tried where it shuts")
                .containsSubsequence("air-closes", "test-tightness", "air-off");
        assertThat(ids(procedure, Phase.OPEN)).containsExactly("take-off-body-clamp", "lift-insert");
    }

    @Test
    @DisplayName(
            "A profiled plug seal alone is reached without parting the stem; the body seal is spent by opening and renewed with it")
    void onlyWhatIsNeeded() {
        Procedure procedure = AllJobs.kolm50("NC", "renew-one-seal plug-seal").procedure();
        assertThat(ids(procedure, Phase.STRIP)).containsExactly("take-out-body-seal", "take-out-plug-seal");
        assertThat(procedure.renews()).containsExactlyInAnyOrder("plug-seal", "body-seal");
        assertThat(AllJobs.kolm50("NC", "renew-one-seal plug-seal", "plug", "snap-on")
                        .procedure()
                        .steps())
                .anyMatch(s -> s.id().equals("draw-stem"));
    }

    @Test
    @DisplayName("With a control head the air comes through it, so its hose goes on again before the insert is lowered")
    void controlHead() {
        Procedure procedure = AllJobs.kolm50("NC", "renew-bush", "head", "fitted", "lock-pin", "fitted")
                .procedure();
        List<String> close = ids(procedure, Phase.CLOSE);
        assertThat(close.indexOf("connect-air")).isBetween(close.indexOf("fit-head"), close.indexOf("air-opens-2"));
        assertThat(procedure.renews())
                .containsExactlyInAnyOrder(
                        "body-seal", "bush", "stem-seal", "stem-o-ring", "lock-pin", "passage-o-ring");
    }

    @Test
    @DisplayName("The figures of the valve stand at the step that needs them, and what no kit contains is said")
    void figuresAndSupplies() {
        AllJobs.Job job = AllJobs.kolm50("NC", "renew-bush");
        Procedure procedure = job.procedure();
        Step air = procedure.steps().stream()
                .filter(s -> s.id().equals("air-opens"))
                .findFirst()
                .orElseThrow();
        // (2300 + 27·22 + 150) N on π/4·(100² − 20²) mm² = 4.04 bar, shown rounded up
        assertThat(air.why()).asString().contains("4.1 bar");
        assertThat(air.cautions().get(0).text()).asString().contains("2.9 kN");
        Supplies supplies = Supplies.of(job.type(), job.build(), job.configuration(), procedure.renews());
        assertThat(supplies.kit())
                .hasValueSatisfying(kit -> assertThat(kit.id()).isEqualTo("K50-PE"));
        assertThat(supplies.notInKit()).extracting(Supplies.Piece::part).containsExactly("bush");
        assertThat(supplies.inKit())
                .filteredOn(p -> !p.used())
                .extracting(Supplies.Piece::part)
                .containsExactly("plug-seal");
    }

    @Test
    @DisplayName(
            "A reversal opens as what the valve is and closes as what it becomes: air to open the clamp, none to close it; label and signals follow by themselves")
    void reversal() {
        List<String> steps = AllJobs.kolm50("NC", "reverse-to-open").procedure().steps().stream()
                .map(Step::id)
                .toList();
        assertThat(steps)
                .containsSubsequence(
                        "air-opens",
                        "take-off-body-clamp",
                        "lift-insert",
                        "air-off",
                        "part-stem",
                        "draw-lock-wire",
                        "open-actuator",
                        "take-out-piston",
                        "record-reversal",
                        "put-in-piston",
                        "close-actuator",
                        "fit-lock-wire",
                        "couple-stem",
                        "lower-insert",
                        "close-body-clamp",
                        "relabel",
                        "prove-fail-position",
                        "check-signals",
                        "unlock-line");
        assertThat(steps.subList(steps.indexOf("record-reversal"), steps.indexOf("close-body-clamp")))
                .doesNotContain("air-opens", "air-closes");
        List<String> back = AllJobs.kolm50("NO", "reverse-to-close").procedure().steps().stream()
                .map(Step::id)
                .toList();
        assertThat(back.subList(0, back.indexOf("record-reversal"))).doesNotContain("air-opens", "air-closes");
        assertThat(back).containsSubsequence("record-reversal", "air-opens", "lower-insert", "close-body-clamp");
        assertThat(AllJobs.kolm50("NC", "reverse-to-open").procedure().rechecks())
                .anyMatch(r -> r.name().startsWith("Look at the reversed valve"));
        assertThat(AllJobs.kolm50("NC", "renew-product-seals").procedure().steps())
                .noneMatch(s -> s.id().equals("check-signals"));
    }

    @Test
    @DisplayName(
            "The kit for a valve with a control head has one seal more; the one without is refused by the seal it lacks, and so is any other")
    void kitVariants() {
        AllJobs.Job job = AllJobs.kolm50("NC", "renew-actuator-seals", "head", "fitted");
        Supplies supplies = Supplies.of(
                job.type(), job.build(), job.configuration(), job.procedure().renews());
        assertThat(supplies.kit().orElseThrow().id()).isEqualTo("K50-AKH");
        assertThat(job.procedure().renews()).contains("piston-seal", "rod-seal", "top-rod-seal", "lock-wire");
        assertThat(supplies.refusal(job.type(), job.build(), "k50-akh ")).isEmpty();
        assertThat(supplies.refusal(job.type(), job.build(), "K50-AK")).hasValueSatisfying(w -> assertThat(w)
                .asString()
                .contains("it lacks the upper rod seal")
                .contains("take K50-AKH"));
        assertThat(supplies.refusal(job.type(), job.build(), "K65-AK"))
                .hasValueSatisfying(w -> assertThat(w).asString().contains("No kit of this type"));
        assertThat(AllJobs.kolm50("NC", "renew-actuator-seals").procedure().renews())
                .doesNotContain("top-rod-seal");
    }
}
