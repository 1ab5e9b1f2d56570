package dev.wartung.core.fits;

import java.util.List;
import java.util.Optional;

/**
 * The flow a valve lets through by how far it is open, from the maker's table, straight between its rows: Q =
 * Kv·√(Δp/SG), Q in m³/h, Δp in bar, SG the
 * density relative to water.
 *
 * <p>Source: definition of Kv (IEC 60534-1). Worked: Kv 12 at 6 mm, Δp 0.25 bar, water: 12·0.5 = 6 m³/h.
 *
 * @param table rising in opening and Kv; at least two rows
 */
public record FlowSetting(List<Row> table) {

    /**
     * @param openM opening, metre, 0 or more
     * @param kv flow in m³/h at 1 bar with water, 0 or more
     */
    public record Row(double openM, double kv) {}

    public FlowSetting {
        table = List.copyOf(table);
        if (table.size() < 2) {
            throw new IllegalArgumentException("at least two rows");
        }
        for (int i = 0; i < table.size(); i++) {
            Row row = table.get(i);
            boolean rises = i == 0
                    || (row.openM() > table.get(i - 1).openM()
                            && row.kv() > table.get(i - 1).kv());
            if (!(row.openM() >= 0) || !(row.kv() >= 0) || !rises) {
                throw new IllegalArgumentException("opening and Kv rise from row to row and are not negative");
            }
        }
    }

    public double mostOpenM() {
        return table.get(table.size() - 1).openM();
    }

    /** @throws IllegalArgumentException outside the table */
    public double kvAt(double openM) {
        for (int i = 1; i < table.size(); i++) {
            Row a = table.get(i - 1);
            Row b = table.get(i);
            if (openM >= a.openM() && openM <= b.openM()) {
                return a.kv() + (b.kv() - a.kv()) * (openM - a.openM()) / (b.openM() - a.openM());
            }
        }
        throw new IllegalArgumentException("opening outside the table");
    }

    /**
     * Cubic metres an hour.
     *
     * @param dropBar pressure difference, above 0
     * @param density relative to water, above 0
     */
    public double flowM3PerH(double openM, double dropBar, double density) {
        return kvAt(openM) * Math.sqrt(dropBar / density);
    }

    /** The opening for a flow; empty if the table does not reach it. */
    public Optional<Double> openingForM(double flowM3PerH, double dropBar, double density) {
        double kv = flowM3PerH / Math.sqrt(dropBar / density);
        for (int i = 1; i < table.size(); i++) {
            Row a = table.get(i - 1);
            Row b = table.get(i);
            if (kv >= a.kv() && kv <= b.kv()) {
                return Optional.of(a.openM() + (b.openM() - a.openM()) * (kv - a.kv()) / (b.kv() - a.kv()));
            }
        }
        return Optional.empty();
    }

    /** Turns of the limiter from one opening to another, positive to open. */
    public static double turns(double fromM, double toM, double pitchM) {
        return (toM - fromM) / pitchM;
    }
}
