package dev.wartung.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.simulation.Bench;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** A type of which little is known: it works all the same, and says what is missing. */
class ThinSheetTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final SheetReader READER = new SheetReader();
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** What says which valve it is. */
    private static final Set<String> KEPT =
            Set.of("type", "version", "maker", "name", "size", "anatomy", "drives", "options", "schools");

    /** A shipped type of which nothing is known but what it is made as. */
    private static ObjectNode thin(String id) {
        ObjectNode sheet =
                (ObjectNode) JSON.readTree(READER.compose(id, SheetLibrary.typeText(id), name -> Optional.empty()));
        sheet.retain(KEPT);
        for (String group : List.of("sizes", "masses", "bands", "drawing")) {
            sheet.putObject(group);
        }
        for (String list : List.of("articles", "kits", "lubricants")) {
            sheet.putArray(list);
        }
        return sheet;
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "kolm-50",
                "kolm-t-50",
                "tvinn-50",
                "fen-80",
                "fen-l-100",
                "terskel-25",
                "terskel-15",
                "hvile-50",
                "kule-50"
            })
    @DisplayName("Of every family: without a single number every work is derived, carried out and closed on the bench")
    void works(String id) {
        assertThat(READER.readType(id, JSON.writeValueAsString(thin(id)), LIBRARY::anatomy))
                .isInstanceOf(SheetResult.Accepted.class);
    }

    @Test
    @DisplayName(
            "A reading without limits is read once, kept and not judged; a caution says that its figure is not known")
    void saysSo() {
        List<Step> steps = steps(thin("fen-80"), "renew-product-seals");
        Ask bolts = steps.stream()
                .flatMap(s -> s.asks().stream())
                .filter(a -> a.dimension().equals(Optional.of(Dimension.TORQUE)) && a.id().startsWith("housing"))
                .findFirst()
                .orElseThrow();
        assertThat(bolts).isInstanceOf(Ask.Measurement.class);
        assertThat(bolts.note())
                .hasToString(
                        "Its sheet knows no limits. Hold it against the maker’s manual, and type what it is. Its sheet does not know how many bolts there are: read the one that is farthest off.");
        assertThat(steps.stream().flatMap(s -> s.tools().stream()).map(Object::toString))
                .contains("Spanner (size not known)");
    }

    @Test
    @DisplayName(
            "An assumed number is said to be assumed at every step that shows it, and with the limits of a reading")
    void assumed() {
        ObjectNode sheet = thin("kolm-50");
        ((ObjectNode) sheet.get("sizes")).put("clamp.nut", "13 mm");
        ((ObjectNode) sheet.get("bands"))
                .putObject("body-clamp-torque")
                .put("min", "12 N·m")
                .put("target", "13 N·m")
                .put("max", "14 N·m");
        ObjectNode basis = sheet.putObject("basis");
        basis.putObject("sizes/clamp.nut").put("from", "assumed");
        basis.putObject("bands/body-clamp-torque").put("from", "assumed");
        List<Step> steps = steps(sheet, "renew-product-seals");
        assertThat(steps.stream().flatMap(s -> s.tools().stream()).map(Object::toString))
                .contains("Spanner 13 mm (assumed)", "Socket 13 mm (assumed)");
        Ask clamp = steps.stream()
                .flatMap(s -> s.asks().stream())
                .filter(a -> a.id().equals("body-clamp-torque"))
                .findFirst()
                .orElseThrow();
        assertThat(clamp.note()).hasToString("These limits are assumed: they are not the maker’s.");
        assertThat(((Ask.Measurement) clamp).low()).hasToString("Tighten on to 13 N·m (assumed).");
    }

    private static List<Step> steps(ObjectNode sheet, String work) {
        TypeSheet type = ((SheetResult.Accepted<TypeSheet>)
                        READER.readAgain("thin", JSON.writeValueAsString(sheet), LIBRARY::anatomy))
                .sheet();
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration valve = anatomy.configurations(type).get(0);
        return new Derivation(anatomy, type, new Practice(Schools.table(), SiteChoices.NONE))
                .derive(new Work(anatomy.work(work).orElseThrow(), List.of()), valve)
                .steps();
    }

    @Test
    @DisplayName("Of every number a shipped type uses the sheet is there, and what it is for is told from the family")
    void shippedKnowAll() {
        List<String> missing = new ArrayList<>();
        LIBRARY.types().forEach(type -> {
            ObjectNode sheet = (ObjectNode) JSON.readTree(
                    READER.compose(type.id(), SheetLibrary.typeText(type.id()), name -> Optional.empty()));
            new NumberUses(LIBRARY.anatomy(type.anatomy()).orElseThrow())
                    .of(type)
                    .forEach((place, uses) -> {
                        if (!place.startsWith("actuator/")
                                && sheet.at("/" + place).isMissingNode()) {
                            missing.add(type.id() + " " + place + ": " + uses.get(0));
                        }
                    });
        });
        assertThat(missing).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "single-seat",
                "change-over",
                "double-seat",
                "butterfly",
                "butterfly-lined",
                "ball",
                "diaphragm",
                "check"
            })
    @DisplayName("A shipped family names every number that its texts and readings use, and shows it at a part it has")
    void shippedFamiliesNameAll(String id) {
        AnatomySheet anatomy = LIBRARY.anatomy(id).orElseThrow();
        Set<String> parts = anatomy.build().parts().stream().map(p -> p.id()).collect(Collectors.toSet());
        assertThat(anatomy.numbers().keySet()).containsAll(new NumberUses(anatomy).places());
        assertThat(anatomy.numbers().entrySet().stream().filter(n -> n.getValue()
                        .at()
                        .filter(at -> !parts.contains(at))
                        .isPresent()))
                .isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"preload", "rate", "stroke", "friction", "piston-diameter", "rod-diameter"})
    @DisplayName("A number of the actuator that is not known is taken for nothing, least of all for zero")
    void notZero(String unknown) {
        ObjectNode sheet = (ObjectNode)
                JSON.readTree(READER.compose("kolm-50", SheetLibrary.typeText("kolm-50"), name -> Optional.empty()));
        sheet.get("actuators").forEach(a -> ((ObjectNode) a).remove(unknown));
        TypeSheet type = ((SheetResult.Accepted<TypeSheet>)
                        READER.readAgain("thin", JSON.writeValueAsString(sheet), LIBRARY::anatomy))
                .sheet();
        ValveConfiguration valve = LIBRARY.anatomy("single-seat").orElseThrow().configurations(type).stream()
                .filter(c -> c.drive() == Drive.NC)
                .findFirst()
                .orElseThrow();
        assertThat(Actuators.of(type, valve)).isEmpty();
        assertThat(DriveModel.of(type, valve)).isEmpty();
        assertThat(Actuators.spring(type, valve, false).isPresent()).isEqualTo(!unknown.equals("preload"));
        boolean ofSpring = List.of("preload", "rate", "stroke").contains(unknown);
        assertThat(Actuators.spring(type, valve, true).isEmpty()).isEqualTo(ofSpring);
        assertThat(Actuators.springEnergy(type, valve).isEmpty()).isEqualTo(ofSpring);
    }

    @Test
    @DisplayName(
            "A type is drawn in the proportions of its family where its own sizes are not known, and the drawing says so")
    void drawn() {
        TypeSheet thin = ((SheetResult.Accepted<TypeSheet>) READER.readAgain(
                        "thin",
                        JSON.writeValueAsString(
                                thin("kolm-50").put("size", "DN 65").put("type", "x")),
                        LIBRARY::anatomy))
                .sheet();
        Map<String, Quantity> usual = UsualProportions.of(thin, LIBRARY.types());
        assertThat(usual.get("seat"))
                .isEqualTo(LIBRARY.type("kolm-65").orElseThrow().drawing().get("seat"));
        assertThat(drawing(thin, usual)).contains("Usual proportions");
        LIBRARY.types().forEach(type -> assertThat(drawing(type, UsualProportions.of(type, LIBRARY.types())))
                .as(type.id())
                .doesNotContain("Usual proportions"));
    }

    private static String drawing(TypeSheet type, Map<String, Quantity> usual) {
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration valve = anatomy.configurations(type).get(0);
        return new SectionDrawing(LIBRARY.drawing(anatomy), anatomy, type, valve, usual)
                .svg(new Bench(anatomy.build().resolve(valve.facts()), valve), SectionDrawing.View.PLAIN, "x");
    }

    @ParameterizedTest
    @ValueSource(strings = {"upper-seat", "seat"})
    @DisplayName("A sheet with half a closure is refused: the other half would be studied as another valve")
    void halfAClosure(String gone) {
        ObjectNode sheet = whole("kolm-t-50");
        sheet.remove(gone);
        assertThat(READER.readType("mine", JSON.writeValueAsString(sheet), LIBRARY::anatomy)
                        .toString())
                .contains("has to be known, or nothing of the seat");
        ObjectNode aseptic = whole("kolm-50");
        ((ObjectNode) aseptic.get("seat")).remove("stems");
        assertThat(READER.readType("mine", JSON.writeValueAsString(aseptic), LIBRARY::anatomy)
                        .toString())
                .contains("/seat/stems");
    }

    private static ObjectNode whole(String id) {
        return (ObjectNode) JSON.readTree(READER.compose(id, SheetLibrary.typeText(id), name -> Optional.empty()));
    }

    @Test
    @DisplayName("What may differ all round, or from what was read before, is said not to be known where it is not")
    void differences() {
        ObjectNode sheet = whole("fen-80");
        ((ObjectNode) sheet.get("sizes")).remove("housing.uneven");
        assertThat(steps(sheet, "renew-product-seals").stream()
                        .flatMap(s -> s.asks().stream())
                        .map(a -> a.note().toString()))
                .anyMatch(n -> n.contains("how uneven it may be"));
        ObjectNode limited = whole("terskel-25");
        ((ObjectNode) limited.get("sizes")).remove("limiter.half-turn");
        ((ObjectNode) limited.get("options")).putArray("limiter").add("fitted");
        assertThat(steps(limited, "renew-diaphragm").stream()
                        .flatMap(s -> s.asks().stream())
                        .map(a -> a.note().toString()))
                .anyMatch(n -> n.contains("how far it may be off"));
    }

    @Test
    @DisplayName(
            "A tool is named for the step it is taken at: a clamp's spanner not for the flange bolts of other valves")
    void ownStep() {
        TypeSheet type = LIBRARY.type("hvile-50").orElseThrow();
        assertThat(new NumberUses(LIBRARY.anatomy("check").orElseThrow())
                        .of(type)
                        .get("sizes/clamp.nut"))
                .isNotEmpty()
                .noneMatch(u -> u.where().contains("flange bolts"))
                .anyMatch(u -> u.where().contains("clamp"));
    }
}
