package dev.wartung.web.line;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.text.PlainText;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.line.PlantMap.Row;
import dev.wartung.web.valve.LinesMap.Mark;
import dev.wartung.web.valve.Valve;
import java.io.StringReader;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;
import org.xml.sax.InputSource;

/** The plant as it is drawn, line by line. */
class PlantMapTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 2);

    private static Valve valve(String tag, String line, int place) {
        Valve valve = TestSite.valve(tag, Drive.NC);
        valve.isAt("a service", "Hall", line, place);
        return valve;
    }

    /** A tank, a valve, a branch with a drain, another valve, and where it goes. */
    private static DrawnLine drawn(long id, String line, String from, String first, String second, String into) {
        LineDrawing drawing = LineDrawing.EMPTY
                .with(new Fitting("f1", FittingKind.TANK, from))
                .with(new Fitting("f2", FittingKind.VALVE, first))
                .with(new Fitting("f3", FittingKind.BRANCH, ""))
                .with(new Fitting("f4", FittingKind.DRAIN, "D-1"))
                .with(new Fitting("f5", FittingKind.VALVE, second))
                .with(new Fitting("f6", FittingKind.OUTLET, into))
                .joined(LineEnd.of("f1"), new LineEnd("f2", "below"))
                .joined(new LineEnd("f2", "side"), LineEnd.of("f3"))
                .joined(LineEnd.of("f3"), LineEnd.of("f4"))
                .joined(LineEnd.of("f3"), new LineEnd("f5", "below"))
                .joined(new LineEnd("f5", "side"), LineEnd.of("f6"));
        return new DrawnLine(id, "Hall", line, drawing, 1, "Pia", Instant.EPOCH, Optional.empty());
    }

    @Test
    @DisplayName(
            "A drawn line shows its vessels in order, with the other lines of each; a line nobody drew is its valves in a row")
    void plant() {
        List<Valve> valves = List.of(
                valve("P-1", "One", 1),
                valve("P-2", "One", 2),
                valve("P-3", "Two", 1),
                valve("P-4", "Two", 2),
                valve("P-5", "Three", 1));
        PlantMap map = PlantMap.of(
                valves,
                List.of(
                        drawn(7, "One", "Silo", "P-1", "P-2", "Buffer"),
                        drawn(8, "Two", "Buffer", "P-3", "P-4", "Filler")),
                TODAY);
        List<Row> rows = map.areas().get(0).lines();
        assertThat(rows).extracting(Row::id).containsExactly(Optional.of(7L), Optional.of(8L), Optional.empty());
        Row one = rows.get(0);
        assertThat(one.signs().stream().map(PlantMap.Sign::words))
                .containsExactly("tank Silo", "branch", "drain D-1", "goes to Buffer");
        assertThat(one.signs().get(3).also()).containsExactly(new PlantMap.Other("Two", 8));
        assertThat(rows.get(1).signs().get(0).also()).containsExactly(new PlantMap.Other("One", 7));
        assertThat(one.signs().get(0).also()).isEmpty();
        // from left to right as product runs, on one height; the drain straight below its branch
        assertThat(List.of(
                        one.signs().get(0).x(),
                        one.valves().get(0).x(),
                        one.signs().get(1).x(),
                        one.valves().get(1).x(),
                        one.signs().get(3).x()))
                .isSorted()
                .doesNotHaveDuplicates();
        assertThat(one.signs().get(2).x()).isEqualTo(one.signs().get(1).x());
        assertThat(one.signs().get(2).y()).isGreaterThan(one.signs().get(1).y());
        assertThat(rows.get(2).valves()).extracting(Mark::tag).containsExactly("P-5");
        assertThat(rows.get(2).pipes()).hasSize(1);
        assertThat(map.height()).isGreaterThan(rows.get(2).valves().get(0).y());
        assertThat(map.width()).isGreaterThan(one.signs().get(3).x());
    }

    @Test
    @DisplayName(
            "A valve the drawing does not know stands behind it, joined to nothing; one that is not shown has no mark")
    void left() {
        PlantMap map = PlantMap.of(
                List.of(valve("P-1", "One", 1), valve("P-9", "One", 9)),
                List.of(drawn(7, "One", "Silo", "P-1", "", "Buffer")),
                TODAY);
        Row one = map.areas().get(0).lines().get(0);
        assertThat(one.valves()).extracting(Mark::tag).containsExactly("P-1", "P-9");
        int end = one.signs().stream().mapToInt(PlantMap.Sign::x).max().orElse(0);
        assertThat(one.valves().get(1).x()).isGreaterThan(end);
        assertThat(one.pipes()).hasSize(5);
    }

    @Test
    @DisplayName("What plants call their things is written as they call it, whatever that would mean in SVG")
    void written() throws Exception {
        String odd = "A & <b>\"'\u0001";
        String svg = PlantMapSvg.of(PlantMap.of(
                List.of(valve("P-1", odd, 1), valve("P/2 ü", odd, 2), valve("P-5", "Three", 1)),
                List.of(drawn(7, odd, odd, "P-1", "P/2 ü", "Buffer"), drawn(8, "Two", "Buffer", "P-3", "P-4", odd)),
                TODAY));
        assertThat(svg).doesNotContain("<b>");
        Element map = DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new InputSource(new StringReader(svg)))
                .getDocumentElement();
        String shown = odd.replace("\u0001", String.valueOf(PlainText.REPLACEMENT));
        assertThat(all(map, "text", ""))
                .contains("Hall", shown, "Three, not drawn", "P-1", "P/2 ü", "also Two")
                .doesNotContain("Two");
        assertThat(all(map, "title", "")).contains("tank " + shown, "P-1, a service, in service");
        assertThat(all(map, "a", "href"))
                .contains("/lines/7", "/valves/P-1", "/valves/P%2F2%20%C3%BC", "/lines/8")
                .doesNotContain("/lines/0");
        assertThat(all(map, "a", "aria-label")).contains("Buffer, also in Two", shown + ", also in Two");
        assertThat(all(map, "use", "href")).contains("/img/map.svg#in-service");
    }

    /** What every such element says, or one attribute of it. */
    private static List<String> all(Element of, String name, String attribute) {
        NodeList found = of.getElementsByTagName(name);
        return IntStream.range(0, found.getLength())
                .mapToObj(i -> (Element) found.item(i))
                .map(e -> attribute.isEmpty() ? e.getTextContent() : e.getAttribute(attribute))
                .toList();
    }
}
