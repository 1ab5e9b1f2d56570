package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class CallOutsAndGaugesTest {

    private static final Pattern TITLE_Y = Pattern.compile("class=\"title\" x=\"([\\d.]+)\" y=\"([\\d.]+)\"");

    @Test
    @DisplayName("However close the anchors, no two labels of a column overlap and none leaves the canvas")
    void labelsKeepApart() {
        Random random = new Random(7);
        for (int round = 0; round < 300; round++) {
            List<CallOut> callOuts = new ArrayList<>();
            Map<String, double[]> anchors = new HashMap<>();
            int count = 1 + random.nextInt(9);
            for (int i = 0; i < count; i++) {
                callOuts.add(new CallOut("p" + i, "Part " + i, "old, to renew", "old"));
                anchors.put("p" + i, new double[] {200, random.nextDouble() * 524, -1});
            }
            StringBuilder out = new StringBuilder();
            new CallOutLayout(560, 524, 0).write(callOuts, anchors, out);
            List<Double> heights = new ArrayList<>();
            Matcher matcher = TITLE_Y.matcher(out);
            while (matcher.find()) {
                heights.add(Double.parseDouble(matcher.group(2)));
            }
            assertThat(heights).hasSize(count).isSorted();
            for (int i = 0; i < count; i++) {
                assertThat(heights.get(i)).isBetween(10.0, 524.0 - 17);
                if (i > 0) {
                    assertThat(heights.get(i) - heights.get(i - 1)).isGreaterThanOrEqualTo(34);
                }
            }
        }
    }

    @Test
    @DisplayName("A label without a place in the drawing is left out; text is escaped")
    void labels() {
        StringBuilder out = new StringBuilder();
        new CallOutLayout(560, 524, 0)
                .write(
                        List.of(
                                new CallOut("here", "<script>", "a & b", "plain"),
                                new CallOut("nowhere", "Nowhere", "", "plain")),
                        Map.of("here", new double[] {300, 100, 1}),
                        out);
        assertThat(out.toString()).contains("&lt;script&gt;", "a &amp; b").doesNotContain("Nowhere", "<script>");
    }

    private static double pointer(String svg) {
        Matcher matcher =
                Pattern.compile("class=\"pointer \\w+\" d=\"M ([\\d.]+)").matcher(svg);
        assertThat(matcher.find()).isTrue();
        return Double.parseDouble(matcher.group(1));
    }

    @Test
    @DisplayName(
            "The pointer stands inside the band exactly when the reading is within, moves with the reading, and stays on the gauge")
    void gauge() {
        Band band = new Band(
                Quantity.of(12, Unit.NEWTON_METRE),
                Quantity.of(14, Unit.NEWTON_METRE),
                Optional.of(Quantity.of(13, Unit.NEWTON_METRE)));
        assertThat(GaugeDrawing.svg(band, Optional.empty(), UnitSystem.METRIC))
                .contains("Limits 12 to 14 N·m")
                .doesNotContain("pointer");
        Matcher in = Pattern.compile("class=\"in\" x=\"([\\d.]+)\" y=\"26\" height=\"14\" width=\"([\\d.]+)\"")
                .matcher(GaugeDrawing.svg(band, Optional.empty(), UnitSystem.METRIC));
        assertThat(in.find()).isTrue();
        double from = Double.parseDouble(in.group(1));
        double to = from + Double.parseDouble(in.group(2));
        double last = -1;
        for (double torque = 0; torque < 40; torque += 0.25) {
            String svg = GaugeDrawing.svg(band, Optional.of(Quantity.of(torque, Unit.NEWTON_METRE)), UnitSystem.METRIC);
            double x = pointer(svg);
            assertThat(x).isGreaterThanOrEqualTo(last).isBetween(20.0, 400.0);
            boolean within = torque >= 12 && torque <= 14;
            assertThat(x >= from - 0.01 && x <= to + 0.01).as("%s N·m", torque).isEqualTo(within);
            assertThat(svg.contains("pointer ok")).isEqualTo(within);
            last = x;
        }
    }

    @Test
    @DisplayName("A drawing that is no XML, names an unknown size, or reaches outside itself is refused")
    void templates() {
        assertThat(assertThrows(IllegalArgumentException.class, () -> new DrawingTemplate("x.svg", "<svg>")))
                .hasMessageContaining("x.svg");
        DrawingTemplate unknown =
                new DrawingTemplate("x.svg", "<svg xmlns='http://www.w3.org/2000/svg'><path d='M {bore} 0'/></svg>");
        assertThat(assertThrows(IllegalArgumentException.class, () -> unknown.draw(Map.of("seat", 4.0))))
                .hasMessageContaining("bore");
        assertThat(assertThrows(
                        IllegalArgumentException.class,
                        () -> new DrawingTemplate(
                                "x.svg", "<!DOCTYPE svg [<!ENTITY e SYSTEM 'file:///etc/passwd'>]><svg>&e;</svg>")))
                .hasMessageContaining("DOCTYPE");
        assertThat(unknown.draw(Map.of("bore", 47.5)).children().get(0).attributes())
                .containsEntry("d", "M 47.5 0");
    }

    @Test
    @DisplayName(
            "What a drawing does not ask for makes no other drawing of it; what only its intermediate sizes ask for does")
    void whatDecides() {
        DrawingTemplate template = new DrawingTemplate(
                "x.svg",
                "<svg xmlns='http://www.w3.org/2000/svg' xmlns:w='urn:wartung:drawing'>"
                        + "<w:let name='half' is='bore / 2'/><w:let name='head' is='head_fitted' else='0'/>"
                        + "<path d='M {half} {head}'/></svg>");
        Map<String, Double> sizes = Map.of("bore", 50.0, "head_fitted", 1.0, "elastomer_EPDM", 1.0);
        assertThat(template.draw(sizes).children().get(0).attributes()).containsEntry("d", "M 25 1");
        assertThat(template.draw(Map.of("bore", 50.0, "head_fitted", 1.0, "elastomer_EPDM", 0.0, "wall", 5.5)))
                .isSameAs(template.draw(sizes));
        assertThat(template.draw(Map.of("bore", 60.0)).children().get(0).attributes())
                .containsEntry("d", "M 30 0");
    }
}
