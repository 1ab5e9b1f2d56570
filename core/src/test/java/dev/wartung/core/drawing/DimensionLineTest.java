package dev.wartung.core.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.NumberFields;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class DimensionLineTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    /** A distance has two tips: the last point measured first. */
    private static final Pattern DIMENSION = Pattern.compile("data-dimension=\"([^\"]*)\">(?:(?!</g>).)*class=\"tip\" "
            + "d=\"M([-0-9.]+) ([-0-9.]+)L[^Z]*ZM([-0-9.]+) ([-0-9.]+)L[^\"]*\"/>");

    private static final Pattern PLACES = Pattern.compile("data-dimension=\"([^\"]*)\"");
    private static final Pattern SCALE = Pattern.compile(" scale\\(([0-9.]+)\\)");

    private static String section(AnatomySheet family, TypeSheet type, ValveConfiguration valve) {
        return new SectionDrawing(LIBRARY.drawing(family), family, type, valve)
                .dimensioned(new Bench(family.build(), valve), SectionDrawing.View.PLAIN, "a valve");
    }

    /** Millimetres between the tips, by number. */
    private static Map<String, Double> lengths(String svg) {
        Matcher scaled = SCALE.matcher(svg);
        assertThat(scaled.find()).isTrue();
        double scale = Double.parseDouble(scaled.group(1));
        Map<String, Double> found = new TreeMap<>();
        Matcher drawn = DIMENSION.matcher(svg);
        while (drawn.find()) {
            double[] at = IntStream.rangeClosed(2, 5)
                    .mapToDouble(i -> Double.parseDouble(drawn.group(i)))
                    .toArray();
            Arrays.stream(drawn.group(1).split(" "))
                    .forEach(place -> found.put(place, Math.hypot(at[2] - at[0], at[3] - at[1]) / scale));
        }
        return found;
    }

    @Test
    @DisplayName(
            "Every number of every type shipped is asked at its place: a dimension in the section, or a part in it")
    void everyNumber() {
        TreeSet<String> nowhere = new TreeSet<>();
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            List<NumberField> sought = new ArrayList<>(NumberFields.of(family, type));
            for (ValveConfiguration valve : family.configurations(type)) {
                if (!sought.isEmpty()) {
                    String svg = section(family, type, valve);
                    sought.removeIf(field -> PLACES.matcher(svg)
                                    .results()
                                    .flatMap(place ->
                                            Arrays.stream(place.group(1).split(" ")))
                                    .anyMatch(field.dimension()::equals)
                            || field.at()
                                    .filter(at -> svg.contains("data-part=\"" + at + "\"")
                                            || svg.contains("data-carrier=\"" + at + "\""))
                                    .isPresent());
                }
            }
            sought.forEach(field -> nowhere.add(type.anatomy() + " " + field.place() + " " + field.at()));
        }
        assertThat(nowhere).isEmpty();
    }

    @Test
    @DisplayName("A dimension of the section measures what it names, on every valve it is shown for")
    void measures() {
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            List<ValveConfiguration> all = family.configurations(type);
            for (int i = 0; i < all.size(); i += 1 + all.size() / 12) {
                ValveConfiguration valve = all.get(i);
                Map<String, Double> found = lengths(section(family, type, valve));
                assertThat(found).containsKey("drawing/bore");
                type.drawing().forEach((size, length) -> {
                    if (found.containsKey("drawing/" + size)) {
                        assertThat(found.get("drawing/" + size))
                                .as(type.id() + " " + size + " " + valve)
                                .isCloseTo(length.in(Unit.MILLIMETRE), within(0.3));
                    }
                });
            }
        }
    }

    @Test
    @DisplayName("On the bench the same section has none")
    void notOnTheBench() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration valve = family.configurations(type).get(0);
        assertThat(new SectionDrawing(LIBRARY.drawing(family), family, type, valve)
                        .svg(new Bench(family.build(), valve), SectionDrawing.View.PLAIN, "a valve"))
                .doesNotContain("data-dimension");
    }
}
