package dev.wartung.web.change;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Wording;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class KeptAnswerTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Test
    @DisplayName("A study kept before its figures were messages reads as it was seen, and in other units")
    void earlier() {
        KeptAnswer kept = JSON.readValue(
                """
                {"says":"Works only if there is always 6.15 bar of air, or 5.67 bar with spring and friction as they should be.",
                 "parts":[{"name":"Upper seat, stem up",
                   "demands":[{"says":"Closing tight takes 5.2 bar to 6.15 bar; the plant guarantees 5.2 bar, usually 6 bar.","verdict":"ONLY_IF","onlyIf":"there is always 6.15 bar of air"}],
                   "held":{"by the usual air":["does not seal","1.2 bar","3 bar"]},
                   "onLossOfAir":{"from above, off its seat":"It opens by its spring."}}],
                 "ways":["with at least 6.2 bar of air, guaranteed"],
                 "notes":["It closes against the flow, which is the gentle way."]}""",
                KeptAnswer.class);
        assertThat(kept.says())
                .hasToString(
                        "Works only if there is always 6.15 bar of air, or 5.67 bar with spring and friction as they should be.");
        KeptAnswer.Part part = kept.parts().get(0);
        assertThat(part.name()).hasToString("Upper seat, stem up");
        assertThat(part.demands().get(0).verdict()).isEqualTo(Verdict.ONLY_IF);
        assertThat(new Wording(UnitSystem.US).of(part.demands().get(0).says()))
                .contains("psi")
                .doesNotContain("bar");
        assertThat(part.onLossOfAir()).containsOnlyKeys("from above, off its seat");
        assertThat(kept.ways().get(0)).hasToString("with at least 6.2 bar of air, guaranteed");
    }
}
