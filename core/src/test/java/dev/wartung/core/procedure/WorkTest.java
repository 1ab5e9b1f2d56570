package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.AllJobs.Job;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What is to be done, and its steps as they are kept; on a Kolm 50. */
class WorkTest {

    private final Job job = AllJobs.kolm50("NC", "renew-product-seals");

    @Test
    @DisplayName("With more found unfit it is the same work, and each part is renewed once")
    void alsoRenewing() {
        Work work = job.work();
        assertThat(work.alsoRenewing(List.of())).isSameAs(work);
        Work more = work.alsoRenewing(List.of("stem", "bush", "stem"));
        assertThat(more.kind().renews().parts())
                .containsExactlyElementsOf(
                        Stream.concat(work.kind().renews().parts().stream(), Stream.of("stem", "bush"))
                                .toList());
        assertThat(more.kind().id()).isEqualTo(work.kind().id());
        assertThat(more.kind().renews().kinds()).isEqualTo(work.kind().renews().kinds());
        assertThat(more.kind().reaches()).isEqualTo(work.kind().reaches());
        assertThat(more.kind().becomes()).isEqualTo(work.kind().becomes());
        assertThat(job.derivation().derive(more, job.configuration()).renews()).contains("stem", "bush");
        assertThat(Work.renew("bush").chosen()).containsExactly("bush");
        assertThat(job.derivation()
                        .derive(Work.renew("bush"), job.configuration())
                        .renews())
                .contains("bush")
                .doesNotContain("plug-seal");
    }

    @Test
    @DisplayName("Possible is every work of the valve, one that is chosen for a part once for each such part")
    void possible() {
        List<String> all = Work.possible(job.anatomy(), job.type(), job.configuration())
                .map(w -> w.kind().id() + w.chosen())
                .toList();
        assertThat(all)
                .contains("renew-product-seals[]", "renew-one-seal[plug-seal]", "renew-one-seal[body-seal]")
                .doesNotContain("renew-one-seal[]", "renew-one-seal[stem]", "renew-one-seal[stem-diaphragm]")
                .doesNotHaveDuplicates();
    }

    @Test
    @DisplayName("Only the way back closes up; it renews nothing of its own")
    void closesUp() {
        assertThat(Work.closeUp().closesUp()).isTrue();
        assertThat(job.work().closesUp()).isFalse();
        assertThat(Work.closeUp().kind().renews().parts()).isEmpty();
    }

    @Test
    @DisplayName(
            "A step whose readings are to be the same as earlier ones is held against what was read; another stays itself")
    void knowing() {
        Step plain = job.procedure().steps().stream()
                .filter(s -> s.asks().size() == 1 && s.asks().get(0).same().isEmpty())
                .findFirst()
                .orElseThrow();
        Map<String, Ask.Known> read = Map.of("before", new Ask.Known(Optional.empty(), Optional.of("wet")));
        assertThat(plain.knowing(read)).isSameAs(plain);
        Ask.Observation again = new Ask.Observation(
                new Ask.About(
                        "again",
                        "As before?",
                        false,
                        Message.NONE,
                        Optional.empty(),
                        Optional.of(new Ask.Same("before", Optional.empty()))),
                List.of("dry", "wet"),
                Optional.of("dry"),
                Message.NONE,
                Map.of(),
                Map.of());
        Step both = StepBuilder.builder(plain)
                .asks(List.of(plain.asks().get(0), again))
                .build();
        assertThat(both.knowing(read).asks().get(0)).isEqualTo(plain.asks().get(0));
        assertThat(((Ask.Observation) both.knowing(read).asks().get(1)).expected())
                .contains("wet");
    }

    @Test
    @DisplayName("What a step says is known by where it stands in its family’s sheet, whatever is written there")
    void whereItStands() {
        Step air = job.procedure().steps().stream()
                .filter(s -> s.id().equals("air-opens"))
                .findFirst()
                .orElseThrow();
        assertThat(air.say().id()).isEqualTo("single-seat/air-opens/say");
        assertThat(air.why().id()).isEqualTo("single-seat/air-opens/why");
        assertThat(air.done().id()).isEqualTo("single-seat/air-opens/done");
        assertThat(air.cautions()).isNotEmpty().allSatisfy(c -> {
            assertThat(c.lead().id()).isEqualTo("single-seat/air-opens/caution");
            assertThat(c.text().id()).isEqualTo("single-seat/air-opens/caution/text");
        });
        assertThat(air.tools()).isNotEmpty().allSatisfy(t -> assertThat(t.id()).isEqualTo("single-seat/tool"));
        assertThat(job.procedure().steps().stream()
                        .flatMap(s -> s.techniques().stream().map(t -> s.id() + " " + t))
                        .filter(t -> t.endsWith("grease-film")))
                .as("a film is laid where something gets one")
                .contains("fit-plug-seal grease-film", "fit-stem-seal grease-film")
                .doesNotContain("air-opens grease-film", "take-off-body-clamp grease-film");
    }
}
