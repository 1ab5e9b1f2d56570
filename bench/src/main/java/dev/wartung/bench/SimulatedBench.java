package dev.wartung.bench;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.proving.BenchValve;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.BenchValve.Lift;
import dev.wartung.core.proving.BenchValve.Pilot;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.DriveModel.LineSide;
import dev.wartung.core.proving.Registers;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One bench with a valve on it: takes commands, lets time pass, measures ten times a second. Its registers are read and
 * written from other threads.
 */
final class SimulatedBench {

    /** Time between two samples, seconds. */
    static final double SAMPLE_S = 0.1;
    /** So long, by the clock, it goes on without being told anything. */
    private static final long ALONE_NS = Registers.SILENCE_MS * 1_000_000L;

    private static final int PARTS = 5;
    private static final Lift[] LIFTS = Lift.values();
    private static final Pilot[] PILOTS = Pilot.values();
    private static final Drive[] DRIVES = {Drive.MANUAL, Drive.NC, Drive.NO, Drive.DA};
    private static final double SWITCH = 0.01;

    private final BenchRegisters registers;
    private Optional<BenchValve> valve = Optional.empty();
    private @Nullable DriveModel mounted;
    private Faults faults = Faults.NONE;
    private int seatLeakPaPerS;
    private boolean airLost;
    private boolean nonsense;
    private boolean override;
    private double targetPa;
    private double rampPaPerS;
    private Pilot pilot = Pilot.VENT;
    private double supplyPa;
    private double lineTargetPa;
    private double lineRampPaPerS;
    private boolean lineLeftAlone;
    private Lift lift = Lift.NONE;
    private double linePa;
    private int mark;
    private int taken = -1;
    private int standInTaken = -1;
    private int beat;
    private long samples;
    private long toldAt = System.nanoTime();

    SimulatedBench(BenchRegisters registers) {
        this.registers = registers;
    }

    /** Lets one sample's time pass. */
    void pass() {
        registers.commands(Registers.COMMIT, taken).ifPresent(this::take);
        int nowBeat = registers.holding(Registers.HEARTBEAT);
        if (nowBeat != beat) {
            beat = nowBeat;
            toldAt = System.nanoTime();
        }
        if (System.nanoTime() - toldAt > ALONE_NS) {
            letGo();
        }
        registers.commands(Registers.STAND_IN_COMMIT, standInTaken).ifPresent(this::mount);
        for (int i = 0; i < PARTS; i++) {
            double seconds = SAMPLE_S / PARTS;
            double target = airLost ? 0 : targetPa;
            double most = rampPaPerS * seconds;
            supplyPa =
                    rampPaPerS > 0 && !airLost ? Math.max(supplyPa - most, Math.min(supplyPa + most, target)) : target;
            Pilot held = override ? Pilot.OPENING : pilot;
            bringLine(seconds);
            valve.ifPresent(v -> v.pass(seconds, supplyPa, held, linePa));
        }
        measure();
    }

    /**
     * Nobody tells it anything any more: whoever drove it is gone. Air, seat lifts and line pressure are taken away;
     * the mark stays, so that samples are not taken for those of a command.
     */
    private void letGo() {
        targetPa = 0;
        pilot = Pilot.VENT;
        lift = Lift.NONE;
        lineLeftAlone = false;
        lineTargetPa = 0;
    }

    /** What is regulated is made up for; what is shut off runs down by what the seat loses. */
    private void bringLine(double seconds) {
        if (lineLeftAlone) {
            linePa = Math.max(0, linePa - seatLeakPaPerS * seconds);
        } else {
            linePa = lineRampPaPerS > 0 && lineTargetPa > linePa
                    ? Math.min(lineTargetPa, linePa + lineRampPaPerS * seconds)
                    : lineTargetPa;
        }
    }

