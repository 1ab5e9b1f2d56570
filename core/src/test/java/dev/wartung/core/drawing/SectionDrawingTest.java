package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.PlainKolm50;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.SectionDrawing.Handled;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.xml.sax.InputSource;

class SectionDrawingTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final Practice PRACTICE = new Practice(Schools.table(), SiteChoices.NONE);
    private static final AnatomySheet ANATOMY = LIBRARY.anatomy("single-seat").orElseThrow();

    private static SectionDrawing of(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        return new SectionDrawing(LIBRARY.drawing(anatomy), anatomy, type, configuration);
    }

    private static String svg(SectionDrawing drawing, Bench bench, SectionDrawing.View view) {
        return drawing.svg(bench, view, "A <test> & more");
    }

    private static DocumentBuilder xml() throws ParserConfigurationException {
        return DocumentBuilderFactory.newInstance().newDocumentBuilder();
    }

    @Test
    @DisplayName(
            "At every step of every size and drive: well-formed, nothing unworked left in it, and exactly the parts that are on the valve")
    void everyStateIsDrawn() throws Exception {
        List<ValveConfiguration> all = ANATOMY.configurations();
        for (TypeSheet type : LIBRARY.types().stream()
                .filter(t -> t.anatomy().equals(ANATOMY.id()))
                .toList()) {
            for (Drive drive : ANATOMY.drives()) {
                ValveConfiguration configuration = all.stream()
                        .filter(c -> c.drive() == drive && type.madeAs(c))
                        .reduce((a, b) -> b)
                        .orElseThrow();
                Procedure procedure = new Derivation(ANATOMY, type, PRACTICE)
                        .derive(Work.of(ANATOMY.work("renew-product-seals").orElseThrow()), configuration);
                Bench bench = new Bench(ANATOMY.build(), configuration);
                SectionDrawing drawing = of(ANATOMY, type, configuration);
                DocumentBuilder xml = xml();
                for (Step step : procedure.steps()) {
                    String svg = svg(
                            drawing,
                            bench,
                            new SectionDrawing.View(
                                    procedure.renews(),
                                    step.marks(),
                                    List.of(new CallOut("stem-seal", "Stem <seal>", "", "old")),
                                    Optional.of("open")));
                    xml.parse(new InputSource(new StringReader(svg)));
                    assertThat(svg).doesNotContain("{", "NaN", "style=").contains("A &lt;test&gt; &amp; more");
                    for (String part : Set.of("body-clamp", "plug-seal", "stem-seal", "body-seal")) {
                        boolean lookedAt = step.marks().contains(part) && bench.place(part) == Place.CLOTH;
                        boolean there = (bench.place(part) == Place.ON_VALVE || lookedAt)
                                && bench.build().part(part).isPresent();
                        assertThat(svg.contains("data-part=\"" + part + "\""))
                                .as("%s of %s at %s", part, type.id(), step.id())
                                .isEqualTo(there);
                    }
                    bench.carryOut(step.acts());
                }
            }
        }
    }

    @Test
    @DisplayName(
            "Every family, drive and work: each step draws well, and every part that can be on the valve has its place in the drawing")
    void everyFamilyIsDrawn() throws Exception {
        for (AnatomySheet anatomy : LIBRARY.types().stream()
                .map(t -> LIBRARY.anatomy(t.anatomy()).orElseThrow())
                .distinct()
                .toList()) {
            Set<String> drawn = new HashSet<>();
            List<ValveConfiguration> all = anatomy.configurations();
            Set<String> parts = new HashSet<>();
            for (Drive drive : anatomy.drives()) {
                for (TypeSheet type : LIBRARY.types().stream()
                        .filter(t ->
                                t.anatomy().equals(anatomy.id()) && t.drives().contains(drive))
                        .toList()) {
                    List<ValveConfiguration> made = all.stream()
                            .filter(c -> c.drive() == drive && type.madeAs(c))
                            .toList();
                    for (ValveConfiguration configuration :
                            List.of(made.get(0), made.get(made.size() / 3), made.get(made.size() - 1))) {
                        drawAll(anatomy, type, configuration, drawn, parts);
                    }
                }
            }
            parts.removeAll(Set.of("valve", "insert"));
            assertThat(drawn).as(anatomy.id()).containsAll(parts);
        }
    }

    private static void drawAll(
            AnatomySheet anatomy,
            TypeSheet type,
            ValveConfiguration configuration,
            Set<String> drawn,
            Set<String> parts)
            throws Exception {
        Procedure procedure = new Derivation(anatomy, type, PRACTICE)
                .derive(Work.of(anatomy.work("renew-product-seals").orElseThrow()), configuration);
        Bench bench = new Bench(anatomy.build(), configuration);
        bench.build().parts().forEach(p -> parts.add(p.id()));
        SectionDrawing drawing = of(anatomy, type, configuration);
        DocumentBuilder xml = xml();
        for (Step step : procedure.steps()) {
            String svg = drawing.svg(
                    bench,
                    new SectionDrawing.View(procedure.renews(), step.marks(), List.of(), Optional.empty()),
                    "A valve");
            xml.parse(new InputSource(new StringReader(svg)));
            assertThat(svg).as("%s at %s", type.id(), step.id()).doesNotContain("{", "NaN", "Infinity", "style=");
            bench.build().parts().stream()
                    .filter(p -> svg.contains("data-part=\"" + p.id() + "\""))
                    .forEach(p -> {
                        drawn.add(p.id());
                        boolean carried = bench.place(p.id()) == Place.ON_VALVE || bench.place(p.id()) == Place.CLOTH;
                        assertThat(carried)
                                .as("%s of %s drawn at %s", p.id(), type.id(), step.id())
                                .isTrue();
                    });
            bench.carryOut(step.acts());
        }
    }

    @Test
    @DisplayName("Old and new seals, the marked part and air under the piston are told apart")
    void stateShows() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        ValveConfiguration nc = PlainKolm50.driven(Drive.NC);
        Procedure procedure = new Derivation(ANATOMY, type, PRACTICE)
                .derive(Work.of(ANATOMY.work("renew-product-seals").orElseThrow()), nc);
        Bench bench = new Bench(ANATOMY.build(), nc);
        SectionDrawing.View view =
                new SectionDrawing.View(procedure.renews(), List.of("body-clamp"), List.of(), Optional.empty());
        assertThat(svg(of(ANATOMY, type, nc), bench, view))
                .contains(
                        "class=\"part old\" data-part=\"plug-seal\"", "class=\"part marked\" data-part=\"body-clamp\"")
                .doesNotContain("class=\"air\"")
                .contains("class=\"product\"");
        procedure.steps().stream()
                .takeWhile(s -> !s.id().equals("take-off-body-clamp"))
                .forEach(s -> bench.carryOut(s.acts()));
        assertThat(svg(of(ANATOMY, type, nc), bench, view))
                .contains("class=\"air\"")
                .doesNotContain("class=\"product\"");
        procedure.steps().stream().skip(7).forEach(s -> bench.carryOut(s.acts()));
        assertThat(svg(of(ANATOMY, type, nc), bench, view)).contains("class=\"part new\" data-part=\"plug-seal\"");
    }

    @Test
    @DisplayName("Whatever a step takes off or puts on is seen in it: marked, in its place before it is in, or moving")
    void inHand() {
        Set<String> unseen = new TreeSet<>();
        int near = 0;
        for (TypeSheet type : LIBRARY.types().stream()
                .filter(t -> Set.of("DN 50", "DN 100").contains(t.size()))
                .toList()) {
            AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            List<ValveConfiguration> all = anatomy.configurations(type);
            for (int i = 0; i < all.size(); i += Math.max(1, all.size() / 3)) {
                ValveConfiguration valve = all.get(i);
                for (Work work : Work.possible(anatomy, type, valve).toList()) {
                    near += unseen(anatomy, type, valve, work, unseen);
                }
            }
        }
        assertThat(unseen).isEmpty();
        assertThat(near).isPositive();
    }

    /** How many steps were looked at from near. */
    private static int unseen(
            AnatomySheet anatomy, TypeSheet type, ValveConfiguration valve, Work work, Set<String> unseen) {
        Procedure procedure = new Derivation(anatomy, type, PRACTICE).derive(work, valve);
        Bench bench = new Bench(anatomy.build(), valve);
        int near = 0;
        for (Step step : procedure.steps()) {
            SectionDrawing drawing = of(anatomy, type, bench.configuration());
            Handled handled = Handled.of(step.acts());
            SectionDrawing.View view =
                    new SectionDrawing.View(procedure.renews(), step.marks(), List.of(), Optional.empty(), handled);
            String whole = drawing.svg(bench, view, "A valve");
            Optional<String> closer =
                    drawing.sections(bench, view, "A valve", "A valve").near();
            String svg = closer.orElse(whole);
            if (!(handled.leaves().isEmpty() && handled.comes().isEmpty())
                    && Stream.of("marked", "coming", "leaving", "arriving").noneMatch(svg::contains)) {
                unseen.add(anatomy.id() + " " + step.operation());
            }
            if (closer.isPresent()) {
                near++;
                assertThat(scale(svg) / scale(whole)).isBetween(1.3, 3.001);
                assertThat(whole).contains("class=\"seen\"");
            }
            bench.carryOut(step.acts());
        }
        return near;
    }

    private static double scale(String svg) {
        Matcher scale = Pattern.compile(" scale\\(([0-9.]+)\\)\">").matcher(svg);
        assertThat(scale.find()).isTrue();
        return Double.parseDouble(scale.group(1));
    }

    @Test
    @DisplayName("A new seal is outlined where it goes, an old one leaves upwards, a clamp opens round the valve")
    void goesAndComes() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        ValveConfiguration nc = PlainKolm50.driven(Drive.NC);
        Procedure procedure = new Derivation(ANATOMY, type, PRACTICE)
                .derive(Work.of(ANATOMY.work("renew-product-seals").orElseThrow()), nc);
        Bench bench = new Bench(ANATOMY.build(), nc);
        Map<String, String> shown = new HashMap<>();
        procedure.steps().forEach(step -> {
            SectionDrawing.View view = new SectionDrawing.View(
                    procedure.renews(), List.of(), List.of(), Optional.empty(), Handled.of(step.acts()));
            shown.put(step.id(), svg(of(ANATOMY, type, nc), bench, view));
            bench.carryOut(step.acts());
        });
        assertThat(shown.get("take-off-body-clamp")).contains("class=\"part leaving opens\" data-part=\"body-clamp\"");
        assertThat(shown.get("take-out-plug-seal"))
                .contains("class=\"part old leaving rises\" data-part=\"plug-seal\"");
        assertThat(shown.get("fit-plug-seal")).contains("class=\"part coming new\" data-part=\"plug-seal\"");
        assertThat(shown.get("lift-insert")).contains("class=\"leaving rises\"");
        assertThat(shown.get("lower-insert")).contains("<g class=\"arriving\">");
    }

    @Test
    @DisplayName("A drawing kept from before, which says what goes with a part, leaves that out once the part is off")
    void goneWith() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        ValveConfiguration nc = PlainKolm50.driven(Drive.NC);
        DrawingTemplate kept = new DrawingTemplate(
                "kept.svg",
                "<svg xmlns=\"http://www.w3.org/2000/svg\" data-left=\"0\" data-right=\"9\" data-top=\"0\" data-bottom=\"9\"><g data-gone-with=\"body-clamp\"><circle class=\"metal\" r=\"1\"/></g></svg>");
        SectionDrawing drawing = new SectionDrawing(kept, ANATOMY, type, nc);
        Bench bench = new Bench(ANATOMY.build(), nc);
        assertThat(drawing.svg(bench, SectionDrawing.View.PLAIN, "kept")).contains("<circle");
        bench.carryOut(List.of(Act.of(Act.Verb.TAKE, "body-clamp")));
        assertThat(drawing.svg(bench, SectionDrawing.View.PLAIN, "kept")).doesNotContain("<circle");
    }

    @Test
    @DisplayName("What was thrown flies, with all that is in it, and there is room for it")
    void thrown() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        ValveConfiguration nc = PlainKolm50.driven(Drive.NC);
        Bench bench = new Bench(ANATOMY.build(), nc);
        String flies = svg(
                of(ANATOMY, type, nc),
                bench,
                new SectionDrawing.View(
                        List.of(), List.of(), List.of(), Optional.empty(), Handled.thrown(List.of("insert"))));
        assertThat(flies.split("rotate\\(9\\)", -1))
                .as("one group, not each part")
                .hasSize(2);
        assertThat(flies.indexOf("rotate(9)")).isLessThan(flies.indexOf("data-part=\"bonnet\""));
        assertThat(scale(flies)).isLessThan(scale(svg(of(ANATOMY, type, nc), bench, SectionDrawing.View.PLAIN)));
    }

    @Test
    @DisplayName(
            "A cylinder taken off closed takes piston, rod, spring and both its ends along; the lantern stays with its air passage ring")
    void takenOffWhole() {
        TypeSheet type = LIBRARY.type("kolm-t-50").orElseThrow();
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration nc = anatomy.configurations(type).stream()
                .filter(c -> c.facts()
                        .entrySet()
                        .containsAll(Map.of("drive", "NC", "head", "none", "end-covers", "unloaded")
                                .entrySet()))
                .findFirst()
                .orElseThrow();
        Bench bench = new Bench(anatomy.build(), nc);
        List<Step> steps = new Derivation(anatomy, type, PRACTICE)
                .derive(Work.of(anatomy.work("renew-lantern-ring").orElseThrow()), nc)
                .steps();
        steps.stream()
                .takeWhile(s -> !s.operation().equals("take-off-cylinder"))
                .forEach(s -> bench.carryOut(s.acts()));
        List<String> inside = List.of(
                "class=\"coil\"",
                "data-part=\"piston\"",
                "data-part=\"top-cap\"",
                "data-part=\"end-cover\"",
                "data-part=\"air-inlet\"");
        assertThat(svg(of(anatomy, type, nc), bench, SectionDrawing.View.PLAIN))
                .contains(inside)
                .contains("data-part=\"lantern-ring\"");
        steps.stream().filter(s -> s.operation().equals("take-off-cylinder")).forEach(s -> bench.carryOut(s.acts()));
        String off = svg(of(anatomy, type, nc), bench, SectionDrawing.View.PLAIN);
        assertThat(off).contains(inside).contains("data-part=\"lantern-ring\"", "data-part=\"actuator\"");
        // two groups of one cylinder, apart by as much
        assertThat(off.split("translate\\(0 -40\\)", -1)).hasSize(3);
    }

    @Test
    @DisplayName(
            "A sheet kept with an older record, which does not tell the actuator's parts apart, still has its piston, spring and walls drawn")
    void olderSheets() throws Exception {
        String older = new String(
                        SheetLibrary.class
                                .getResourceAsStream("anatomies/single-seat.yaml")
                                .readAllBytes(),
                        StandardCharsets.UTF_8)
                .replace("linear-actuator, actuator-ends, ", "");
        AnatomySheet kept = ((SheetResult.Accepted<AnatomySheet>)
                        new SheetReader().readAnatomy("kept.yaml", older, name -> SheetLibrary.fragment(name)
                                .map(text -> text.replace(", take-off-top-cover]", "]"))))
                .sheet();
        ValveConfiguration now = PlainKolm50.driven(Drive.NC);
        Map<String, String> known = new TreeMap<>(now.options());
        known.keySet().removeAll(Set.of("actuator-build", "rod-packing", "end-covers"));
        ValveConfiguration nc = new ValveConfiguration(Drive.NC, known);
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        String then = new SectionDrawing(LIBRARY.drawing(kept), kept, type, nc)
                .svg(new Bench(kept.build(), nc), SectionDrawing.View.PLAIN, "A valve");
        String today = new SectionDrawing(LIBRARY.drawing(ANATOMY), ANATOMY, type, now)
                .svg(new Bench(ANATOMY.build(), now), SectionDrawing.View.PLAIN, "A valve");
        assertThat(then).contains("class=\"coil\"").doesNotContain("data-part=\"lock-wire\"");
        assertThat(then.split("class=\"metal", -1))
                .hasSizeGreaterThanOrEqualTo(today.split("class=\"metal", -1).length - 2);
    }
}
