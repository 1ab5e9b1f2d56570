package dev.wartung.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.drawing.DrawingTemplate;
import dev.wartung.core.sheet.SheetResult.Accepted;
import dev.wartung.core.sheet.SheetResult.Refused;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Families as somebody brings them. */
class FamilyReaderTest {

    private static final FamilyReader READER = new FamilyReader(new SheetReader());
    private static final String ANATOMY = SheetLibrary.resource("sampling.yaml");
    private static final String DRAWING = SheetLibrary.resource("sampling.svg");
    private static final String TYPE = SheetLibrary.resource("tapper-15.yaml");

    private static List<String> problems(String anatomy, String svg, Map<String, String> types) {
        return READER.read(anatomy, svg, types, Map.of()) instanceof Refused<Family> refused
                ? refused.problems().stream().map(SheetProblem::toString).toList()
                : List.of();
    }

    @Test
    @DisplayName("A family is taken with drawing and type, and what is kept of it stands alone and reads as the same")
    void taken() {
        assertThat(problems(ANATOMY, DRAWING, Map.of("t.yaml", TYPE))).isEmpty();
        Family family = ((Accepted<Family>) READER.read(ANATOMY, DRAWING, Map.of("t.yaml", TYPE), Map.of())).sheet();
        assertThat(family.types()).containsOnlyKeys("tapper-15");
        assertThat(family.anatomyText()).doesNotContain("\"uses\"");
        assertThat(problems(family.anatomyText(), family.drawingText(), family.typeTexts()))
                .isEmpty();
        assertThat(((Accepted<Family>)
                                READER.read(family.anatomyText(), family.drawingText(), family.typeTexts(), Map.of()))
                        .sheet()
                        .anatomy())
                .isEqualTo(family.anatomy());
    }

    @Test
    @DisplayName("Every shipped family could have come in this way: its drawing has nothing else in it and every part")
    void shipped() {
        SheetLibrary library = SheetLibrary.shipped();
        for (TypeSheet type : library.types()) {
            DrawingTemplate drawing =
                    library.drawing(library.anatomy(type.anatomy()).orElseThrow());
            assertThat(drawing.strangers()).as(type.anatomy()).isEmpty();
            assertThat(new DrawingTemplate("alone", drawing.text()).places()).isEqualTo(drawing.places());
        }
        for (String id : List.of("check", "butterfly-lined")) {
            String type = library.types().stream()
                    .filter(t -> t.anatomy().equals(id))
                    .findFirst()
                    .orElseThrow()
                    .id();
            assertThat(problems(
                            SheetLibrary.anatomyText(id),
                            SheetLibrary.resource("drawings/" + id + ".svg"),
                            Map.of(type, SheetLibrary.typeText(type))))
                    .as(id)
                    .isEmpty();
        }
    }

    @ParameterizedTest
    @DisplayName("What a drawing is not made of is refused, and so is what would break out of it")
    @CsvSource(
            delimiter = '|',
            value = {
                "<circle |<script/><circle |an element “script”",
                "<circle |<a href='x'/><circle |an element “a”",
                "<circle |<image href='x'/><circle |an element “image”",
                "<circle |<style/><circle |an element “style”",
                "<circle |<circle onclick='x' |an attribute “onclick”",
                "<circle |<circle style='x' |an attribute “style”",
                "<circle |<circle id='x' |an attribute “id”",
                "data-part=\"ring\"|data-with=\"ring\"|has no place (data-part) for “ring”",
                "<circle |<w:dimension xmlns:w='urn:wartung:drawing' of='sizes/none'/><circle |measures “sizes/none”",
                "{bore/2}|{boring/2}|“boring/2” cannot be worked out",
                "</svg>|</sgv>|sampling.svg",
                "cx=\"7\"|cx=\"{1/0}\"|cannot be worked out"
            })
    void strangers(String is, String becomes, String reason) {
        assertThat(problems(ANATOMY, DRAWING.replace(is, becomes), Map.of("t.yaml", TYPE)))
                .isNotEmpty()
                .anySatisfy(p -> assertThat(p).contains(reason));
    }

    @Test
    @DisplayName("A family whose jobs hurt somebody on the bench is refused with the step and the reason")
    void hurts() {
        assertThat(problems(ANATOMY, DRAWING, Map.of()))
                .anySatisfy(p -> assertThat(p).contains("without a type sheet"))
                .anySatisfy(p -> assertThat(p).contains("nobody gives “sizes/nut.size”"));
        assertThat(problems(
                        ANATOMY.replace("loaded: {at: closed", "loaded: {at: open"), DRAWING, Map.of("t.yaml", TYPE)))
                .anySatisfy(p -> assertThat(p)
                        .contains("tapper-15", "at take-spindle", "For instance on one with drive manual, tip rubber"));
    }

    @Test
    @DisplayName("A drawing nested without end is refused, not run into")
    void nested() {
        String deep = DRAWING.replace("<circle", "<g>".repeat(5000) + "</g>".repeat(5000) + "<circle");
        assertThat(problems(ANATOMY, deep, Map.of("t.yaml", TYPE)))
                .anySatisfy(p -> assertThat(p).contains("depth"));
    }
}
