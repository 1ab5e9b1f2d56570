package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.lubrication.LubricationMatrix;
import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Polymer;
import dev.wartung.core.sheet.Knowledge;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The whole matrix of oils on polymers, for one thickener. */
final class GreaseMatrix implements Instrument {

    private static final Plate PLATE = new Plate(
            "grease-matrix",
            "Grease matrix",
            "Base oil × thickener × seal material at one look, each with its reason.",
            Drawer.GREASE,
            "The worse of oil and thickener on the polymer.",
            "Solubility (like dissolves like) and trade practice; the table says which.",
            "Recipes within one polymer, additives, and how long they meet. It is a first look: for a position ask “Grease for a position”, and the maker.");
    private static final LubricationMatrix MATRIX = Knowledge.lubrication();

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        return List.of(GreaseChoice.thickener(), GreaseChoice.oil(), GreaseChoice.polymer());
    }

    @Override
    public Optional<Result> work(Inputs in) {
        String thickener = in.text("thickener");
        Polymer chosen = Polymer.named(in.text("polymer")).orElseThrow();
        Suitability here = MATRIX.of(in.text("oil"), thickener, chosen);
        Result.Builder result = new Result.Builder();
        result.words(
                "verdict",
                Message.of(
                        "lab.grease-matrix.on",
                        "{oil} on {polymer}",
                        "oil",
                        MATRIX.oil(in.text("oil")).name(),
                        "polymer",
                        chosen.symbol()),
                Message.of("grease.level", here.level().words()));
        GreaseChoice.tell(here, result);
        result.note(Message.of(
                "lab.grease-matrix.thickener",
                "{thickener}: {note}",
                "thickener",
                MATRIX.thickener(thickener).name(),
                "note",
                Message.of("grease.thickener", MATRIX.thickener(thickener).note())));
        LubricationMatrix.Oil oil = MATRIX.oil(in.text("oil"));
        List<List<Message>> rows = new ArrayList<>();
        for (Polymer polymer : Polymer.values()) {
            Suitability cell = MATRIX.of(oil.id(), thickener, polymer);
            rows.add(List.of(
                    Message.words(polymer.symbol()),
                    Message.of("grease.level", cell.level().words()),
                    Message.of(
                            "lab.grease-matrix.why",
                            "{why} ({basis})",
                            "why",
                            cell.inWords(),
                            "basis",
                            cell.reasons().get(0).restsOn())));
        }
        result.tableOf(
                Message.of("lab.grease-matrix.every", "{oil} on every seal", "oil", oil.name()),
                List.of("Seal", "Verdict", "Why"),
                rows);
        return result.picture(picture(in.text("oil"), thickener, chosen)).done();
    }

    private static String picture(String chosenOil, String thickener, Polymer chosen) {
        Svg svg = new Svg(
                560,
                420,
                "matrix",
                "Base oils in rows, seal materials in columns; a tick suits, a wave with care, a cross does harm");
        Polymer[] polymers = Polymer.values();
        double left = 196;
        double cell = 52;
        for (int c = 0; c < polymers.length; c++) {
            svg.text(
                    left + cell * c + cell / 2,
                    34,
                    polymers[c].symbol(),
                    polymers[c] == chosen ? "label strong" : "label",
                    "middle");
        }
        for (int r = 0; r < MATRIX.oils().size(); r++) {
            LubricationMatrix.Oil oil = MATRIX.oils().get(r);
            double y = 48 + 44 * r;
            svg.text(left - 10, y + 27, oil.name(), oil.id().equals(chosenOil) ? "label strong" : "label", "end");
            for (int c = 0; c < polymers.length; c++) {
                double x = left + cell * c;
                Suitability.Level level =
                        MATRIX.of(oil.id(), thickener, polymers[c]).level();
                svg.link(
                        "/lab/grease-matrix?oil=" + oil.id() + "&thickener=" + thickener + "&polymer="
                                + polymers[c].symbol(),
                        oil.name() + " on " + polymers[c].symbol() + ": " + level.words());
                svg.rect(x + 1, y + 1, cell - 2, 42, "cell " + level.name().toLowerCase(java.util.Locale.ROOT));
                double mx = x + cell / 2;
                double my = y + 22;
                switch (level) {
                    case SUITS -> svg.path("M " + (mx - 9) + " " + my + " l 6 7 l 12 -14", "sign");
                    case CARE -> svg.path("M " + (mx - 12) + " " + my + " q 6 -10 12 0 t 12 0", "sign");
                    default -> svg.path(
                            "M " + (mx - 8) + " " + (my - 8) + " l 16 16 M " + (mx + 8) + " " + (my - 8) + " l -16 16",
                            "sign");
                }
                svg.endLink();
                if (oil.id().equals(chosenOil) && polymers[c] == chosen) {
                    svg.rect(x + 1, y + 1, cell - 2, 42, "chosen");
                }
            }
        }
        return svg.svg();
    }
}
