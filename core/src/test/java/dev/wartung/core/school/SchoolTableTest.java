package dev.wartung.core.school;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Settled.By;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Who settles a question of practice, and that the answer reaches the bench with its reason. */
class SchoolTableTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final SchoolTable TABLE = Schools.table();

    private static TypeSheet type(String id) {
        return LIBRARY.type(id).orElseThrow();
    }

    private static ValveConfiguration made(TypeSheet type) {
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        return anatomy.configurations(type).stream()
                .filter(c -> !"ptfe".equals(c.options().get("seat-kind")))
                .findFirst()
                .orElseThrow();
    }

    private static Settled settle(String school, String typeId, SiteChoices site) {
        return TABLE.settle(TABLE.school(school).orElseThrow(), type(typeId), made(type(typeId)), site);
    }

    private static Procedure seals(String typeId, SiteChoices site) {
        AnatomySheet anatomy = LIBRARY.anatomy(type(typeId).anatomy()).orElseThrow();
        return new Derivation(anatomy, type(typeId), new Practice(TABLE, site))
                .derive(Work.of(anatomy.work("renew-product-seals").orElseThrow()), made(type(typeId)));
    }

    @Test
    @DisplayName(
            "The maker before the plant, the plant before the usual way; the usual way knows what the sheet gives and the plant owns")
    void precedence() {
        SiteChoices open = new SiteChoices(Map.of("housing-bolts", "disc-open"), Set.of());
        SiteChoices gap = new SiteChoices(Map.of("housing-bolts", "pre-gap"), Set.of());
        assertThat(settle("housing-bolts", "fen-50", SiteChoices.NONE))
                .extracting(Settled::answer, Settled::by)
                .containsExactly("pre-gap", By.DEFAULT);
        assertThat(settle("housing-bolts", "fen-50", open))
                .extracting(Settled::answer, Settled::by)
                .containsExactly("disc-open", By.PLANT);
        assertThat(settle("housing-bolts", "fen-100", gap))
                .extracting(Settled::answer, Settled::by)
                .containsExactly("disc-open", By.MAKER);
        assertThat(settle("seat-removal", "fen-50", SiteChoices.NONE).answer()).isEqualTo("lever");
        assertThat(settle("seat-removal", "fen-50", new SiteChoices(Map.of(), Set.of("seat-extractor")))
                        .answer())
                .isEqualTo("extractor");
        assertThat(settle(
                        "change-over-order",
                        "kolm-t-65",
                        new SiteChoices(Map.of("change-over-order", "lower"), Set.of())))
                .extracting(Settled::answer, Settled::by)
                .containsExactly("upper", By.MAKER);
    }

    @Test
    @DisplayName("Another school is another procedure, and each step that follows one says which and why")
    void reachesTheBench() {
        Procedure usual = seals("fen-50", SiteChoices.NONE);
        Procedure open =
                seals("fen-50", new SiteChoices(Map.of("housing-bolts", "disc-open", "bush-removal", "air"), Set.of()));
        assertThat(usual.steps())
                .extracting(Step::id)
                .containsSubsequence("key-open", "set-gap", "key-closed", "tighten-housing");
        // the disc was opened for the seat and stays open
        assertThat(open.steps())
                .extracting(Step::id)
                .doesNotContain("set-gap")
                .containsSubsequence("key-open", "tighten-housing");
        assertThat(open.steps().stream().map(Step::operation).takeWhile(id -> !id.equals("tighten-housing")))
                .doesNotContain("key-closed");
        assertThat(open.tools()).extracting(Message::toString).contains("Shield");
        Step tighten = open.steps().stream()
                .filter(s -> s.id().equals("tighten-housing"))
                .findFirst()
                .orElseThrow();
        assertThat(tighten.choices())
                .singleElement()
                .asString()
                .contains("Butterfly housing bolts", "disc open", "this plant's choice");
        assertThat(usual.steps().stream()
                        .filter(s -> s.id().equals("tighten-housing"))
                        .findFirst()
                        .orElseThrow()
                        .choices())
                .singleElement()
                .asString()
                .contains("usual:");
    }

    @Test
    @DisplayName(
            "Tools that the plant does not own are to be borrowed; a wrong answer, or one that is the maker's, is refused")
    void toolsAndTroubles() {
        List<Message> needed = Stream.of("Bush puller", "Torque wrench 10 N·m", "Key 11 mm")
                .map(Message::words)
                .toList();
        assertThat(TABLE.toBorrow(needed, SiteChoices.NONE))
                .extracting(SchoolTable.SpecialTool::id)
                .containsExactly("bush-puller", "torque-wrench");
        assertThat(TABLE.toBorrow(needed, new SiteChoices(Map.of(), Set.of("torque-wrench", "bush-puller"))))
                .isEmpty();
        assertThat(TABLE.troubles(Map.of("air-off", "after-lift"))).isEmpty();
        assertThat(TABLE.troubles(Map.of("air-off", "whenever", "no-such", "x", "seat-film", "bore")))
                .extracting(Message::toString)
                .containsExactlyInAnyOrder(
                        "“whenever” is no answer to “"
                                + TABLE.school("air-off").orElseThrow().question() + "”.",
                        "“x” is no answer to “no-such”.",
                        "“bore” is no answer to “"
                                + TABLE.school("seat-film").orElseThrow().question() + "”.");
    }

    @Test
    @DisplayName(
            "Every school that a sheet asks about is known, every one of them is asked somewhere or shown, and its words are there")
    void complete() {
        assertThat(TABLE.schools()).hasSize(19).allSatisfy(s -> {
            assertThat(s.answers()).hasSizeGreaterThanOrEqualTo(2);
            assertThat(s.usualInWords()).isNotBlank();
            assertThat(LIBRARY.types().stream()
                            .map(t -> LIBRARY.anatomy(t.anatomy()).orElseThrow()))
                    .as(s.id())
                    .anyMatch(a -> a.schools().contains(s.id()));
            assertThat(s.answers().keySet())
                    .containsAll(
                            s.defaults().stream().map(School.Default::answer).toList());
        });
    }
}
