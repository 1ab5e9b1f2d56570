package dev.wartung.core.lab;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Duty;
import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.actuation.Side;
import dev.wartung.core.actuation.Wet;
import dev.wartung.core.measure.Unit;

/**
 * What is asked about the duty of a valve, wherever its fail position is studied, and the duty as it was typed. Fields
 * that a form leaves out have their usual value.
 */
public final class DutyFields {

    private static final Allowances USUAL = Allowances.USUAL;

    private DutyFields() {}

    /** From which side the line presses on the closed plug. */
    public static Field side() {
        return Field.choice(
                "side",
                "Line pressure on the closed plug",
                Field.options(
                        Side.BELOW.name(),
                        "pushes it off its seat",
                        Side.ABOVE.name(),
                        "presses it on its seat",
                        Side.EITHER.name(),
                        "either, or both sides"));
    }

    public static Field line() {
        return Field.measure("line", "Highest line pressure", Unit.BAR, "3 bar", 0, 40);
    }

    public static Field vacuum() {
        return Field.measure("vacuum", "Lowest line pressure", Unit.BAR, "0 bar", -1, 40)
                .hinted("below 0 where the line is evacuated");
    }

    /** @param usual the plant's, with its unit */
    public static Field nominal(String usual) {
        return Field.measure("nominal", "Usual air", Unit.BAR, usual, 0.5, 16);
    }

    /** @param usual the plant's, with its unit */
    public static Field lowest(String usual) {
        return Field.measure("lowest", "Lowest guaranteed air", Unit.BAR, usual, 0.5, 16);
    }

    public static Field spring() {
        return Field.number("spring", "Spring is off by, %", "10", 0, 60);
    }

    public static Field friction() {
        return Field.number("friction-scatter", "Friction scatters by, %", "50", 0, 300);
    }

    public static Field stick() {
        return Field.number("stick", "After standing, times friction", "1.5", 1, 10)
                .hinted("rubber clings to metal it has rested on");
    }

    public static Field droop() {
        return Field.measure("droop", "Air droops while it moves by", Unit.BAR, "0.3 bar", 0, 10)
                .hinted("pilot valve and hose throttle what fills it");
    }

    public static Field residual() {
        return Field.measure("residual", "Air left on the other side", Unit.BAR, "0 bar", 0, 5)
                .hinted("0 with a free exhaust; more behind a throttle or silencer");
    }

    /** What the flow turns an open disc with. */
    public static Field drop() {
        return Field.measure("drop", "Pressure across the open valve", Unit.BAR, "0.5 bar", 0, 20);
    }

    /** @param usual the least the plant asks for */
    public static Field margin(String usual) {
        return Field.number("margin", "Margin asked for, times", usual, 1, 5)
                .hinted("at the worst, of what turning takes");
    }

    /** Refuses what only makes no sense together. */
    public static void refuse(Inputs in) {
        if (!in.understood()) {
            return;
        }
        in.refuseIf(in.number("lowest") > in.number("nominal"), "lowest", "The lowest air is not above the usual.");
        in.refuseIf(in.given("vacuum").orElse(0.0) > in.number("line"), "vacuum", "Not above the highest.");
        in.refuseIf(
                in.given("droop").orElse(USUAL.droopPa()) >= in.number("lowest"),
                "droop",
                "More than the air that is guaranteed.");
    }

    /**
     * The duty as it was typed.
     *
     * @param wet how wet the seat of a disc or ball is
     */
    public static Duty duty(Inputs in, Wet wet) {
        return new Duty(
                new Duty.Line(
                        in.given("side", Side.class).orElse(Side.EITHER),
                        in.given("vacuum").orElse(0.0),
                        in.number("line"),
                        in.given("drop").orElse(0.0)),
                new Air(in.number("nominal"), in.number("lowest")),
                new Scatter(
                        in.given("spring").orElse(0.0) / 100,
                        in.given("friction-scatter").orElse(0.0) / 100),
                new Allowances(
                        in.given("stick").orElse(USUAL.stick()),
                        in.given("droop").orElse(USUAL.droopPa()),
                        in.given("residual").orElse(USUAL.residualPa()),
                        in.given("margin").orElse(USUAL.margin())),
                wet);
    }
}
