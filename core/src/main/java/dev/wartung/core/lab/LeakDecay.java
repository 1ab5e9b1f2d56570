package dev.wartung.core.lab;

import dev.wartung.core.diaphragm.Settling;
import dev.wartung.core.drawing.Svg;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.leak.PressureDecay;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Pressure decay, corrected for temperature, against a class of leakage. */
final class LeakDecay implements Instrument {

    private static final Plate PLATE = new Plate(
            "leak-decay",
            "Leak test by pressure decay",
            "How much leaks, how sure that is, and how long the test must be.",
            Drawer.LEAK,
            "Q = V/Δt·(p1/T1 − p2/T2)·T0/p0, absolute, T0 = 273.15 K, p0 = 1.01325 bar. Shortest test: the limit stands out three times over the uncertainty.",
            "Ideal gas; classes: EN 12266-1; uncertainty added as squares (GUM).");
    private static final String NONE = "none";

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>();
        fields.add(Field.measure("volume", "Enclosed volume", Unit.LITRE, "2 l", 0.001, 10_000));
        fields.add(Field.measure("time", "Between the readings", Unit.MINUTE, "10 min", 0.05, 100_000));
        fields.add(Field.measure("start", "Pressure at the start, gauge", Unit.BAR, "6 bar", 0, 100));
        fields.add(Field.measure("end", "Pressure at the end, gauge", Unit.BAR, "5.993 bar", 0, 100));
        fields.add(Field.measure("air", "Barometer", Unit.BAR, "1.013 bar", 0.5, 1.2));
        fields.add(Field.measure("start-t", "Temperature at the start", Unit.CELSIUS, "20 °C", -40, 300));
        fields.add(Field.measure("end-t", "Temperature at the end", Unit.CELSIUS, "20 °C", -40, 300));
        fields.add(Field.measure("gauge", "One gauge reading is good to", Unit.MILLIBAR, "1 mbar", 0, 10_000));
        fields.add(Field.number("thermometer", "One thermometer reading is good to, K", "0.1", 0, 20));
        fields.add(Field.number("dn", "Nominal size, DN", "50", 4, 1000));
        List<String> classes = new ArrayList<>(List.of(NONE));
        Arrays.stream(LeakClass.values()).map(Enum::name).forEach(classes::add);
        fields.add(Field.choice("class", "Allowed rate", Field.options(classes)).starting("D"));
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        double air = in.number("air");
        double start = in.number("start") + air;
        PressureDecay decay = new PressureDecay(
                in.number("volume"),
                in.number("time"),
                start,
                in.number("end") + air,
                in.number("start-t"),
                in.number("end-t"));
        double gauge = in.number("gauge");
        double kelvin = in.number("thermometer");
        double leak = decay.leakM3PerS();
        double sure = decay.uncertaintyM3PerS(gauge, kelvin);
        Result.Builder result = new Result.Builder();
        result.figure("leak", "Leakage", leak, Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure("uncertainty", "give or take", sure, Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure("temperature", "Change by temperature alone", decay.byTemperaturePa(), Unit.MILLIBAR);
        LeakClass.metBy(Math.max(0, leak) + sure, Medium.GAS, in.number("dn"))
                .ifPresentOrElse(
                        c -> result.words("met", "Tightest rate it surely meets", c.name()),
                        () -> result.words("met", "Tightest rate it surely meets", "none"));
        Optional<Double> limit = in.text("class").equals(NONE)
                ? Optional.empty()
                : LeakClass.valueOf(in.text("class")).limitM3PerS(Medium.GAS, in.number("dn"));
        if (in.text("class").equals("A")) {
            result.care(
                    "Rate A is “no visible leakage”. No decay test proves it.",
                    "Look for bubbles, and give the rate the test does prove.");
        }
        limit.ifPresent(l -> judge(in, leak, sure, l, result));
        if (leak < -sure) {
            result.care(
                    "More came in than went out.",
                    "The temperature or a reading is wrong, or the supply was not shut.");
        }
        return result.picture(picture(in, decay, leak, sure, limit)).done();
    }

    private static void judge(Inputs in, double leak, double sure, double limit, Result.Builder result) {
        double shortest = PressureDecay.shortestS(
                in.number("volume"),
                in.number("start") + in.number("air"),
                in.number("start-t"),
                limit,
                in.number("gauge"),
                in.number("thermometer"));
        result.figure("limit", "Allowed", limit, Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .words(
                        "shortest",
                        "Shortest test that tells",
                        Settling.duration(shortest / 3600).equals("0 h") || shortest < 3600
                                ? Quantity.rounded(shortest / 60, 1) + " min"
                                : Settling.duration(shortest / 3600));
        if (in.number("time") < shortest * 0.999) {
            result.care(
                    "This test is too short for what gauge and thermometer can tell.",
                    "Test for at least " + Quantity.rounded(shortest / 60, 1)
                            + " min, or take a finer gauge, or a smaller volume.");
        }
        if (leak + sure <= limit) {
            result.good("Below what is allowed, even with the uncertainty.");
        } else if (leak - sure > limit) {
            result.stop(
                    "Above what is allowed.",
                    "Find where: soap water at the joints, then the outlet of the closed valve.");
        } else {
            result.care(
                    "The limit lies within the uncertainty: this test does not decide.",
                    "Test longer, or keep the temperature steadier.");
        }
    }

    private static String picture(Inputs in, PressureDecay decay, double leak, double sure, Optional<Double> limit) {
        Svg svg = new Svg(420, 420, "chart", "Pressure over time, as read and as temperature alone would have made it");
        double by = decay.byTemperaturePa();
        double drop = decay.endPa() - decay.startPa();
        double least = Math.min(0, Math.min(by, drop)) - Math.max(100, in.number("gauge"));
        double most = Math.max(0, Math.max(by, drop)) + Math.max(100, in.number("gauge"));
        svg.line(74, 300, 400, 300, "frame").line(74, 300, 74, 40, "frame");
        svg.text(74, 26, "change of pressure, mbar", "label strong", "start")
                .text(400, 322, "time", "label strong", "end");
        for (double value : new double[] {least, 0, most}) {
            svg.text(66, y(value, least, most) + 5, Quantity.rounded(value / 100, 1), "label", "end");
        }
        svg.line(74, y(0, least, most), 400, y(0, least, most), "grid");
        svg.line(74, y(0, least, most), 380, y(by, least, most), "set")
                .text(380, y(by, least, most) - 8, "temperature alone", "label", "end");
        svg.line(74, y(0, least, most), 380, y(drop, least, most), "fit")
                .circle(380, y(drop, least, most), 6, "point")
                .text(380, y(drop, least, most) + 20, "as read", "label", "end");
        double scale = 300 / Math.max(limit.orElse(0.0) * 1.3, Math.max(Math.abs(leak) + sure, 1e-12));
        double at = 84 + Math.max(0, leak) * scale;
        svg.line(84, 376, 390, 376, "frame")
                .line(Math.max(84, at - sure * scale), 376, Math.min(390, at + sure * scale), 376, "spread")
                .circle(Math.min(390, at), 376, 6, "point");
        limit.ifPresent(l -> svg.line(84 + l * scale, 360, 84 + l * scale, 392, "limit")
                .text(84 + l * scale, 354, "allowed", "label", "middle"));
        return svg.text(84, 408, "leakage, with its uncertainty", "label", "start")
                .svg();
    }

    private static double y(double value, double least, double most) {
        return 300 - 250 * (value - least) / (most - least);
    }
}
