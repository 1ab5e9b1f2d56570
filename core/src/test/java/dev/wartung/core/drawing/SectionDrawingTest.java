package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.io.StringReader;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.xml.sax.InputSource;

class SectionDrawingTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final Practice PRACTICE = new Practice(Schools.table(), SiteChoices.NONE);
    private static final AnatomySheet ANATOMY = LIBRARY.anatomy("single-seat").orElseThrow();

    private static String svg(TypeSheet type, ValveConfiguration configuration, Bench bench, SectionDrawing.View view) {
        return new SectionDrawing(LIBRARY.drawing(ANATOMY), ANATOMY, type, configuration).svg(bench, view, "A <test> & more");
    }

    @Test
    @DisplayName("At every step of every size and drive: well-formed, nothing unworked left in it, and exactly the parts that are on the valve")
    void everyStateIsDrawn() throws Exception {
        for (TypeSheet type : LIBRARY.types()) {
            for (Drive drive : ANATOMY.drives()) {
                ValveConfiguration configuration = ANATOMY.configurations().stream().filter(c -> c.drive() == drive && type.madeAs(c)).reduce((a, b) -> b).orElseThrow();
                Procedure procedure = new Derivation(ANATOMY, type, PRACTICE).derive(Work.of(ANATOMY.work("renew-product-seals").orElseThrow()), configuration);
                Bench bench = new Bench(ANATOMY.build(), configuration);
                for (Step step : procedure.steps()) {
                    String svg = svg(type, configuration, bench, new SectionDrawing.View(procedure.renews(), step.marks(),
                            List.of(new CallOut("stem-seal", "Stem <seal>", "", "old")), Optional.of("open")));
                    DocumentBuilderFactory.newInstance().newDocumentBuilder().parse(new InputSource(new StringReader(svg)));
                    assertThat(svg).doesNotContain("{", "NaN", "style=").contains("A &lt;test&gt; &amp; more");
                    for (String part : Set.of("body-clamp", "plug-seal", "stem-seal", "body-seal")) {
                        boolean there = bench.place(part) == Place.ON_VALVE && bench.build().part(part).isPresent();
                        assertThat(svg.contains("data-part=\"" + part + "\"")).as("%s of %s at %s", part, type.id(), step.id()).isEqualTo(there);
                    }
                    bench.carryOut(step.acts());
                }
            }
        }
    }

    @Test
    @DisplayName("Old and new seals, the marked part and air under the piston are told apart")
    void stateShows() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        ValveConfiguration nc = new ValveConfiguration(Drive.NC, Map.of("coupling", "threaded", "plug", "profiled", "head", "none", "lock-pin", "none",
                "weight", "hand", "elastomer", "EPDM", "sealing", "lip"));
        Procedure procedure = new Derivation(ANATOMY, type, PRACTICE).derive(Work.of(ANATOMY.work("renew-product-seals").orElseThrow()), nc);
        Bench bench = new Bench(ANATOMY.build(), nc);
        SectionDrawing.View view = new SectionDrawing.View(procedure.renews(), List.of("body-clamp"), List.of(), Optional.empty());
        assertThat(svg(type, nc, bench, view)).contains("class=\"part old\" data-part=\"plug-seal\"", "class=\"part marked\" data-part=\"body-clamp\"")
                .doesNotContain("class=\"air\"").contains("class=\"product\"");
        procedure.steps().stream().takeWhile(s -> !s.id().equals("take-off-body-clamp")).forEach(s -> bench.carryOut(s.acts()));
        assertThat(svg(type, nc, bench, view)).contains("class=\"air\"").doesNotContain("class=\"product\"");
        procedure.steps().stream().skip(7).forEach(s -> bench.carryOut(s.acts()));
        assertThat(svg(type, nc, bench, view)).contains("class=\"part new\" data-part=\"plug-seal\"");
    }
}
