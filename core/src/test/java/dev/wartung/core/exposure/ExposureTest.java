package dev.wartung.core.exposure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.exposure.WettedSeals.Judged;
import dev.wartung.core.exposure.WettedSeals.Seal;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.sealing.Polymer;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Seal materials in lines of different use. */
class ExposureTest {

    private static final ExposureMatrix MATRIX = Knowledge.exposure();
    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private static LineUse use(String medium, String cleaningC, String steamC) {
        return new LineUse(Optional.of(medium).filter(m -> !m.equals("-")), kelvin(cleaningC), kelvin(steamC));
    }

    private static Optional<Double> kelvin(String c) {
        return c.equals("-") ? Optional.empty() : Optional.of(Double.parseDouble(c) + 273.15);
    }

    @ParameterizedTest
    @CsvSource({
        // medium on both sides of a rule
        "EPDM, watery, -, -, SUITS",
        "EPDM, cream, -, -, CARE",
        "EPDM, fat, -, -, HARMS",
        "HNBR, fat, -, -, SUITS",
        "HNBR, aroma, -, -, CARE",
        // caustic only above its temperature
        "FKM, fat, 80, -, SUITS",
        "FKM, fat, 85, -, CARE",
        "EPDM, sour, 85, -, SUITS",
        // heat: far below, near and above, each of liquid and steam
        "EPDM, -, 119, -, SUITS",
        "EPDM, -, 121, -, CARE",
        "EPDM, -, 131, -, HARMS",
        "EPDM, -, -, 129, SUITS",
        "EPDM, -, -, 134, CARE",
        "EPDM, -, -, 141, HARMS",
        "NBR, -, -, 100, HARMS",
        // what nobody said is not held against it
        "FKM, -, -, -, SUITS",
    })
    @DisplayName("A material is judged by what runs in the line, by hot caustic, and by the heat of liquid and steam")
    void judged(Polymer polymer, String medium, String cleaningC, String steamC, Level level) {
        assertThat(MATRIX.judge(polymer, use(medium, cleaningC, steamC)).level())
                .isEqualTo(level);
    }

    @Test
    @DisplayName("Every polymer has its heat; hotter is never better, and a medium more never either")
    void laws() {
        SplittableRandom random = new SplittableRandom(11);
        for (Polymer polymer : Polymer.values()) {
            assertThat(MATRIX.heat()).as(polymer.symbol()).anyMatch(h -> h.polymer() == polymer);
            for (int i = 0; i < 200; i++) {
                double liquid = 20 + random.nextDouble(200);
                double steam = 100 + random.nextDouble(80);
                String medium = MATRIX.media()
                        .get(random.nextInt(MATRIX.media().size()))
                        .id();
                Level here = MATRIX.judge(polymer, use(medium, "" + liquid, "" + steam))
                        .level();
                assertThat(MATRIX.judge(polymer, use(medium, "" + (liquid + random.nextDouble(50)), "" + steam))
                                .level())
                        .isGreaterThanOrEqualTo(here);
                assertThat(MATRIX.judge(polymer, use(medium, "" + liquid, "" + (steam + random.nextDouble(50))))
                                .level())
                        .isGreaterThanOrEqualTo(here);
                assertThat(MATRIX.judge(polymer, use("-", "" + liquid, "" + steam))
                                .level())
                        .isLessThanOrEqualTo(here);
            }
        }
    }

    @Test
    @DisplayName(
            "What is said of a line is read back, its hottest by liquid or steam; why a material does not stand it is said with both temperatures")
    void words() {
        assertThat(MATRIX.words(use("cream", "85", "122")))
                .hasToString("milk, cream: fat in water; cleaned up to 85 °C; steam up to 122 °C");
        assertThat(MATRIX.words(use("-", "85", "-"))).hasToString("cleaned up to 85 °C");
        assertThat(MATRIX.words(LineUse.UNSAID).isEmpty()).isTrue();
        assertThat(LineUse.UNSAID.isUnsaid()).isTrue();
        assertThat(use("fat", "-", "-").isUnsaid()).isFalse();
        assertThat(use("-", "85", "122").hottestK()).contains(122 + 273.15);
        assertThat(use("-", "130", "122").hottestK()).contains(130 + 273.15);
        assertThat(use("-", "85", "-").hottestK()).contains(85 + 273.15);
        assertThat(use("-", "-", "122").hottestK()).contains(122 + 273.15);
        assertThat(use("fat", "-", "-").hottestK()).isEmpty();
        assertThat(MATRIX.judge(Polymer.EPDM, use("-", "140", "-")).inWords())
                .hasToString("The liquid here has 140 °C; the usual EPDM stands 130 °C.");
        assertThat(MATRIX.judge(Polymer.NBR, use("-", "-", "100")).inWords()).hasToString("NBR stands no steam.");
        List<Seal> single = seals("kolm-50", Map.of("elastomer", "EPDM", "plug", "profiled", "sealing", "lip"));
        assertThat(WettedSeals.judge(single, use("fat", "60", "-"), MATRIX))
                .extracting(Judged::words)
                .startsWith("does not stand it")
                .endsWith("stands it")
                .doesNotContain("with care");
        assertThat(WettedSeals.judge(single, use("cream", "60", "-"), MATRIX)
                        .get(0)
                        .words())
                .isEqualTo("with care");
    }

    private static ValveConfiguration build(String type, Map<String, String> options) {
        TypeSheet sheet = LIBRARY.type(type).orElseThrow();
        return anatomy(sheet).configurations(sheet).stream()
                .filter(c -> c.facts().entrySet().containsAll(options.entrySet()))
                .findFirst()
                .orElseThrow();
    }

    private static AnatomySheet anatomy(TypeSheet sheet) {
        return LIBRARY.anatomy(sheet.anatomy()).orElseThrow();
    }

    private static List<Seal> seals(String type, Map<String, String> options) {
        TypeSheet sheet = LIBRARY.type(type).orElseThrow();
        return WettedSeals.of(anatomy(sheet), sheet, build(type, options));
    }

    @Test
    @DisplayName("Seals of the actuator are not product's; rubber behind plastic feels the heat and not the product")
    void wetted() {
        List<Seal> single = seals("kolm-50", Map.of("elastomer", "EPDM", "plug", "profiled", "sealing", "lip"));
        assertThat(single)
                .contains(
                        new Seal("Plug seal", Polymer.EPDM, false),
                        new Seal("Stem lip seal", Polymer.PTFE, false),
                        new Seal("Stem lip seal", Polymer.EPDM, true));
        assertThat(single).noneMatch(s -> s.polymer() == Polymer.NBR);
        List<Seal> backed = seals("terskel-50", Map.of("face", "backed"));
        assertThat(backed)
                .contains(new Seal("Elastomer backing", Polymer.EPDM, true))
                .anyMatch(s -> s.polymer() == Polymer.PTFE && !s.covered());
        List<Judged> inFat = WettedSeals.judge(single, use("fat", "60", "-"), MATRIX);
        assertThat(inFat.get(0).suitability().level()).isEqualTo(Level.HARMS);
        assertThat(inFat.get(0).names()).contains("Plug seal").doesNotContain("Stem lip seal");
        assertThat(inFat).anySatisfy(j -> {
            assertThat(j.polymer()).isEqualTo(Polymer.EPDM);
            assertThat(j.names()).containsExactly("Stem lip seal");
            assertThat(j.suitability().level()).isEqualTo(Level.SUITS);
        });
        assertThat(WettedSeals.judge(single, use("fat", "140", "-"), MATRIX)
                        .get(0)
                        .names())
                .contains("Plug seal", "Stem lip seal");
    }
}
