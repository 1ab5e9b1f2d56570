package dev.wartung.web.demo;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.web.sheet.Sheets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;

/** The valves of the demo site: twelve lines in four areas, every family among them. */
final class DemoValves {

    private static final Set<String> UNOPENED = Set.of("sealed", "turned");

    /** One valve; {@code dueInDays} counts from the day the demo is loaded. */
    record Row(
            String tag,
            String service,
            String area,
            String line,
            String type,
            ValveConfiguration configuration,
            int dueInDays,
            int place) {}

    /**
     * A line of the site.
     *
     * @param first  number of its first single-seat valve
     * @param plain  how many single-seat valves it has
     * @param others types of its other valves, in the order they stand
     */
    private record Line(
            String prefix,
            int first,
            int plain,
            String area,
            String name,
            String elastomer,
            String head,
            List<String> services,
            List<String> others) {}

    private static final List<Line> LINES = List.of(
            new Line(
                    "MX",
                    101,
                    8,
                    "Mixing",
                    "Oat slurry",
                    "EPDM",
                    "none",
                    List.of(
                            "Oat slurry to mill",
                            "Water to slurry tank",
                            "Enzyme dosing shut-off",
                            "Slurry tank outlet"),
                    List.of(
                            "fen-80",
                            "fen-l-150",
                            "kolm-t-50",
                            "fen-50",
                            "hvile-50",
                            "fen-l-200",
                            "fen-100",
                            "kolm-t-65")),
            new Line(
                    "MX",
                    109,
                    6,
                    "Mixing",
                    "Oat base",
                    "EPDM",
                    "fitted",
                    List.of("Oat base to buffer", "Buffer tank outlet", "CIP supply to buffer"),
                    List.of(
                            "tvinn-65",
                            "kolm-t-50",
                            "fen-50",
                            "tvinn-50",
                            "hvile-50",
                            "fen-80",
                            "kule-65",
                            "fen-l-100",
                            "fen-25")),
            new Line(
                    "MX",
                    121,
                    4,
                    "Mixing",
                    "Ginger syrup",
                    "HNBR",
                    "none",
                    List.of("Syrup to dissolver", "Dissolver outlet"),
                    List.of(
                            "fen-50",
                            "hvile-25",
                            "fen-80",
                            "kolm-t-40",
                            "fen-25",
                            "fen-l-100",
                            "hvile-50",
                            "fen-50",
                            "kule-50",
                            "fen-25")),
            new Line(
                    "CU",
                    201,
                    8,
                    "Culture hall",
                    "Culture 1",
                    "EPDM",
                    "fitted",
                    List.of(
                            "Oat base to culture tank 1",
                            "Starter dosing",
                            "Culture tank 1 outlet",
                            "Sterile air to tank 1"),
                    List.of("tvinn-65", "kolm-t-50", "tvinn-80", "fen-80", "kolm-t-65", "kule-65", "hvile-50")),
            new Line(
                    "CU",
                    211,
                    8,
                    "Culture hall",
                    "Culture 2",
                    "EPDM",
                    "none",
                    List.of(
                            "CIP return culture tank 2",
                            "Starter dosing tank 2",
                            "Culture tank 2 outlet",
                            "Oat base to culture tank 2"),
                    List.of("tvinn-65", "kolm-t-50", "tvinn-65", "fen-80", "kule-50", "hvile-50", "fen-50")),
            new Line(
                    "CU",
                    231,
                    5,
                    "Culture hall",
                    "Ferment",
                    "HNBR",
                    "none",
                    List.of("Ginger base to fermenter", "Fermenter outlet", "CO2 vent"),
                    List.of(
                            "kolm-t-50",
                            "fen-80",
                            "kule-80",
                            "hvile-80",
                            "fen-100",
                            "tvinn-50",
                            "fen-50",
                            "hvile-25",
                            "fen-25",
                            "kolm-t-40")),
            new Line(
                    "FL",
                    11,
                    6,
                    "Filling",
                    "Cup filler A",
                    "EPDM",
                    "none",
                    List.of("Cultured base to filler A", "Filler A bowl drain", "CIP supply filler A"),
                    List.of(
                            "kolm-t-40",
                            "fen-50",
                            "fen-25",
                            "hvile-25",
                            "tvinn-50",
                            "fen-50",
                            "fen-80",
                            "kolm-t-40",
                            "hvile-50")),
            new Line(
                    "FL",
                    21,
                    6,
                    "Filling",
                    "Cup filler B",
                    "EPDM",
                    "none",
                    List.of("Cultured base to filler B", "Filler B bowl drain"),
                    List.of(
                            "kolm-t-40",
                            "fen-50",
                            "fen-25",
                            "hvile-25",
                            "tvinn-50",
                            "fen-50",
                            "fen-80",
                            "kolm-t-40",
                            "hvile-50")),
            new Line(
                    "FL",
                    31,
                    4,
                    "Filling",
                    "Bottle filler",
                    "HNBR",
                    "fitted",
                    List.of("Ginger ferment to bottle filler", "Bottle filler drain"),
                    List.of(
                            "kule-50",
                            "fen-50",
                            "kolm-t-50",
                            "hvile-50",
                            "fen-80",
                            "fen-25",
                            "tvinn-50",
                            "fen-l-100",
                            "hvile-25",
                            "fen-50",
                            "kolm-t-40")),
            new Line(
                    "EZ",
                    1,
                    4,
                    "Enzyme suite",
                    "Seed train",
                    "FKM",
                    "fitted",
                    List.of("Medium to seed vessel", "Seed vessel harvest"),
                    List.of(
                            "terskel-25",
                            "terskel-15",
                            "terskel-25",
                            "terskel-32",
                            "terskel-15",
                            "terskel-40",
                            "terskel-25",
                            "hvile-25",
                            "terskel-15",
                            "terskel-50",
                            "terskel-25")),
            new Line(
                    "EZ",
                    5,
                    4,
                    "Enzyme suite",
                    "Harvest",
                    "FKM",
                    "none",
                    List.of("Harvest to filter", "Filtrate outlet"),
                    List.of(
                            "terskel-40",
                            "terskel-25",
                            "terskel-50",
                            "terskel-15",
                            "terskel-32",
                            "terskel-25",
                            "hvile-50",
                            "terskel-40",
                            "terskel-15",
                            "terskel-25",
                            "terskel-32")),
            new Line(
                    "EZ",
                    9,
                    3,
                    "Enzyme suite",
                    "Buffer prep",
                    "FKM",
                    "none",
                    List.of("Buffer to column", "Buffer drain"),
                    List.of(
                            "terskel-25",
                            "terskel-40",
                            "terskel-15",
                            "terskel-50",
                            "hvile-25",
                            "terskel-25",
                            "terskel-32",
                            "terskel-15",
                            "terskel-25",
                            "terskel-40",
                            "terskel-15",
                            "hvile-50")));
    private static final List<String> KOLM = List.of("kolm-50", "kolm-65", "kolm-40", "kolm-80", "kolm-25", "kolm-100");
    private static final Drive[] DRIVES = {Drive.NC, Drive.NC, Drive.NO, Drive.NC, Drive.DA, Drive.NC, Drive.MANUAL};
    private static final Map<String, Integer> FIRST_OF_OTHERS =
            new LinkedHashMap<>(Map.of("MX", 401, "CU", 501, "FL", 601, "EZ", 701));

