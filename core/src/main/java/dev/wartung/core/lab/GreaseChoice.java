package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.lubrication.Film;
import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.LubricationMatrix;
import dev.wartung.core.lubrication.LubricationMatrix.Position;
import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.lubrication.Use;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Polymer;
import dev.wartung.core.sheet.Knowledge;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Whether a grease may go to a position, and how much of it. */
final class GreaseChoice implements Instrument {

    private static final Plate PLATE = new Plate(
            "grease",
            "Grease for a position",
            "May this grease go here, and how much of it?",
            Drawer.GREASE,
            "Oil and thickener on the seal's polymer, registration, site rules, heat: the worst counts. Film volume = π²·(d + c)·c × film thickness.",
            "Solubility (like dissolves like) and trade practice, each reason with its basis; film of 8 µm is a demo value.",
            "Your compound: within one polymer recipes differ. Where the maker names a grease, that holds; where a cell is a guess it says so, and a trial in a jar decides.");
    private static final LubricationMatrix MATRIX = Knowledge.lubrication();

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>();
        Map<String, String> positions = new LinkedHashMap<>();
        MATRIX.positions().forEach(p -> positions.put(p.id(), p.name()));
        fields.add(Field.choice("position", "Goes to", positions));
        fields.add(polymer());
        fields.add(oil());
        fields.add(thickener());
        Map<String, String> registrations = new LinkedHashMap<>();
        MATRIX.registrations().forEach(r -> registrations.put(r.id(), r.name()));
        fields.add(Field.choice("registration", "Registered", registrations));
        MATRIX.claims().forEach(c -> {
            fields.add(Field.choice(
                    "claim." + c.id(), "Its maker says: " + c.name(), Field.options("no", "no", "yes", "yes")));
            fields.add(Field.choice(
                    "demand." + c.id(), "The area asks for: " + c.name(), Field.options("no", "no", "yes", "yes")));
        });
        fields.add(Field.measure("hottest", "Hottest in the line", Unit.CELSIUS, "85 °C", -40, 300));
        fields.add(Field.measure("stands", "Grease stands", Unit.CELSIUS, "160 °C", 0, 400));
        fields.add(Field.measure("inside", "Seal, inside diameter", Unit.MILLIMETRE, "50 mm", 1, 2000));
        fields.add(Field.measure("cord", "Seal, thickness", Unit.MILLIMETRE, "5 mm", 0.5, 50));
        fields.add(Field.measure("film", "Film", Unit.MICROMETRE, "8 µm", 1, 200));
        return fields;
    }

    static Field polymer() {
        Map<String, String> polymers = new LinkedHashMap<>();
        Arrays.stream(Polymer.values()).forEach(p -> polymers.put(p.symbol(), p.symbol()));
        return Field.choice("polymer", "Seal made of", polymers);
    }

    static Field oil() {
        Map<String, String> oils = new LinkedHashMap<>();
        MATRIX.oils().forEach(o -> oils.put(o.id(), o.name()));
        return Field.choice("oil", "Base oil of the grease", oils).starting("silicone");
    }

    static Field thickener() {
        Map<String, String> thickeners = new LinkedHashMap<>();
        MATRIX.thickeners().forEach(t -> thickeners.put(t.id(), t.name()));
        return Field.choice("thickener", "Thickened with", thickeners).starting("ptfe");
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Set<String> claims = new HashSet<>();
        Set<String> demands = new HashSet<>();
        MATRIX.claims().forEach(c -> {
            if (in.text("claim." + c.id()).equals("yes")) {
                claims.add(c.id());
            }
            if (in.text("demand." + c.id()).equals("yes")) {
                demands.add(c.id());
            }
        });
        Grease grease = new Grease(
                "this grease",
                in.text("oil"),
                in.text("thickener"),
                in.text("registration"),
                claims,
                in.number("stands"));
        MATRIX.claims().stream()
                .filter(c -> claims.contains(c.id()) && c.contradicts().contains(grease.oil()))
                .forEach(c -> in.refuse(
                        "claim." + c.id(), MATRIX.contradictions(grease).get(0)));
        if (!in.understood()) {
            return Optional.empty();
        }
        Position position = MATRIX.position(in.text("position")).orElseThrow();
        Suitability judged = MATRIX.judge(
                grease,
                new Use(
                        position.id(),
                        Set.of(Polymer.named(in.text("polymer")).orElseThrow()),
                        demands,
                        in.number("hottest")));
        Result.Builder result = new Result.Builder();
        result.words("verdict", "Verdict", judged.level().words());
        if (!position.takesNone()) {
            double volume = Film.volumeM3(Film.areaM2(in.number("inside"), in.number("cord")), in.number("film"));
            result.figure("volume", "For one seal", volume, Dimension.VOLUME)
                    .words("by-eye", "That is about", Film.byEye(volume));
        }
        tell(judged, result);
        return result.note(Message.of("grease.position", position.rule()))
                .picture(picture(in, position, judged))
                .done();
    }

    /** Where the film lies on the seal in its groove, and how much that is, to scale beside a rice grain and a pea. */
    private static String picture(Inputs in, Position position, Suitability judged) {
        Svg svg = new Svg(420, 420, "film", position.rule());
        svg.rect(40, 60, 340, 30, "plate other").rect(40, 90, 340, 120, "plate").rect(150, 90, 120, 80, "void");
        String film = judged.harms() ? "film harms" : "film";
        if (position.film().equals("groove")) {
            svg.path("M 152 92 V 168 H 268 V 92", film);
        } else if (position.film().equals("thin") || position.film().equals("thread")) {
            svg.circle(210, 130, 37, film);
        }
        svg.circle(210, 130, 35, "rubber");
        if (position.takesNone()) {
            return svg.path("M 175 95 L 245 165 M 245 95 L 175 165", "film harms")
                    .text(210, 250, "no grease here", "label strong", "middle")
                    .svg();
        }
        double volume = Film.volumeM3(Film.areaM2(in.number("inside"), in.number("cord")), in.number("film"));
        double drop = Math.cbrt(volume * 6 / Math.PI) * 1000;
        double scale = 60 / Math.max(8, drop);
        svg.circle(90, 330, Math.max(1.5, drop / 2 * scale), "grease")
                .text(90, 392, "this film", "label strong", "middle");
        svg.path(
                        "M " + (210 - 3.2 * scale) + " 330 Q 210 " + (330 - 1.7 * scale) + " " + (210 + 3.2 * scale)
                                + " 330 Q 210 " + (330 + 1.7 * scale) + " " + (210 - 3.2 * scale) + " 330 Z",
                        "washer")
                .text(210, 392, "a rice grain", "label", "middle");
        return svg.circle(330, 330, 4 * scale, "washer")
                .text(330, 392, "a pea", "label", "middle")
                .svg();
    }

    static void tell(Suitability judged, Result.Builder result) {
        judged.reasons()
                .forEach(r -> result.finding(
                        switch (r.level()) {
                            case SUITS -> Result.Tone.GOOD;
                            case CARE -> Result.Tone.CARE;
                            case HARMS -> Result.Tone.STOP;
                        },
                        r.text(),
                        Message.of("lab.basis", "Basis: {basis}.", "basis", r.restsOn())));
    }
}
