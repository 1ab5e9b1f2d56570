package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.fits.FlowSetting;
import dev.wartung.core.fits.FlowSetting.Row;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The opening for a wanted flow, and the turns of the limiter to get there. */
final class StrokeAndFlow implements Instrument {

    private static final Plate PLATE = new Plate(
            "stroke-flow",
            "Stroke and flow",
            "Where the stroke limiter must stand for a flow, and how many turns that is.",
            Drawer.FITS,
            "Q = Kv·√(Δp/SG), Kv straight between the rows of the table; turns = Δh/pitch.",
            "Kv: IEC 60534-1. The table is the maker's.",
            "Air, steam and thick product. It holds for turbulent flow like water, not choked or cavitating; elsewhere take the maker's sizing, and read the flow in the line.");
    private static final List<String> OPEN = List.of("0 mm", "4 mm", "8 mm", "12 mm", "16 mm");
    private static final List<String> KV = List.of("0", "6", "15", "24", "30");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>();
        fields.add(Field.measure("flow", "Wanted flow", Unit.CUBIC_METRE_PER_HOUR, "8 m³/h", 0, 5000));
        fields.add(Field.measure("drop", "Pressure drop over the valve", Unit.BAR, "0.25 bar", 0.001, 100));
        fields.add(Field.number("density", "Density against water", "1", 0.3, 3));
        fields.add(Field.measure("now", "Stands open now", Unit.MILLIMETRE, "16 mm", 0, 300));
        fields.add(Field.measure("pitch", "Pitch of the limiter", Unit.MILLIMETRE, "1.5 mm", 0.2, 10));
        for (int i = 0; i < OPEN.size(); i++) {
            fields.add(
                    Field.measure("open." + (i + 1), "Row " + (i + 1) + ", open", Unit.MILLIMETRE, OPEN.get(i), 0, 300)
                            .inANewRow());
            fields.add(Field.number("kv." + (i + 1), "Kv", KV.get(i), 0, 10_000));
        }
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        List<Row> rows = new ArrayList<>();
        for (int i = 1; i <= OPEN.size(); i++) {
            rows.add(new Row(in.number("open." + i), in.number("kv." + i)));
            if (i > 1) {
                in.refuseIf(
                        in.number("open." + i) <= in.number("open." + (i - 1)),
                        "open." + i,
                        "Openings rise from row to row.");
                in.refuseIf(in.number("kv." + i) <= in.number("kv." + (i - 1)), "kv." + i, "Kv rises from row to row.");
            }
        }
        in.refuseIf(in.number("now") > in.number("open." + OPEN.size()), "now", "More open than the table goes.");
        in.refuseIf(in.number("now") < in.number("open.1"), "now", "Less open than the table begins.");
        if (!in.understood()) {
            return Optional.empty();
        }
        FlowSetting setting = new FlowSetting(rows);
        double bar = in.number("drop") / 1e5;
        double wanted = in.number("flow") * 3600;
        double density = in.number("density");
        Optional<Double> open = setting.openingForM(wanted, bar, density);
        Result.Builder result = new Result.Builder();
        if (open.isPresent()) {
            double turns = FlowSetting.turns(in.number("now"), open.get(), in.number("pitch"));
            result.figure("opening", "Set it open by", open.get(), Dimension.LENGTH)
                    .words(
                            "turns",
                            "Turn the limiter",
                            Quantity.rounded(Math.abs(turns), 1) + " turns " + (turns < 0 ? "to close" : "to open"))
                    .good("Then read the flow and lock the nut. The table is for a clean valve.");
        } else {
            result.words("opening", "Set it open by", "not reached")
                    .stop(
                            "The table does not reach this flow at this pressure drop.",
                            "A larger valve, or more pressure drop.");
        }
        result.figure(
                        "flow-now",
                        "Flow as it stands",
                        setting.flowM3PerH(in.number("now"), bar, density) / 3600,
                        Dimension.FLOW)
                .figure(
                        "flow-most",
                        "Flow fully open",
                        setting.flowM3PerH(setting.mostOpenM(), bar, density) / 3600,
                        Dimension.FLOW);
        return result.picture(picture(in, setting, open)).done();
    }

    private static String picture(Inputs in, FlowSetting setting, Optional<Double> open) {
        double most = setting.mostOpenM();
        double top = setting.table().get(setting.table().size() - 1).kv();
        Svg svg = new Svg(420, 420, "chart", "Kv over opening");
        svg.line(64, 350, 400, 350, "frame").line(64, 350, 64, 40, "frame");
        StringBuilder path = new StringBuilder();
        for (Row row : setting.table()) {
            double x = 64 + 336 * row.openM() / most;
            double y = 350 - 300 * row.kv() / top;
            path.append(path.isEmpty() ? "M " : " L ").append(x).append(' ').append(y);
            svg.circle(x, y, 4, "point")
                    .text(
                            x,
                            372,
                            Quantity.rounded(
                                    new Quantity(row.openM(), Dimension.LENGTH)
                                            .in(in.units().unit(Dimension.LENGTH)),
                                    2),
                            "label",
                            "middle")
                    .text(56, y + 5, Quantity.rounded(row.kv(), 1), "label", "end");
        }
        svg.path(path.toString(), "fit");
        svg.text(64, 26, "Kv, m³/h at 1 bar", "label strong", "start")
                .text(400, 398, "open, " + in.units().unit(Dimension.LENGTH).symbol(), "label strong", "end");
        open.ifPresent(h -> {
            double x = 64 + 336 * h / most;
            double y = 350 - 300 * setting.kvAt(h) / top;
            svg.line(x, 350, x, y, "set").line(64, y, x, y, "set").circle(x, y, 7, "set-point");
        });
        return svg.svg();
    }
}