    private DemoValves() {}

    static List<Row> all(Sheets sheets) {
        List<Row> rows = new ArrayList<>();
        Map<String, Integer> next = new TreeMap<>(FIRST_OF_OTHERS);
        for (Line line : LINES) {
            for (int i = 0; i < line.plain(); i++) {
                rows.add(singleSeat(line, i, rows.size(), sheets));
            }
            for (int i = 0; i < line.others().size(); i++) {
                int number = next.merge(line.prefix(), 1, Integer::sum) - 1;
                rows.add(other(line, line.others().get(i), number, i, rows.size(), sheets));
            }
        }
        return rows;
    }

    /** Options follow from counting through, so that every drive and option turns up in every area. */
    private static Row singleSeat(Line line, int i, int n, Sheets sheets) {
        String tag = String.format(Locale.ROOT, "%s-%03d", line.prefix(), line.first() + i);
        boolean bench = tag.equals("CU-214");
        Drive drive = bench || tag.equals("EZ-006") ? Drive.NC : DRIVES[n % DRIVES.length];
        String type = bench ? "kolm-50" : KOLM.get(n % KOLM.size());
        String head = drive == Drive.MANUAL ? "none" : line.head();
        boolean threaded = bench || n % 4 != 3;
        boolean aseptic = line.prefix().equals("EZ") && i % 2 == 1 && !tag.equals("EZ-006");
        ValveConfiguration configuration = new ValveConfiguration(
                        drive,
                        Map.of(
                                "head-port",
                                first(sheets, type, "head-port"),
                                "coupling",
                                threaded ? "threaded" : "quick",
                                "plug",
                                bench || n % 5 < 3
                                        ? "profiled"
                                        : n % 5 == 3 || tag.equals("EZ-006") ? "snap-on" : "bonded",
                                "head",
                                head,
                                "lock-pin",
                                threaded && head.equals("fitted") ? "fitted" : "none",
                                "sealing",
                                aseptic ? "diaphragm" : "lip",
                                "weight",
                                first(sheets, type, "weight"),
                                "elastomer",
                                line.elastomer(),
                                "actuator-build",
                                drive == Drive.MANUAL ? "none" : first(sheets, type, "actuator-build"),
                                "rod-packing",
                                drive == Drive.MANUAL ? "none" : first(sheets, type, "rod-packing")))
                .with("end-covers", "none");
        return new Row(
                tag,
                line.services().get(i % line.services().size()),
                line.area(),
                line.name(),
                type,
                configuration,
                due(n),
                i);
    }

