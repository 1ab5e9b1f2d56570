package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import java.awt.geom.Rectangle2D;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.xml.sax.InputSource;

class TechniqueTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final Pattern LABEL =
            Pattern.compile("<text x=\"([-0-9.]+)\" y=\"([-0-9.]+)\" class=\"([a-z ]*)\">([^<]*)</text>");
    /** Mean width of a letter, as a part of its height: a little more than the font's own. */
    private static final double LETTER = 0.56;

    private static final Set<Verb> WORK = EnumSet.of(Verb.TIGHTEN, Verb.AID_ON, Verb.AID_OFF);

    static Collection<Technique> techniques() {
        return new TreeMap<>(SheetLibrary.techniques()).values();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("calls")
    @DisplayName("Every frame of every choice is drawn: few frames, short captions, labels apart and inside, small")
    void drawn(String id, Map<String, String> chosen) throws Exception {
        Technique technique = SheetLibrary.techniques().get(id);
        List<Frame> frames = technique.frames(chosen);
        assertThat(frames).hasSizeBetween(2, 4);
        assertThat(frames.stream().mapToInt(f -> f.svg().length()).sum()).isLessThan(30_000);
        for (Frame frame : frames) {
            assertThat(frame.caption().split(" ")).hasSizeBetween(1, 6);
            assertThat(frame.caption()).isNotBlank().doesNotEndWith(".");
            DocumentBuilderFactory.newInstance()
                    .newDocumentBuilder()
                    .parse(new InputSource(new StringReader(frame.svg())));
            assertThat(frame.svg())
                    .contains("<title>" + Xml.text(frame.caption()) + "</title>", "<desc>", "role=\"img\"");
            labels(frame);
        }
        // each picture says something the others do not
        assertThat(frames.stream().map(f -> bare(f.svg()))).doesNotHaveDuplicates();
    }

    static List<Arguments> calls() {
        return techniques().stream()
                .flatMap(t -> t.waysToChoose().stream().map(c -> Arguments.of(t.id(), c)))
                .toList();
    }

    private static void labels(Frame frame) {
        List<Rectangle2D> taken = new ArrayList<>();
        Matcher label = LABEL.matcher(frame.svg());
        while (label.find()) {
            double size = label.group(3).contains("strong") ? 16 : 13;
            double width = label.group(4).length() * size * LETTER;
            double x = Double.parseDouble(label.group(1))
                    - (label.group(3).contains("middle")
                            ? width / 2
                            : label.group(3).contains("end") ? width : 0);
            Rectangle2D place = new Rectangle2D.Double(x, Double.parseDouble(label.group(2)) - size * 0.8, width, size);
            assertThat(new Rectangle2D.Double(0, 0, Technique.WIDTH, Technique.HEIGHT).contains(place))
                    .as("“%s” lies inside “%s”", label.group(4), frame.caption())
                    .isTrue();
            assertThat(taken).as("labels of “%s”", frame.caption()).noneMatch(place::intersects);
            assertThat(label.group(4))
                    .as("no amount: it would be read in one system of units")
                    .doesNotContainPattern("\\d\\s*[a-zA-Z°%]");
            taken.add(place);
        }
    }

    private static String bare(String svg) {
        return svg.replaceAll("<title>.*?</title>", "").replaceAll("(cut|other)-[a-z0-9-]+", "");
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("techniques")
    @DisplayName("A technique says what it is, why it is so and what it is looked up by; each of its choices shows")
    void described(Technique technique) {
        assertThat(technique.name()).isNotBlank().doesNotEndWith(".");
        assertThat(technique.why()).endsWith(".");
        assertThat(technique.words()).isNotBlank();
        assertThat(technique.problems()).isEmpty();
        technique
                .parameters()
                .forEach((name, values) -> values.forEach(value -> {
                    Set<String> shown = new HashSet<>();
                    technique.waysToChoose().stream()
                            .filter(c -> c.get(name).equals(value))
                            .forEach(c -> {
                                Map<String, String> other = new TreeMap<>(c);
                                values.stream().filter(v -> !v.equals(value)).forEach(v -> {
                                    other.put(name, v);
                                    shown.add(
                                            pictures(technique, c).equals(pictures(technique, other))
                                                    ? "same"
                                                    : "other");
                                });
                            });
                    assertThat(shown).as("%s=%s", name, value).contains("other");
                }));
    }

    private static List<String> pictures(Technique technique, Map<String, String> chosen) {
        return technique.frames(chosen).stream().map(f -> bare(f.svg())).toList();
    }

    static Stream<AnatomySheet> families() {
        return LIBRARY.types().stream().map(t -> t.anatomy()).distinct().map(id -> LIBRARY.anatomy(id)
                .orElseThrow());
    }

    private static Stream<Operation> operations(AnatomySheet family) {
        return family.operations().stream().flatMap(o -> Stream.concat(Stream.of(o), o.undoneBy().stream()));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("families")
    @DisplayName("Whatever is taken off, fitted or adjusted is shown, on every valve of the family and at every plant")
    void everyOperation(AnatomySheet family) {
        Set<String> unseen = new TreeSet<>();
        for (Operation operation : family.operations()) {
            everyFact(family, operation)
                    .filter(facts -> operation.when().holds(facts))
                    .forEach(facts -> {
                        if (isHandwork(operation, List.of())
                                && named(operation, facts).isEmpty()) {
                            unseen.add(operation.id() + " " + operation.when().allOf());
                        }
                        operation
                                .undoneBy()
                                .filter(undo -> isHandwork(undo, operation.takes()))
                                .filter(undo -> named(undo, facts).isEmpty())
                                .ifPresent(undo -> unseen.add(
                                        undo.id() + " " + operation.when().allOf()));
                    });
        }
        assertThat(unseen).isEmpty();
    }

    private static boolean isHandwork(Operation operation, List<String> takenOff) {
        return !operation.takes().isEmpty()
                || !operation.fits().isEmpty()
                || !takenOff.isEmpty()
                || Stream.concat(operation.does().stream(), operation.then().stream())
                        .map(Act::verb)
                        .anyMatch(WORK::contains);
    }

    private static List<String> named(Operation operation, Map<String, String> facts) {
        return operation.techniques().stream()
                .filter(t -> t.when().holds(facts))
                .map(Variant::is)
                .toList();
    }

    /** What valves of the family may be, with each answer to each question of practice its techniques depend on. */
    private static Stream<Map<String, String>> everyFact(AnatomySheet family, Operation operation) {
        Set<String> asked = new LinkedHashSet<>(operation.when().allOf().keySet());
        Stream.concat(Stream.of(operation), operation.undoneBy().stream())
                .flatMap(o -> o.techniques().stream())
                .forEach(t -> asked.addAll(t.when().allOf().keySet()));
        asked.retainAll(family.schools());
        List<Map<String, String>> answers = new ArrayList<>(List.of(Map.of()));
        asked.forEach(school -> {
            List<Map<String, String>> more = new ArrayList<>();
            answers.forEach(so -> Schools.table()
                    .school(school)
                    .orElseThrow()
                    .answers()
                    .keySet()
                    .forEach(answer -> {
                        Map<String, String> next = new HashMap<>(so);
                        next.put(school, answer);
                        more.add(next);
                    }));
            answers.clear();
            answers.addAll(more);
        });
        return LIBRARY.types().stream()
                .filter(t -> t.anatomy().equals(family.id()))
                .flatMap(t -> family.configurations(t).stream())
                .map(c -> c.facts())
                .distinct()
                .flatMap(facts -> answers.stream().map(so -> {
                    Map<String, String> all = new HashMap<>(facts);
                    all.putAll(so);
                    return all;
                }));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("families")
    @DisplayName(
            "No picture lies: nothing new as old parts come out, nothing old as new ones go in, a lip only where a seal has one")
    void noneLies(AnatomySheet family) {
        Set<String> lies = new TreeSet<>();
        for (Operation operation : family.operations()) {
            everyFact(family, operation)
                    .filter(facts -> operation.when().holds(facts))
                    .forEach(facts -> {
                        Map<String, String> glyphs = family.build().resolve(facts).parts().stream()
                                .filter(p -> operation.takes().contains(p.id()))
                                .collect(Collectors.toMap(Part::id, Part::glyph));
                        lies(operation, facts, glyphs, "new").forEach(lies::add);
                        operation.undoneBy().ifPresent(undo -> lies(undo, facts, glyphs, "old")
                                .forEach(lies::add));
                    });
        }
        assertThat(lies).isEmpty();
    }

    private static Stream<String> lies(
            Operation operation, Map<String, String> facts, Map<String, String> glyphs, String never) {
        boolean handlesSeals = glyphs.values().stream().anyMatch(Set.of("o-ring", "lip-seal", "diaphragm")::contains);
        return named(operation, facts).stream()
                .map(Technique.Call::of)
                .filter(call -> !call.id().equals("grease-film"))
                .flatMap(call -> {
                    List<String> found = new ArrayList<>();
                    Technique technique = SheetLibrary.techniques().get(call.id());
                    boolean wrongPiece = technique.frames(call.chosen()).stream()
                            .anyMatch(f -> f.svg().matches("(?s).*class=\"[a-z ]*\\b" + never + "\\b.*"));
                    if (handlesSeals && wrongPiece) {
                        found.add(operation.id() + " shows a " + never + " one in " + call);
                    }
                    if (Set.of("lip-seal", "lip-seal-out", "v-packing").contains(call.id())
                            && !glyphs.containsValue("lip-seal")) {
                        found.add(operation.id() + " shows a lip in " + call + ", its parts have none");
                    }
                    return found.stream();
                });
    }

    @Test
    @DisplayName("What is called exists as it is called, and no technique lies idle")
    void called() {
        Set<String> idle = new TreeSet<>(SheetLibrary.techniques().keySet());
        idle.remove("grease-film"); // shown wherever something gets a film
        families()
                .flatMap(f -> Stream.concat(operations(f), f.movements().stream()))
                .flatMap(o -> o.techniques().stream())
                .map(t -> Technique.Call.of(t.is()))
                .forEach(call -> {
                    Technique technique = SheetLibrary.techniques().get(call.id());
                    assertThat(technique).as(call.id()).isNotNull();
                    assertThat(technique.misfits(call.chosen())).isEmpty();
                    idle.remove(call.id());
                });
        assertThat(idle).isEmpty();
    }

    @Test
    @DisplayName("A choice is its own or the first; one that is not offered is refused")
    void chosen() {
        Technique lip = SheetLibrary.techniques().get("lip-seal");
        assertThat(Technique.Call.of("lip-seal pressure=air"))
                .isEqualTo(new Technique.Call("lip-seal", Map.of("pressure", "air")));
        assertThat(pictures(lip, Map.of())).isEqualTo(pictures(lip, Map.of("pressure", "product")));
        assertThat(lip.misfits(Map.of("pressure", "steam")))
                .containsExactly("the technique “lip-seal” has no “pressure=steam”");
        assertThatThrownBy(() -> lip.frames(Map.of("lip", "up"))).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("A technique with a script in it, a link or a style of its own is a stranger")
    void strangers() {
        Technique evil = new Technique(
                "evil",
                "<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:w=\"urn:wartung:drawing\" data-name=\"x\"><w:frame caption=\"x\"><script>1</script><path onclick=\"1\" d=\"M0 0\"/></w:frame></svg>",
                part -> Optional.empty());
        assertThat(evil.problems())
                .contains(
                        "draws with an element “script”",
                        "draws with an attribute “onclick” (path)",
                        "says no name (data-name) or not why (data-why)",
                        "has 1 frames, not 2 to 4");
    }
}
