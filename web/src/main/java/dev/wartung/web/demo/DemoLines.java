package dev.wartung.web.demo;

import dev.wartung.core.exposure.LineUse;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.area.Lines;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The twelve lines of the demo site as they run, from somewhere to somewhere, each walked along. */
@Component
class DemoLines {

    /** A line's two ends, what its fittings are numbered by, and what runs in it. */
    private record Line(
            String area, String name, String number, String from, FittingKind to, String into, String medium) {}

    /** Caustic in the plant's cleaning, and the enzyme suite's steam; kelvin. */
    private static final double CLEANED_K = 78 + 273.15;

    private static final double STEAMED_K = 122 + 273.15;

    private static final List<Line> LINES = List.of(
            new Line("Mixing", "Oat slurry", "1", "Oat silo", FittingKind.OUTLET, "Mill", "watery"),
            new Line("Mixing", "Oat base", "2", "Decanter", FittingKind.TANK, "Buffer tank 1", "watery"),
            new Line("Mixing", "Ginger syrup", "3", "Sugar store", FittingKind.TANK, "Syrup tank", "aroma"),
            new Line("Culture hall", "Culture 1", "4", "Buffer tank 1", FittingKind.TANK, "Culture tank 1", "sour"),
            new Line("Culture hall", "Culture 2", "5", "Buffer tank 1", FittingKind.TANK, "Culture tank 2", "sour"),
            new Line("Culture hall", "Ferment", "6", "Syrup tank", FittingKind.TANK, "Ferment tank", "sour"),
            new Line("Filling", "Cup filler A", "7", "Culture tank 1", FittingKind.OUTLET, "Cup filler A", "sour"),
            new Line("Filling", "Cup filler B", "8", "Culture tank 2", FittingKind.OUTLET, "Cup filler B", "sour"),
            new Line("Filling", "Bottle filler", "9", "Ferment tank", FittingKind.OUTLET, "Bottle filler", "sour"),
            new Line("Enzyme suite", "Seed train", "10", "Seed vessel", FittingKind.TANK, "Main vessel", "watery"),
            new Line("Enzyme suite", "Harvest", "11", "Main vessel", FittingKind.OUTLET, "Filter skid", "watery"),
            new Line("Enzyme suite", "Buffer prep", "12", "Water loop", FittingKind.TANK, "Buffer vessel", "watery"));

    private final LineDrawings drawings;
    private final Valves valves;
    private final CurrentAccount current;
    private final Lines plantLines;

    DemoLines(LineDrawings drawings, Valves valves, Lines plantLines, CurrentAccount current) {
        this.plantLines = plantLines;
        this.drawings = drawings;
        this.valves = valves;
        this.current = current;
    }

    void draw(Account planner) {
        current.as(
                planner.username(),
                () -> LINES.forEach(line -> {
                    long drawn = drawings.keep(line.area(), line.name(), new Drawing(line).drawn());
                    if (!drawings.walked(drawn, 1)) {
                        throw new IllegalStateException(line.name() + " is not drawn as a line can run");
                    }
                    plantLines.keep(
                            line.area(),
                            line.name(),
                            Integer.parseInt(line.number()),
                            new LineUse(
                                    Optional.of(line.medium()),
                                    Optional.of(CLEANED_K),
                                    Optional.of(STEAMED_K)
                                            .filter(k -> line.area().equals("Enzyme suite"))));
                }));
    }

    /** One line, its valves in the order of the register, with what a plant has between them. */
    private final class Drawing {

        private final Line line;
        private LineDrawing drawing = LineDrawing.EMPTY;
        private LineEnd last;
        private int hung;

        Drawing(Line line) {
            this.line = line;
            this.last = put(FittingKind.TANK, line.from());
        }

        LineDrawing drawn() {
            List<Valve> row = valves.findByAreaAndLine(line.area(), line.name()).stream()
                    .sorted(Comparator.comparing(Valve::place).thenComparing(Valve::tag))
                    .toList();
            for (int i = 0; i < row.size(); i++) {
                valve(row.get(i));
                switch (i) {
                    case 0 -> then(put(FittingKind.PUMP, "P-" + line.number() + "01"));
                    case 1 -> drain();
                    case 2 -> then(put(FittingKind.JOINT, "J-" + line.number() + "01"));
                    case 3 -> cleaned();
                    case 5 -> beside(FittingKind.VENT, "L-" + line.number() + "01");
                    case 7 -> drain();
                    case 9 -> steamed();
                    default -> {
                        if (i % 4 == 0) {
                            drain();
                        }
                    }
                }
            }
            then(put(line.to(), line.into()));
            return drawing;
        }

        private LineEnd put(FittingKind kind, String name) {
            String id = drawing.freeId();
            drawing = drawing.with(new Fitting(id, kind, name));
            return LineEnd.of(id);
        }

        private void join(LineEnd from, LineEnd to) {
            drawing = drawing.joined(from, to);
        }

        private void then(LineEnd next) {
            join(last, next);
            last = next;
        }

        private void valve(Valve valve) {
            String id = put(FittingKind.VALVE, valve.tag()).fitting();
            List<String> ends = drawings.endsOf(valve);
            join(last, new LineEnd(id, ends.get(0)));
            last = new LineEnd(id, ends.get(1));
            ends.stream().skip(2).forEach(end -> {
                hung++;
                join(new LineEnd(id, end), put(FittingKind.TANK, "Return tank " + line.number() + "-" + hung));
            });
        }

        private LineEnd branch() {
            LineEnd branch = put(FittingKind.BRANCH, "");
            then(branch);
            return branch;
        }

        private void beside(FittingKind kind, String name) {
            LineEnd branch = branch();
            join(branch, put(kind, name));
        }

        private void drain() {
            hung++;
            beside(FittingKind.DRAIN, "D-" + line.number() + "0" + hung);
        }

        /** Cleaning liquid comes through two hand valves with a drain between them. */
        private void cleaned() {
            LineEnd branch = branch();
            LineEnd near = put(FittingKind.HAND_VALVE, "H-" + line.number() + "01");
            LineEnd far = put(FittingKind.HAND_VALVE, "H-" + line.number() + "02");
            LineEnd between = put(FittingKind.BRANCH, "");
            join(put(FittingKind.CLEANING, "CIP " + line.area()), new LineEnd(far.fitting(), "inlet"));
            join(new LineEnd(far.fitting(), "outlet"), between);
            join(between, new LineEnd(near.fitting(), "inlet"));
            join(new LineEnd(near.fitting(), "outlet"), branch);
            join(between, put(FittingKind.DRAIN, "D-" + line.number() + "51"));
        }

        /** Steam through one hand valve only, where it is laid on: worth reading in a lock list. */
        private void steamed() {
            if (line.area().equals("Enzyme suite")) {
                LineEnd branch = branch();
                LineEnd valve = put(FittingKind.HAND_VALVE, "H-" + line.number() + "03");
                join(put(FittingKind.STEAM, "Clean steam"), new LineEnd(valve.fitting(), "inlet"));
                join(new LineEnd(valve.fitting(), "outlet"), branch);
            } else {
                drain();
            }
        }
    }
}
