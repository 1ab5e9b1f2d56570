package dev.wartung.core.proving;

/**
 * The register map of the test bench (docs/test-bench.md). Registers are 16 bits wide and unsigned; pressures of air in
 * 0.1 kPa, of the line side in 0.01 kPa, travel
 * in 0.01 %, time in 0.01 s (the low 16 bits).
 */
public final class Registers {

    private Registers() {}

    // holding registers: what the bench is told; taken over when COMMIT changes
    public static final int TARGET = 0;
    public static final int RAMP = 1;
    public static final int PILOT = 2;
    /** Pressure on the line side, under the closed plug; 0xFFFF: shut off and left alone. */
    public static final int LINE = 3;

    public static final int MARK = 4;
    /** How fast the line side is brought there, 0.01 kPa/s; 0: at once. */
    public static final int LINE_RAMP = 5;
    /** Air on the pistons that lift one seat alone: 0 none, 1 the upper one's, 2 the lower one's. */
    public static final int LIFT = 6;

    public static final int COMMIT = 7;
    /**
     * Another value at every beat of whoever drives the bench. One that sees none, and no new command either, for
     * {@link #SILENCE_MS} takes air, seat lifts and line pressure away by itself.
     */
    public static final int HEARTBEAT = 8;

    /** So long a bench goes on without being told anything. */
    public static final int SILENCE_MS = 2_000;

    public static final int LEFT_ALONE = 0xFFFF;

    // holding registers of the stand-in alone: which valve lies on it, and what is wrong with it. A real bench has none
    // of these
    public static final int STAND_IN = 100;
    /** Drive: 0 none, 1 spring closes, 2 spring opens, 3 air both ways. */
    public static final int DRIVE = STAND_IN;
    /**
     * Nine values of two registers each (a float, high word first): spring closed, spring open, friction, break-out,
     * opening and closing per bar of air; per bar of line what
     * lifts the closed plug and what pushes the stem; how far a seat lifts alone, millimetres.
     */
    public static final int MODEL = STAND_IN + 1;

    public static final int MODEL_VALUES = 9;
    /** Sticks at, 0.01 %; 0xFFFF nowhere. */
    public static final int STICKS = MODEL + 2 * MODEL_VALUES;
    /** Factor of friction, 0.01. */
    public static final int FRICTION = STICKS + 1;
    /** Factor of the spring, 0.01. */
    public static final int SPRING = STICKS + 2;
    /** Leak of the actuator, kPa/s. */
    public static final int LEAK = STICKS + 3;
    /** Leak of the seat, Pa/s. */
    public static final int SEAT_LEAK = STICKS + 4;
    /** 1: the supply is gone. */
    public static final int AIR_LOST = STICKS + 5;
    /** 1: the transmitters send nonsense. */
    public static final int NONSENSE = STICKS + 6;
    /** 1: the control head's manual override holds the pilot valve open, whatever is told. */
    public static final int OVERRIDE = STICKS + 7;
    /** What the torque wrench (0.01 N·m) and the caliper (0.01 mm) send next. */
    public static final int WRENCH_SENDS = STICKS + 8;

    public static final int CALIPER_SENDS = STICKS + 9;
    /** 1: the two seats hang together, neither lifts alone. */
    public static final int SEATS_HANG = STICKS + 10;

    public static final int STAND_IN_COMMIT = STICKS + 11;
    public static final int STAND_IN_REGISTERS = STAND_IN_COMMIT - STAND_IN + 1;

    // input registers: what the bench measures
    public static final int IDENTITY = 0;
    /** What stands in {@link #IDENTITY} of a bench that keeps to this map. */
    public static final int IS_A_BENCH = 0x5742;
    /** Commands taken over, as last committed. */
    public static final int TAKEN = 1;
    /** Torque wrench, 0.01 N·m, and caliper, 0.01 mm: the last readings sent. */
    public static final int WRENCH = 2;

    public static final int CALIPER = 3;
    /** Number of the newest sample, the low 16 bits; then how many follow, newest last. */
    public static final int NEWEST = 4;

    public static final int COUNT = 5;
    public static final int SAMPLES = 6;
    public static final int SAMPLE_REGISTERS = 7;
    public static final int SAMPLES_KEPT = 17;
    public static final int INPUTS = SAMPLES + SAMPLE_REGISTERS * SAMPLES_KEPT;

    // within a sample
    public static final int SEQ = 0;
    public static final int TIME = 1;
    public static final int AIR = 2;
    public static final int TRAVEL = 3;
    public static final int FLAGS = 4;
    public static final int LINE_PRESSURE = 5;
    /**
     * How far each seat of two has lifted alone, in 0.1 mm: the upper one in the high byte, the lower one in the low.
     */
    public static final int LIFTED = 6;

    public static final int CLOSED_END = 1;
    public static final int OPEN_END = 2;
    public static final int SUPPLY_LOST = 4;
    public static final int MARK_SHIFT = 8;
}
