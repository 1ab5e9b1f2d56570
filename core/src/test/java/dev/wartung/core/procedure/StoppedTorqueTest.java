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
        try (InputStream in = Objects.requireNonNull(SheetReader.class.getResourceAsStream("types/terskel-25.yaml"))) {
            String text = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .replace("{min: 3.6 N·m, target: 4 N·m, max: 4.4 N·m}", torque);
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
}
