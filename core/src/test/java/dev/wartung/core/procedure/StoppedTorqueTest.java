package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult.Accepted;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** A sheet whose torque would spoil its bolts: the job says so, and nothing is set to it. */
class StoppedTorqueTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    private static List<Ask> torques(TypeSheet type) {
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration made = anatomy.configurations(type).get(0);
        Derivation derivation = new Derivation(anatomy, type, new Practice(Schools.table(), SiteChoices.NONE));
        return Work.possible(anatomy, type, made)
                .flatMap(work -> derivation.derive(work, made).steps().stream())
                .flatMap(step -> step.asks().stream())
                .filter(ask -> ask.id().contains("torque") || ask.id().contains("bonnet"))
                .toList();
    }

    private static TypeSheet with(String torque) throws IOException {
        return with(torque, "", "");
    }

    private static TypeSheet with(String torque, String said, String instead) throws IOException {
        try (InputStream in = Objects.requireNonNull(SheetReader.class.getResourceAsStream("types/terskel-25.yaml"))) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .replace("{min: 3.6 N·m, target: 4 N·m, max: 4.4 N·m}", torque)
                    .replace(said, instead);
            return ((Accepted<TypeSheet>) new SheetReader().readAgain("own.yaml", text, LIBRARY::anatomy)).sheet();
        }
    }

    @Test
    @DisplayName("M6 of A2-70 at 4 N·m is well below its proof load; at 16 N·m beyond it: stopped, with how far")
    void beyondProof() throws IOException {
        List<Ask> asShipped = torques(LIBRARY.type("terskel-25").orElseThrow());
        List<Ask> tooMuch = torques(with("{min: 14 N·m, target: 16 N·m, max: 18 N·m}"));
        assertThat(asShipped).isNotEmpty().noneMatch(Ask::isStopped);
        assertThat(tooMuch.stream().filter(Ask::isStopped)).isNotEmpty().allSatisfy(a -> assertThat(a.note())
                .asString()
                .startsWith("Stop: nothing is tightened to this.")
                .containsPattern("\\d{2,3} % of the bolt"));
        assertThat(Stream.of(asShipped, tooMuch).map(List::size).distinct()).hasSize(1);
    }

    private static Ask bonnet(TypeSheet type) {
        return torques(type).stream()
                .filter(a -> !a.note().isEmpty())
                .findFirst()
                .orElseThrow();
    }

    @Test
    @DisplayName(
            "By hand, M6 of A2-70 (450 MPa on 20.1 mm²: 9045 N) stated dry (K 0.30), anti-seize in use (K 0.16, 15 % scatter): what is said of 4, 10 and 16 N·m, and where the sheet does not say for which threads")
    void byHand() throws IOException {
        // 4 / (0.30 × 6 mm) = 2222 N
        assertThat(bonnet(with("{min: 3.6 N·m, target: 4 N·m, max: 4.4 N·m}")).note())
                .hasToString("Converted from 4 N·m (dry) to anti-seize threads. Preload about 2.2 kN, 25 % of the proof"
                        + " load.");
        // 5556 N; with low friction 5556 / 0.85 = 6536 N
        assertThat(bonnet(with("{min: 9 N·m, target: 10 N·m, max: 11 N·m}")).note())
                .hasToString("Converted from 10 N·m (dry) to anti-seize threads. Preload about 5.6 kN, 61 % of the"
                        + " proof load. With low friction the preload may reach 72 % of the proof load. Use the stages,"
                        + " and stop when a bolt turns easily.");
        // 8889 N; with low friction 10 458 N
        assertThat(bonnet(with("{min: 14 N·m, target: 16 N·m, max: 18 N·m}")).note())
                .hasToString("Stop: nothing is tightened to this. The preload would be 98 % of the bolt’s proof load,"
                        + " with low friction up to 116 %. Have the sheet looked at, and ask the maker.");
        // 4 / (0.16 × 6 mm) = 4167 N
        assertThat(bonnet(with("{min: 3.6 N·m, target: 4 N·m, max: 4.4 N·m}", "stated-for: dry, ", ""))
                        .note())
                .hasToString("Not converted: the sheet does not say which thread condition its torque is for. Preload"
                        + " about 4.2 kN, 46 % of the proof load.");
        // 6250 N; with low friction 7353 N: whatever it is stated for, that is what these threads make of it
        assertThat(bonnet(with("{min: 5 N·m, target: 6 N·m, max: 7 N·m}", "stated-for: dry, ", ""))
                        .note())
                .asString()
                .startsWith("Not converted: ")
                .endsWith(
                        "Preload about 6.3 kN, 69 % of the proof load. With low friction the preload may reach 81 % of"
                                + " the proof load. Use the stages, and stop when a bolt turns easily.");
        // 16 667 N; with low friction 19 608 N
        assertThat(bonnet(with("{min: 14 N·m, target: 16 N·m, max: 18 N·m}", "stated-for: dry, ", ""))
                        .note())
                .hasToString("Stop: nothing is tightened to this. The preload would be 184 % of the bolt’s proof load,"
                        + " with low friction up to 217 %. Have the sheet looked at, and ask the maker.");
        assertThat(bonnet(with(
                                "{min: 3.6 N·m, target: 4 N·m, max: 4.4 N·m}",
                                "stated-for: dry, ",
                                "stated-for:" + " anti-seize, "))
                        .note())
                .hasToString("Stated for anti-seize threads, as they are here. Preload about 4.2 kN, 46 % of the proof"
                        + " load.");
    }
}
