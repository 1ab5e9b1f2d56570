package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.leak.DecayVerdict;
import dev.wartung.core.leak.DecayVerdict.Decision;
import dev.wartung.core.leak.KnownVolume;
import dev.wartung.core.leak.LeakClass;
import dev.wartung.core.leak.LeakClass.Medium;
import dev.wartung.core.leak.PressureDecay;
import dev.wartung.core.leak.PressureDecay.Uncertainty;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Pressure decay, corrected for temperature, against a class of leakage. */
final class LeakDecay implements Instrument {

    /** The middle of the pressures the rates hold for. */
    private static final Quantity TEST =
            new Quantity((DecayVerdict.LOWEST_PA + DecayVerdict.HIGHEST_PA) / 2, Dimension.PRESSURE);

    private static final Plate PLATE = new Plate(
            "leak-decay",
            "Leak test by pressure decay",
            "How much leaks, how sure that is, and whether the test decides.",
            Drawer.LEAK,
            "Q = V/Δt·(p1/T1 − p2/T2)·T0/p0, absolute, T0 = 273.15 K, p0 = 1.01325 bar. Meets: Q + U ≤ limit; fails: Q − U > limit; U expanded, k = 2. By a known vessel: V = V0·(p0 − p)/(p − p1).",
            "Ideal gas; classes and the test pressure of 6 ± 1 bar: EN 12266-1; uncertainty added as squares (GUM).",
            "Where it leaks, and other gases than air. It holds for a closed rigid volume of even temperature; hoses that stretch and warm metal look like leakage: wait until both are at rest.");
    private static final String NONE = "none";
    /** What a shop's air may drift by between two readings where nobody reads it, kelvin. */
    private static final double UNREAD_K = 1;

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice(
                        "known",
                        "Enclosed volume",
                        Field.options("entered", "as entered", "vessel", "measured by a vessel of known volume"))
                .shaping());
        if (Instrument.chosen(typed, "known", "entered").equals("vessel")) {
            fields.add(Field.measure("vessel", "Known volume", Unit.LITRE, "1 l", 0.001, 10_000));
            fields.add(Field.measure("vessel-p", "Pressure in it before", Unit.BAR, "6 bar", 0, 100));
            fields.add(Field.measure("chamber-p", "In the chamber before", Unit.BAR, "0 bar", 0, 100));
            fields.add(Field.measure("both-p", "In both afterwards", Unit.BAR, "2 bar", 0, 100));
        } else {
            fields.add(Field.measure("volume", "Volume", Unit.LITRE, "2 l", 0.001, 10_000));
            fields.add(Field.number("volume-off", "Good to, %", "5", 0, 90));
        }
        fields.add(Field.measure("time", "Between the readings", Unit.MINUTE, "10 min", 0.05, 100_000));
        fields.add(Field.measure("start", "Pressure at the start, gauge", Unit.BAR, "6 bar", 0, 100));
        fields.add(Field.measure("end", "Pressure at the end, gauge", Unit.BAR, "5.993 bar", 0, 100));
        fields.add(Field.measure("air", "Barometer", Unit.BAR, "1.013 bar", 0.5, 1.2));
        fields.add(Field.measure("start-t", "Temperature at the start", Unit.CELSIUS, "20 °C", -40, 300)
                .leftOut());
        fields.add(Field.measure("end-t", "Temperature at the end", Unit.CELSIUS, "20 °C", -40, 300)
                .leftOut()
                .hinted("Both empty where there is no thermometer"));
        fields.add(Field.measure("gauge", "One gauge reading is good to", Unit.MILLIBAR, "1 mbar", 0, 10_000)
                .hinted("From its certificate, k = 2"));
        fields.add(Field.number("thermometer", "One thermometer reading is good to, K", "0.1", 0, 20));
        fields.add(Field.measure("barometer", "The barometer is good to", Unit.MILLIBAR, "2 mbar", 0, 200));
        fields.add(Field.number("dn", "Nominal size, DN", "50", 4, 1000));
        List<String> classes = new ArrayList<>(List.of(NONE));
        Arrays.stream(LeakClass.values()).map(Enum::name).forEach(classes::add);
        fields.add(Field.choice("class", "Allowed rate", Field.options(classes)).starting("D"));
        return fields;
    }

    @Override
    public Optional<Result> work(Inputs in) {
        in.refuseIf(
                in.given("gauge").filter(g -> g == 0).isPresent(),
                "gauge",
                "No gauge reads without error. Take it from its certificate.");
        boolean read = in.given("start-t").isPresent();
        in.refuseIf(
                read != in.given("end-t").isPresent(),
                "end-t",
                "Two temperatures, or none where there is no thermometer.");
        Optional<KnownVolume> vessel = Optional.empty();
        if (in.given("vessel").isPresent() && in.understood()) {
            boolean between =
                    in.number("both-p") > in.number("chamber-p") && in.number("both-p") < in.number("vessel-p");
            in.refuseIf(!between, "both-p", "Between what was in the vessel and what was in the chamber.");
            vessel = between
                    ? Optional.of(new KnownVolume(
                            in.number("vessel"), in.number("vessel-p"), in.number("chamber-p"), in.number("both-p")))
                    : Optional.empty();
        }
        if (!in.understood()) {
            return Optional.empty();
        }
        double air = in.number("air");
        PressureDecay decay = new PressureDecay(
                vessel.map(KnownVolume::volumeM3).orElseGet(() -> in.number("volume")),
                in.number("time"),
                in.number("start") + air,
                in.number("end") + air,
                in.given("start-t").orElse(ROOM_K),
                in.given("end-t").orElse(ROOM_K));
        Uncertainty off = new Uncertainty(
                in.number("gauge"),
                read ? in.number("thermometer") : UNREAD_K,
                vessel.map(v -> v.share(in.number("gauge"))).orElseGet(() -> in.number("volume-off") / 100),
                in.number("barometer"));
        double leak = decay.leakM3PerS();
        double sure = decay.uncertaintyM3PerS(off);
        Result.Builder result = new Result.Builder();
        result.figure("leak", "Leakage", leak, Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure("uncertainty", "give or take (k = 2)", sure, Unit.CUBIC_MILLIMETRE_PER_SECOND)
                .figure("temperature", "Change by temperature alone", decay.byTemperaturePa(), Unit.MILLIBAR);
        if (vessel.isPresent()) {
            result.figure("volume", "Enclosed volume", decay.volumeM3(), Unit.LITRE)
                    .number("volume-off", "Good to", off.volumeShare() * 100, 1, " %");
        }
        if (!read) {
            result.note(Message.of(
                    "leak.no-thermometer",
                    "No thermometer: the air may have drifted by a kelvin between the readings, and that is counted."));
        }
        Optional<Double> limit = in.text("class").equals(NONE)
                ? Optional.empty()
                : LeakClass.valueOf(in.text("class")).limitM3PerS(Medium.GAS, in.number("dn"));
        if (in.text("class").equals("A")) {
            result.care(
                    "Rate A is “no visible leakage”. No decay test proves it.",
                    "Look for bubbles, and give the rate the test does prove.");
        }
        DecayVerdict any = new DecayVerdict(decay, off, in.number("start"), limit.orElse(Double.MAX_VALUE));
        met(any, leak + sure, in.number("dn"), result);
        judge(any, limit, result);
        return result.picture(picture(in, decay, leak, sure, limit)).done();
    }

    private static final double ROOM_K = 293.15;

    /** The tightest rate, where the test was one and at a pressure the rates hold for. */
    private static void met(DecayVerdict test, double most, double dn, Result.Builder result) {
        if (test.gaugePa() < DecayVerdict.LOWEST_PA
                || test.decision() == Decision.DISTURBED
                || test.decision() == Decision.NO_TEST) {
            result.words("met", "Tightest rate it surely meets", Message.of("leak.none-shown", "none is shown"));
            return;
        }
        LeakClass.metBy(Math.max(0, most), Medium.GAS, dn)
                .ifPresentOrElse(
                        c -> result.words("met", "Tightest rate it surely meets", c.name()),
                        () -> result.words("met", "Tightest rate it surely meets", "none"));
    }

    private static void judge(DecayVerdict test, Optional<Double> limit, Result.Builder result) {
        limit.ifPresent(l -> result.figure("limit", "Allowed", l, Unit.CUBIC_MILLIMETRE_PER_SECOND));
        Decision decision = test.decision();
        if (limit.isEmpty() && decision != Decision.DISTURBED && decision != Decision.NO_TEST) {
            return;
        }
        switch (decision) {
            case MEETS -> result.good("Meets it: below what is allowed, with the uncertainty added.");
            case FAILS -> result.stop(
                    "Fails: above what is allowed, with the uncertainty taken off.",
                    "Find where: soap water at the joints, then the outlet of the closed valve.");
            case UNDECIDED -> undecided(test, result);
            case WRONG_PRESSURE -> result.finding(
                    Result.Tone.CARE,
                    Message.of(
                            "lab.leak.pressure",
                            test.gaugePa() < DecayVerdict.LOWEST_PA
                                    ? "Does not decide: the rates hold for {at}, give or take {within}. What is tight at less may leak there."
                                    : "Does not decide: the rates hold for {at}, give or take {within}. What leaks at more may be tight there.",
                            "at",
                            TEST,
                            "within",
                            new Quantity(TEST.si() - DecayVerdict.LOWEST_PA, Dimension.PRESSURE)),
                    again());
            case DISTURBED -> result.care(
                    "No test: more was there at the end than at the start.",
                    "A reading or the temperature is wrong, or the supply was not shut. Shut it, wait until the temperature is even, test again.");
            case NO_TEST -> result.finding(
                    Result.Tone.STOP, Message.of("lab.says", "No test: there was no pressure to lose."), again());
        }
    }

    private static Message again() {
        return Message.of("lab.leak.again", "Test at {at}.", "at", TEST);
    }

    private static void undecided(DecayVerdict test, Result.Builder result) {
        double now = test.decay().seconds();
        Message longer = test.decidesAfterS()
                .filter(s -> s < LONGEST_S)
                .map(s -> Message.of(
                        "leak.longer",
                        "If it goes on like this, test for {more} more, or use a finer gauge and thermometer.",
                        "more",
                        new Quantity(Math.ceil((s - now) / 60) * 60, Dimension.TIME)))
                .orElse(
                        Message.of(
                                "leak.no-time",
                                "No longer test would tell: measure the volume with a vessel of known volume, or use a finer gauge."));
        test.decidesAfterS()
                .filter(s -> s < LONGEST_S)
                .ifPresent(s -> result.figure("shortest", "Shortest test that tells", s, Unit.MINUTE));
        result.finding(
                Result.Tone.CARE,
                Message.of("leak.undecided", "Does not decide: the limit lies within the uncertainty."),
                longer);
    }

    /** Two days: nothing stays as it is for longer. */
    private static final double LONGEST_S = 2 * 86_400;

    private static String picture(Inputs in, PressureDecay decay, double leak, double sure, Optional<Double> limit) {
        Svg svg = new Svg(420, 420, "chart", "Pressure over time, as read and as temperature alone would have made it");
        double by = decay.byTemperaturePa();
        double drop = decay.endPa() - decay.startPa();
        double least = Math.min(0, Math.min(by, drop)) - Math.max(100, in.number("gauge"));
        double most = Math.max(0, Math.max(by, drop)) + Math.max(100, in.number("gauge"));
        svg.line(74, 300, 400, 300, "frame").line(74, 300, 74, 40, "frame");
        Unit unit = in.units().counterpart(Unit.MILLIBAR);
        svg.text(74, 26, "change of pressure, " + unit.symbol(), "label strong", "start")
                .text(400, 322, "time", "label strong", "end");
        for (double value : new double[] {least, 0, most}) {
            double shown = new Quantity(value, Dimension.PRESSURE).in(unit);
            svg.text(66, y(value, least, most) + 5, Quantity.rounded(shown, 1), "label", "end");
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
