package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.message.Message;
import dev.wartung.core.sheet.Knowledge;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** The tin for each film of a derived job. */
class GreasingTest {

    private static final Tin SILICONE =
            new Tin(new Grease("Lumo 2 silicone grease", "silicone", "ptfe", "H1", Set.of(), 450), "S-1");
    private static final Tin SYNTHETIC =
            new Tin(new Grease("Lumo 4 synthetic grease", "pao", "ptfe", "H1", Set.of("silicone-free"), 430), "P-1");
    private static final Tin INERT =
            new Tin(new Grease("Other inert grease", "pfpe", "ptfe", "H1", Set.of("silicone-free"), 520), "I-1");

    private static GreaseShelf shelf(Set<String> demands, Tin... tins) {
        return new GreaseShelf(Knowledge.lubrication(), List.of(tins), demands, 353);
    }

    private static Step.Film film(String part) {
        return AllJobs.kolm50("NC", "renew-product-seals").procedure().films().stream()
                .filter(f -> f.part().equals(part))
                .findFirst()
                .orElseThrow();
    }

    private static String said(Greasing greasing) {
        return Message.joined(" ", greasing.reasons()).toString();
    }

    @Test
    @DisplayName(
            "The maker's own where it is here and suits; another that suits where it may not be used, and why; nothing that does harm")
    void chosen() {
        Greasing own = Greasing.of(film("plug-seal"), shelf(Set.of(), INERT, SILICONE, SYNTHETIC));
        assertThat(own.tin()).contains(SILICONE);
        assertThat(said(own)).startsWith("The maker names it.");
        Greasing free = Greasing.of(film("plug-seal"), shelf(Set.of("silicone-free"), INERT, SILICONE, SYNTHETIC));
        assertThat(free.tin()).contains(INERT);
        assertThat(said(free)).contains("Not Lumo 2 silicone grease").contains("free of silicone");
        Greasing none = Greasing.of(film("plug-seal"), shelf(Set.of("silicone-free"), SILICONE, SYNTHETIC));
        assertThat(none.lacks()).isTrue();
        assertThat(said(none)).contains("Lumo 4 synthetic grease: ").contains("swells EPDM");
        assertThat(Greasing.of(film("plug-seal"), shelf(Set.of())).lacks())
                .as("no list, no judgement")
                .isFalse();
        assertThat(Greasing.judge(film("plug-seal"), SYNTHETIC, shelf(Set.of(), SYNTHETIC))
                        .level())
                .isEqualTo(Level.HARMS);
    }

    private static Step.Film ofGrease(String grease) {
        Step.Film seal = film("plug-seal");
        return new Step.Film(
                seal.part(), seal.name(), seal.position(), seal.polymers(), grease, seal.registration(), 0);
    }

    private static String last(Greasing greasing) {
        return greasing.reasons().get(greasing.reasons().size() - 1).toString();
    }

    @Test
    @DisplayName(
            "Said last: why it is not the maker’s, be it that there is none or that it does harm; that its sheet names none; nothing where it is")
    void whyNotTheMakers() {
        GreaseShelf silicones = shelf(Set.of(), SILICONE);
        assertThat(Greasing.of(film("plug-seal"), silicones).reasons())
                .extracting(Message::toString)
                .contains("The maker names it.")
                .noneMatch(said -> said.startsWith("Not ") || said.contains("names none"));
        assertThat(last(Greasing.of(ofGrease("Another grease"), silicones)))
                .isEqualTo("Not Another grease, which the maker names: there is none on site.");
        assertThat(last(Greasing.of(film("plug-seal"), shelf(Set.of("silicone-free"), SILICONE, INERT))))
                .startsWith("Not Lumo 2 silicone grease, which the maker names: ")
                .contains("free of silicone")
                .doesNotContain("on site");
        Greasing unnamed = Greasing.of(ofGrease(Step.Film.NOT_NAMED), silicones);
        assertThat(last(unnamed)).isEqualTo("Its sheet names none.");
        assertThat(unnamed.tin()).contains(SILICONE);
        assertThat(said(unnamed)).doesNotContain("The maker names it");
    }

