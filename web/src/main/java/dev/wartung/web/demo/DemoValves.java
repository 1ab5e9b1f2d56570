package dev.wartung.web.demo;

import dev.wartung.core.anatomy.Drive;
import java.util.ArrayList;
import java.util.List;

/** The single-seat valves of the demo site: twelve lines in four areas. */
final class DemoValves {

    /** One valve; {@code dueInDays} counts from the day the demo is loaded. */
    record Row(String tag, String service, String area, String line, String type, Drive drive, String coupling, String plug, String head, String elastomer,
               int dueInDays) {}

    private record Line(String prefix, int first, int count, String area, String name, String elastomer, String head, List<String> services) {}

    private static final List<Line> LINES = List.of(
            new Line("MX", 101, 8, "Mixing", "Oat slurry", "EPDM", "none", List.of("Oat slurry to mill", "Water to slurry tank", "Enzyme dosing shut-off", "Slurry tank outlet")),
            new Line("MX", 109, 6, "Mixing", "Oat base", "EPDM", "fitted", List.of("Oat base to buffer", "Buffer tank outlet", "CIP supply to buffer")),
            new Line("MX", 121, 4, "Mixing", "Ginger syrup", "HNBR", "none", List.of("Syrup to dissolver", "Dissolver outlet")),
            new Line("CU", 201, 8, "Culture hall", "Culture 1", "EPDM", "fitted", List.of("Oat base to culture tank 1", "Starter dosing", "Culture tank 1 outlet", "Sterile air to tank 1")),
            new Line("CU", 211, 8, "Culture hall", "Culture 2", "EPDM", "none", List.of("CIP return culture tank 2", "Starter dosing tank 2", "Culture tank 2 outlet", "Oat base to culture tank 2")),
            new Line("CU", 231, 5, "Culture hall", "Ferment", "HNBR", "none", List.of("Ginger base to fermenter", "Fermenter outlet", "CO2 vent")),
            new Line("FL", 11, 6, "Filling", "Cup filler A", "EPDM", "none", List.of("Cultured base to filler A", "Filler A bowl drain", "CIP supply filler A")),
            new Line("FL", 21, 6, "Filling", "Cup filler B", "EPDM", "none", List.of("Cultured base to filler B", "Filler B bowl drain")),
            new Line("FL", 31, 4, "Filling", "Bottle filler", "HNBR", "fitted", List.of("Ginger ferment to bottle filler", "Bottle filler drain")),
            new Line("EZ", 1, 4, "Enzyme suite", "Seed train", "FKM", "fitted", List.of("Medium to seed vessel", "Seed vessel harvest")),
            new Line("EZ", 5, 4, "Enzyme suite", "Harvest", "FKM", "none", List.of("Harvest to filter", "Filtrate outlet")),
            new Line("EZ", 9, 3, "Enzyme suite", "Buffer prep", "FKM", "none", List.of("Buffer to column", "Buffer drain")));
    private static final List<String> TYPES = List.of("kolm-50", "kolm-65", "kolm-40", "kolm-80", "kolm-25", "kolm-100");
    private static final Drive[] DRIVES = {Drive.NC, Drive.NC, Drive.NO, Drive.NC, Drive.DA, Drive.NC, Drive.MANUAL};

    private DemoValves() {}

    static List<Row> all() {
        List<Row> rows = new ArrayList<>();
        for (Line line : LINES) {
            for (int i = 0; i < line.count(); i++) {
                rows.add(row(line, i, rows.size()));
            }
        }
        return rows;
    }

    /** Options follow from counting through, so that every drive and option turns up in every area. */
    private static Row row(Line line, int i, int n) {
        String tag = String.format("%s-%03d", line.prefix(), line.first() + i);
        boolean bench = tag.equals("CU-214");
        Drive drive = bench || tag.equals("EZ-006") ? Drive.NC : DRIVES[n % DRIVES.length];
        String coupling = bench || n % 4 != 3 ? "threaded" : "quick";
        String plug = bench || n % 5 < 3 ? "profiled" : n % 5 == 3 || tag.equals("EZ-006") ? "snap-on" : "bonded";
        String head = drive == Drive.MANUAL ? "none" : line.head();
        int due = -9 + (n * 37) % 350;
        return new Row(tag, line.services().get(i % line.services().size()), line.area(), line.name(), bench ? "kolm-50" : TYPES.get(n % TYPES.size()), drive,
                coupling, plug, head, line.elastomer(), due);
    }
}
