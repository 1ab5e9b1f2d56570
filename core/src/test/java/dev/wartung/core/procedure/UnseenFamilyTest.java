package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.DrawingTemplate;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult.Accepted;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Objects;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** A new family takes a sheet and a drawing, and not a line of Java. */
class UnseenFamilyTest {

    private static String text(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(SheetReader.class.getResourceAsStream(name), name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static <T> T accepted(Object result) {
        assertThat(result).isInstanceOf(Accepted.class);
        @SuppressWarnings("unchecked")
        T sheet = ((Accepted<T>) result).sheet();
        return sheet;
    }

    @Test
    @DisplayName(
            "A family that was never shipped is read, derived, carried out without an incident, and drawn, from its files alone")
    void unseen() throws IOException {
        SheetLibrary library = SheetLibrary.shipped();
        SheetReader reader = new SheetReader();
        AnatomySheet anatomy =
                accepted(reader.readAnatomy("sampling.yaml", text("sampling.yaml"), SheetLibrary::fragment));
        library.add(anatomy, new DrawingTemplate(anatomy.drawing(), text("sampling.svg"), SheetLibrary::drawingPart));
        TypeSheet type = accepted(reader.readType("tapper-15.yaml", text("tapper-15.yaml"), library::anatomy));
        library.add(type);
        Derivation derivation = new Derivation(
                anatomy, library.type("tapper-15").orElseThrow(), new Practice(Schools.table(), SiteChoices.NONE));
        for (ValveConfiguration configuration : anatomy.configurations()) {
            Procedure procedure = derivation.derive(
                    Work.of(anatomy.work("renew-product-seals").orElseThrow()), configuration);
            assertThat(procedure.renews()).containsExactly("tip", "ring");
            assertThat(procedure.steps())
                    .extracting(Step::id)
                    .containsSubsequence(
                            "lock-line",
                            "wheel-open",
                            "take-spindle",
                            "take-rings",
                            "fit-rings",
                            "fit-spindle",
                            "cycle",
                            "ends",
                            "unlock-line");
            Bench bench = new Bench(anatomy.build(), configuration);
            for (Step step : procedure.steps()) {
                String svg = new SectionDrawing(library.drawing(anatomy), anatomy, type, configuration)
                        .svg(bench, SectionDrawing.View.PLAIN, "Tapper");
                assertThat(svg.contains("data-part=\"tip\"")).isEqualTo(bench.place("tip") == Place.ON_VALVE);
                assertThat(bench.carryOut(step.acts())).isEmpty();
            }
            assertThat(bench.finish(procedure.renews())).isEmpty();
        }
    }

    /** A mesh comes into the boss where there was none: nothing of the old build has to make room for it. */
    private static String withMesh(String family) {
        return family.replace("options:\n", "options:\n  mesh: {name: Mesh, choices: {none: none, fine: fine}}\n")
                .replace(
                        "  joints:\n",
                        "    - {id: mesh, name: Mesh, kind: metal, glyph: ring, behind: [spindle], when: {mesh: fine}}\n  joints:\n")
                .replace(
                        "works:\n",
                        """
                          - {id: record-mesh, phase: prepare, when: {mesh: none}, say: Check the mesh against the order, why: The valve is another one with it., done: Checked, minutes: 1, does: [{convert: mesh=fine}]}
                          - {id: wipe-boss, phase: strip, needs: [take-spindle], say: Wipe the boss, why: The mesh lies on its shoulder., done: Bright, minutes: 1}
                          - id: take-mesh
                            phase: strip
                            when: {mesh: fine}
                            needs: [wipe-boss]
                            say: Lift the mesh out
                            why: It is rinsed.
                            done: Out
                            minutes: 1
                            takes: [mesh]
                            undone-by: {id: fit-mesh, phase: renew, say: Lay the mesh in, why: Domed up., done: In, minutes: 1}
                        works:
                          - {id: add-mesh, name: Add a mesh, about: Fits it, when: {mesh: none}, becomes: {mesh: fine}, reaches: [record-mesh]}
                        """);
    }

    @Test
    @DisplayName(
            "What a conversion brings opens the old valve as far as the new one asks for, and no work on it is left out")
    void reachedByWhatIsNew() throws IOException {
        SheetReader reader = new SheetReader();
        AnatomySheet anatomy =
                accepted(reader.readAnatomy("mesh.yaml", withMesh(text("sampling.yaml")), SheetLibrary::fragment));
        TypeSheet type = accepted(reader.readType(
                "tapper.yaml",
                text("tapper-15.yaml").replace("options: {", "options: {mesh: [none, fine], "),
                id -> Optional.of(anatomy)));
        ValveConfiguration without = anatomy.configurations().stream()
                .filter(c -> c.options().get("mesh").equals("none"))
                .findFirst()
                .orElseThrow();

        Procedure procedure = new Derivation(anatomy, type, new Practice(Schools.table(), SiteChoices.NONE))
                .derive(Work.of(anatomy.work("add-mesh").orElseThrow()), without);

        assertThat(procedure.steps())
                .extracting(Step::id)
                .containsSubsequence("record-mesh", "take-spindle", "wipe-boss", "fit-mesh", "fit-spindle")
                .doesNotContain("take-mesh");
        Bench bench = new Bench(anatomy.build(), without);
        procedure.steps().forEach(step -> assertThat(bench.carryOut(step.acts()))
                .isEmpty());
        assertThat(bench.finish(procedure.renews())).isEmpty();
    }
}