    private static String first(Sheets sheets, String type, String option) {
        return Objects.requireNonNull(sheets.of(type).type().options().get(option))
                .get(0);
    }

    /**
     * One of the builds the type is made in, drawn from a fixed seed; with the rubber of its line where it has a
     * choice.
     */
    private static Row other(Line line, String typeId, int number, int i, int n, Sheets sheets) {
        Sheets.Pair pair = sheets.of(typeId);
        List<ValveConfiguration> made = pair.anatomy().configurations(pair.type()).stream()
                .filter(c ->
                        c.options().getOrDefault("elastomer", line.elastomer()).equals(line.elastomer()))
                .filter(c -> c.drive() != Drive.MANUAL || pair.type().drives().size() == 1 || n % 3 == 0)
                // an actuator that is not opened is one whose rod seals are renewed from outside
                .filter(c -> !UNOPENED.contains(c.options().getOrDefault("actuator-build", ""))
                        || "unloaded".equals(c.options().get("end-covers")))
                .toList();
        ValveConfiguration configuration = made.get(new Random(number * 7919L + n).nextInt(made.size()));
        return new Row(
                String.format(Locale.ROOT, "%s-%03d", line.prefix(), number),
                service(pair.anatomy().id(), line, i),
                line.area(),
                line.name(),
                typeId,
                configuration,
                due(n),
                line.plain() + i);
    }

    private static String service(String family, Line line, int i) {
        String where = line.name();
        return switch (family) {
            case "change-over" -> i % 2 == 0 ? "Divert " + where + " to return" : "Product or water to " + where;
            case "double-seat" -> "CIP against product, " + where;
            case "ball" -> "Pigging station, " + where;
            case "butterfly" -> i % 2 == 0 ? "Isolation, " + where : "Drain to sewer, " + where;
            case "butterfly-lined" -> "Acid supply, " + where;
            case "diaphragm" -> i % 3 == 0
                    ? "Sampling, " + where
                    : i % 3 == 1 ? "Steam barrier, " + where : "Condensate, " + where;
            default -> "Back-flow guard, " + where;
        };
    }

    private static int due(int n) {
        return -9 + (n * 37) % 350;
    }
}