    private void take(int[] holding) {
        taken = holding[Registers.COMMIT];
        toldAt = System.nanoTime();
        targetPa = holding[Registers.TARGET] * 100.0;
        rampPaPerS = holding[Registers.RAMP] * 100.0;
        Pilot asked = PILOTS[Math.min(PILOTS.length - 1, holding[Registers.PILOT])];
        if (asked != pilot && rampPaPerS > 0) {
            // a ramp begins from nothing
            supplyPa = 0;
        }
        pilot = asked;
        mark = holding[Registers.MARK] & 0xFF;
        lineLeftAlone = holding[Registers.LINE] == Registers.LEFT_ALONE;
        lineTargetPa = holding[Registers.LINE] * 10.0;
        lineRampPaPerS = holding[Registers.LINE_RAMP] * 10.0;
        lift = LIFTS[Math.min(LIFTS.length - 1, holding[Registers.LIFT])];
    }

    private void mount(int[] holding) {
        standInTaken = holding[Registers.STAND_IN_COMMIT];
        airLost = holding[Registers.AIR_LOST] == 1;
        nonsense = holding[Registers.NONSENSE] == 1;
        override = holding[Registers.OVERRIDE] == 1;
        seatLeakPaPerS = holding[Registers.SEAT_LEAK];
        int sticks = holding[Registers.STICKS];
        faults = new Faults(
                sticks == Registers.LEFT_ALONE ? -1 : sticks / 10_000.0,
                holding[Registers.FRICTION] / 100.0,
                holding[Registers.SPRING] / 100.0,
                holding[Registers.LEAK] * 1000.0,
                holding[Registers.SEATS_HANG] == 1);
        registers.sent(holding[Registers.WRENCH_SENDS], holding[Registers.CALIPER_SENDS]);
        Drive drive = DRIVES[Math.min(DRIVES.length - 1, holding[Registers.DRIVE])];
        if (drive.pneumatic()) {
            double[] value = new double[Registers.MODEL_VALUES];
            for (int i = 0; i < value.length; i++) {
                value[i] = Float.intBitsToFloat(
                        holding[Registers.MODEL + 2 * i] << 16 | holding[Registers.MODEL + 2 * i + 1]);
            }
            DriveModel model = new DriveModel(
                    drive,
                    value[0],
                    value[1],
                    value[2],
                    value[3],
                    value[4] / 1e5,
                    value[5] / 1e5,
                    new LineSide(value[6] / 1e5, value[7] / 1e5, value[8]));
            if (valve.isEmpty() || !model.equals(mounted)) {
                mounted = model;
                valve = Optional.of(new BenchValve(model));
            }
        } else {
            valve = Optional.empty();
        }
        valve.ifPresent(v -> v.has(faults));
    }

    private void measure() {
        double travel = valve.map(BenchValve::travel).orElse(0.0);
        double air = valve.map(BenchValve::chamberPa).orElse(0.0);
        int flags = (travel < SWITCH ? Registers.CLOSED_END : 0)
                | (travel > 1 - SWITCH ? Registers.OPEN_END : 0)
                | (airLost ? Registers.SUPPLY_LOST : 0)
                | mark << Registers.MARK_SHIFT;
        int[] sample = new int[Registers.SAMPLE_REGISTERS];
        sample[Registers.SEQ] = (int) (samples & 0xFFFF);
        sample[Registers.TIME] = (int) (Math.round(samples * SAMPLE_S * 100) & 0xFFFF);
        sample[Registers.AIR] = nonsense ? 0xFFFF : (int) Math.round(air / 100);
        sample[Registers.TRAVEL] = (int) Math.round(travel * 10_000);
        sample[Registers.FLAGS] = flags;
        sample[Registers.LINE_PRESSURE] = (int) Math.round(linePa / 10);
        sample[Registers.LIFTED] = valve.map(v -> v.lifts(lift))
                .map(mm -> tenths(mm[0]) << 8 | tenths(mm[1]))
                .orElse(0);
        samples++;
        registers.add(sample, taken);
    }

    private static int tenths(double mm) {
        return (int) Math.min(0xFF, Math.round(mm * 10));
    }
}
