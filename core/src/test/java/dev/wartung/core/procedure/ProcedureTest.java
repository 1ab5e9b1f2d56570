package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.procedure.Step.Film;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Procedures of a few steps written down by hand: what they come to, and what one part found unfit makes of them. */
class ProcedureTest {

    private static final Job JOB = AllJobs.kolm50("NC", "renew-product-seals");
    private static final Part STEM = JOB.build().part("stem").orElseThrow();

    private static final Act TAKE = Act.of(Verb.TAKE, "stem");
    private static final Act BIN = Act.of(Verb.BIN, "stem");
    private static final Act BACK = Act.of(Verb.PUT_BACK, "stem");
    private static final Act NEW = Act.of(Verb.FIT_NEW, "stem");

    private static Step step(String id, Phase phase, Act... acts) {
        return StepBuilder.builder(JOB.procedure().steps().get(0))
                .id(id)
                .operation(id)
                .phase(phase)
                .acts(List.of(acts))
                .films(List.of())
                .tools(List.of())
                .build();
    }

    private static Procedure of(Step... steps) {
        return new Procedure(List.of(steps), List.of("plug-seal"), List.of());
    }

    /** Its steps with what is done in each, as {@code id:verb,verb}. */
    private static List<String> done(Procedure procedure) {
        return procedure.steps().stream()
                .map(s -> s.id() + ":"
                        + String.join(
                                ",", s.acts().stream().map(a -> a.verb().name()).toList()))
                .toList();
    }

    private static List<String> replaced(Procedure procedure, boolean onCloth, String... confirmed) {
        return done(Replacement.into(procedure, Set.copyOf(Arrays.asList(confirmed)), STEM, onCloth)
                .orElseThrow());
    }

    @Test
    @DisplayName(
            "Minutes add up, tools are named once in the order they are needed, films in the order they are laid on")
    void comesTo() {
        Film seal = new Film("plug-seal", "Plug seal", "stems", List.of("EPDM"), "Lumo", "H1", 1e-8);
        Film ring = new Film("stem-o-ring", "Stem O-ring", "stems", List.of("EPDM"), "Lumo", "H1", 2e-8);
        Message spanner = Message.of("tool.spanner", "Spanner");
        Message hook = Message.of("tool.hook", "Hook");
        Procedure two = of(
                StepBuilder.builder(step("one", Phase.OPEN))
                        .minutes(2)
                        .tools(List.of(spanner, hook))
                        .films(List.of(seal))
                        .build(),
                StepBuilder.builder(step("two", Phase.CLOSE))
                        .minutes(3.5)
                        .tools(List.of(spanner))
                        .films(List.of(ring, seal))
                        .build());
        assertThat(two.minutes()).isEqualTo(5.5);
        assertThat(two.tools()).containsExactly(spanner, hook);
        assertThat(two.films()).containsExactly(seal, ring, seal);
        Procedure later = two.renamed("again-");
        assertThat(later.steps()).extracting(Step::id).containsExactly("again-one", "again-two");
        assertThat(later.steps()).extracting(Step::operation).containsExactly("one", "two");
        assertThat(later.renews()).isEqualTo(two.renews());
    }

    @Test
    @DisplayName("On the cloth it goes to the bin just before it would go back, and a new one in there; once")
    void fromTheCloth() {
        Procedure way = of(
                step("a", Phase.STRIP, TAKE),
                step("b", Phase.STRIP),
                step("c", Phase.CLOSE, BACK),
                step("d", Phase.CLOSE, TAKE),
                step("e", Phase.CLOSE, BACK));
        assertThat(replaced(way, true, "a", "b"))
                .containsExactly("a:TAKE", "b:", "bin-stem:BIN", "c:FIT_NEW", "d:TAKE", "e:PUT_BACK");
        assertThat(Replacement.into(way, Set.of("a", "b"), STEM, true)
                        .orElseThrow()
                        .renews())
                .containsExactly("plug-seal", "stem");
        assertThat(replaced(way, false)).as("not off yet").isEqualTo(replaced(way, true, "a", "b"));
    }

    @Test
    @DisplayName("What is behind stays as it was done; what is ahead decides")
    void behind() {
        Procedure way = of(
                step("a", Phase.STRIP, TAKE),
                step("b", Phase.STRIP, BACK),
                step("c", Phase.STRIP, TAKE),
                step("d", Phase.STRIP, BACK));
        assertThat(replaced(way, false, "a", "b"))
                .containsExactly("a:TAKE", "b:PUT_BACK", "c:TAKE", "bin-stem:BIN", "d:FIT_NEW");
        assertThat(Replacement.into(way, Set.of("a", "b", "c", "d"), STEM, false))
                .as("nothing left gets at it")
                .isEmpty();
        assertThat(Replacement.into(of(step("d", Phase.CLOSE, BACK)), Set.of(), STEM, false))
                .as("it is not off: there is none to be put in its place")
                .isEmpty();
    }

    @Test
    @DisplayName("With what is renewed it is binned first, in the bin already not again, and with its old film nowhere")
    void withWhatIsRenewed() {
        assertThat(replaced(
                        of(
                                step("a", Phase.STRIP, TAKE),
                                step("b", Phase.STRIP),
                                step("c", Phase.RENEW),
                                step("d", Phase.CLOSE, BACK)),
                        false))
                .containsExactly("a:TAKE", "b:", "bin-stem:BIN", "c:", "d:FIT_NEW");
        assertThat(replaced(
                        of(step("a", Phase.STRIP, BIN), step("c", Phase.RENEW), step("d", Phase.CLOSE, NEW)), false))
                .containsExactly("a:BIN", "c:", "d:FIT_NEW");
        assertThat(replaced(
                        of(step("c", Phase.RENEW, BIN), step("d", Phase.CLOSE, BACK), step("e", Phase.CLOSE, BACK)),
                        true))
                .as("its own step bins it")
                .containsExactly("c:BIN", "d:FIT_NEW", "e:PUT_BACK");
        assertThat(Replacement.into(of(step("d", Phase.CLOSE, NEW)), Set.of(), STEM, false)
                        .orElseThrow()
                        .steps())
                .extracting(Step::id)
                .as("one that is fitted new anyhow")
                .containsExactly("d");
    }
}