    @Test
    @DisplayName(
            "Where nothing on site may be used each tin is said once with its reason, and that the maker’s is not here; without a list, what the sheet names")
    void nothingToUse() {
        GreaseShelf harms = shelf(Set.of("silicone-free"), SYNTHETIC, SYNTHETIC);
        assertThat(Greasing.of(ofGrease("Another grease"), harms).reasons())
                .extracting(Message::toString)
                .satisfiesExactly(
                        said -> assertThat(said).isEqualTo("No tin on site may be used here."),
                        said -> assertThat(said).isEqualTo("Another grease, which the maker names, is not here."),
                        said -> assertThat(said)
                                .startsWith("Lumo 4 synthetic grease: ")
                                .contains("EPDM"));
        assertThat(Greasing.of(ofGrease("Lumo 4 synthetic grease"), harms).reasons())
                .as("it is here, and harms")
                .hasSize(2);
        assertThat(Greasing.of(ofGrease(Step.Film.NOT_NAMED), harms).reasons())
                .as("none is named that could be missing")
                .hasSize(2);
        GreaseShelf none = shelf(Set.of());
        assertThat(said(Greasing.of(film("plug-seal"), none)))
                .isEqualTo("As the type sheet names it; this site keeps no list of its tins.");
        assertThat(said(Greasing.of(ofGrease(Step.Film.NOT_NAMED), none)))
                .isEqualTo("Its sheet names none, and this site keeps no list of its tins.");
    }

    @Test
    @DisplayName(
            "Product comes to the seal of the plug, not into the actuator; where a film goes nobody knows of, it might")
    void whereProductComes() {
        GreaseShelf shelf = shelf(Set.of(), SILICONE);
        Step.Film seal = film("plug-seal");
        assertThat(Greasing.productWetted(seal, shelf)).isTrue();
        assertThat(Greasing.productWetted(at("actuator"), shelf)).isFalse();
        assertThat(Greasing.productWetted(at("nowhere"), shelf)).isTrue();
    }

    private static Step.Film at(String position) {
        Step.Film seal = film("plug-seal");
        return new Step.Film(
                seal.part(), seal.name(), position, seal.polymers(), seal.grease(), seal.registration(), 0);
    }

    @Test
    @DisplayName(
            "Every film of every shipped type says what it touches and how much it takes: a ring by π²·(d + c)·c times 8 µm")
    void amounts() {
        // plug seal of a Kolm 50: 41 mm inside, cord 5 mm: 9.8696 × 46 × 5 = 2270 mm², at 8 µm 18.2 mm³
        assertThat(film("plug-seal").volumeM3()).isCloseTo(18.16e-9, within(0.05e-9));
        Stream<Step.Film> all = AllJobs.oneOfEachSort().flatMap(j -> j.procedure().films().stream());
        assertThat(all).isNotEmpty().allSatisfy(f -> {
            assertThat(f.volumeM3()).as(f.part()).isBetween(1e-10, 2e-7);
            assertThat(f.polymers()).as(f.part()).isNotEmpty();
            assertThat(Knowledge.lubrication().position(f.position()))
                    .as(f.position())
                    .isPresent();
        });
    }

    @Test
    @DisplayName(
            "Where schools differ, the film goes where the sheet's school puts it; air passages are no product side")
    void positions() {
        assertThat(AllJobs.oneOfEachSort()
                        .flatMap(j -> j.procedure().films().stream())
                        .filter(f -> f.part().equals("seat"))
                        .map(Step.Film::position)
                        .distinct())
                .containsAnyOf("bore", "stems")
                .doesNotContain("seal-grease");
        assertThat(AllJobs.oneOfEachSort()
                        .flatMap(j -> j.procedure().films().stream())
                        .filter(f -> f.part().equals("passage-o-ring"))
                        .map(Step.Film::position)
                        .distinct())
                .containsExactly("actuator");
    }
}
