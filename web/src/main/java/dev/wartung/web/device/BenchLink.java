package dev.wartung.web.device;

import com.ghgande.j2mod.modbus.ModbusException;
import com.ghgande.j2mod.modbus.facade.ModbusTCPMaster;
import com.ghgande.j2mod.modbus.procimg.InputRegister;
import com.ghgande.j2mod.modbus.procimg.Register;
import com.ghgande.j2mod.modbus.procimg.SimpleRegister;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.Registers;
import dev.wartung.core.proving.Sample;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;

/**
 * A connection to one test bench, by its register map (docs/test-bench.md). Everything it does takes at most
 * {@link #PATIENCE_MS}. Not thread-safe.
 */
final class BenchLink implements AutoCloseable {

    /** The bench does not answer, or what answers is no bench. */
    static class Broken extends Exception {
        Broken(String message, Throwable cause) {
            super(message, cause);
        }

        Broken(String message) {
            super(message);
        }
    }

    /** It was silent for too long to go on. */
    static final class Lost extends Broken {
        Lost(String message) {
            super(message);
        }
    }

    private static final int PATIENCE_MS = 800;
    private static final int LAP = 0x10000;

    private final ModbusTCPMaster master;
    private final int unit;
    private int commit;
    private int beat = ThreadLocalRandom.current().nextInt(LAP);
    private long seq = -1;
    private long firstSeq;
    private long time;

    private BenchLink(ModbusTCPMaster master, int unit) {
        this.master = master;
        this.unit = unit;
    }

    static BenchLink to(TestBench bench) throws Broken {
        return to(bench, BenchNetworks.ofThisPlant());
    }

    /** @param networks where a bench may be: looked at with every link, for a name may lead elsewhere by now */
    static BenchLink to(TestBench bench, BenchNetworks networks) throws Broken {
        InetAddress address = networks.find(bench.host()).orElseThrow(() -> new Broken(BenchNetworks.NOWHERE));
        ModbusTCPMaster master = new ModbusTCPMaster(address.getHostAddress(), bench.port(), PATIENCE_MS, false);
        master.setRetries(0);
        try {
            master.connect();
            BenchLink link = new BenchLink(master, bench.unit());
            link.commit = (link.read()[Registers.TAKEN].toUnsignedShort() + 1) % LAP;
            return link;
        } catch (Broken e) {
            master.disconnect();
            throw e;
        } catch (Exception e) {
            // j2mod's connect declares no narrower one
            throw new Broken(bench.name() + " does not answer at " + bench.host() + ", port " + bench.port() + ".", e);
        }
    }

    /**
     * The samples that have come since the last time, in their order, numbered from 0 on. The first call returns none
     * and begins the count.
     *
     * @throws Broken if it does not answer in time or is no bench
     */
    List<Sample> samples() throws Broken {
        InputRegister[] all = read();
        int count = all[Registers.COUNT].toUnsignedShort();
        if (count > Registers.SAMPLES_KEPT) {
            throw new Broken("What answers there counts more samples than a bench keeps.");
        }
        List<Sample> samples = new ArrayList<>();
        boolean first = seq < 0;
        for (int i = 0; i < count; i++) {
            int at = Registers.SAMPLES + Registers.SAMPLE_REGISTERS * i;
            long number = unwrapped(all[at + Registers.SEQ].toUnsignedShort(), seq);
            if (number <= seq) {
                continue;
            }
            time = unwrapped(all[at + Registers.TIME].toUnsignedShort(), seq < 0 ? -1 : time);
            seq = number;
            if (first) {
                firstSeq = seq + 1;
                continue;
            }
            int flags = all[at + Registers.FLAGS].toUnsignedShort();
            int lifted = all[at + Registers.LIFTED].toUnsignedShort();
            samples.add(new Sample(
                    (int) (seq - firstSeq),
                    time / 100.0,
                    all[at + Registers.AIR].toUnsignedShort() * 100.0,
                    all[at + Registers.TRAVEL].toUnsignedShort() / 10_000.0,
                    (flags & Registers.CLOSED_END) != 0,
                    (flags & Registers.OPEN_END) != 0,
                    (flags & Registers.SUPPLY_LOST) != 0,
                    all[at + Registers.LINE_PRESSURE].toUnsignedShort() * 10.0,
                    flags >> Registers.MARK_SHIFT,
                    (lifted >> 8) / 10.0,
                    (lifted & 0xFF) / 10.0));
        }
        return samples;
    }

    /** A counter of 16 bits that goes round, as one that does not: the next after {@code last}. */
    private static long unwrapped(int low, long last) {
        if (last < 0) {
            return low;
        }
        long number = last - last % LAP + low;
        return number < last - LAP / 2 ? number + LAP : number > last + LAP / 2 ? Math.max(0, number - LAP) : number;
    }

    private InputRegister[] read() throws Broken {
        try {
            InputRegister[] all = master.readInputRegisters(unit, 0, Registers.INPUTS);
            if (all.length < Registers.INPUTS || all[Registers.IDENTITY].toUnsignedShort() != Registers.IS_A_BENCH) {
                throw new Broken("What answers there is no test bench.");
            }
            return all;
        } catch (ModbusException e) {
            throw new Broken("The bench does not answer.", e);
        }
    }

    /**
     * What a hand tool sent last.
     *
     * @param of TORQUE for the wrench, LENGTH for the caliper; empty where it has sent nothing
     */
    Optional<Quantity> sent(Dimension of) throws Broken {
        int value = read()[of == Dimension.TORQUE ? Registers.WRENCH : Registers.CALIPER].toUnsignedShort();
        return value == 0
                ? Optional.empty()
                : Optional.of(new Quantity(of == Dimension.TORQUE ? value / 100.0 : value / 100_000.0, of));
    }

    /** Tells it what to do. */
    void tell(Command command) throws Broken {
        int line = command.linePa() < 0 ? Registers.LEFT_ALONE : (int) Math.round(command.linePa() / 10);
        write(
                Registers.TARGET,
                (int) Math.round(command.targetPa() / 100),
                (int) Math.round(command.paPerS() / 100),
                command.pilot().ordinal(),
                line,
                command.mark(),
                (int) Math.round(command.linePaPerS() / 10),
                command.lift().ordinal(),
                commit);
        commit = (commit + 1) % LAP;
    }

    /** Tells it that whoever drives it is still there. */
    void beat() throws Broken {
        beat = (beat + 1) % LAP;
        write(Registers.HEARTBEAT, beat);
    }

    /** Tells a stand-in which valve lies on it. */
    void mount(DriveModel model, RunDriver.Suffers suffers) throws Broken {
        Faults faults = suffers.valve();
        int drive =
                switch (model.drive()) {
                    case NC -> 1;
                    case NO -> 2;
                    default -> 3;
                };
        List<Integer> values = new ArrayList<>(List.of(drive));
        for (double value : new double[] {
            model.springClosed(),
            model.springOpen(),
            model.friction(),
            model.breakOut(),
            model.openingPerPa() * 1e5,
            model.closingPerPa() * 1e5,
            model.line().belowM2() * 1e5,
            model.line().stemM2() * 1e5,
            model.line().liftMm()
        }) {
            int bits = Float.floatToIntBits((float) value);
            values.add(bits >>> 16);
            values.add(bits & 0xFFFF);
        }
        values.addAll(List.of(
                faults.sticksAt() < 0 ? Registers.LEFT_ALONE : (int) Math.round(faults.sticksAt() * 10_000),
                (int) Math.round(faults.friction() * 100),
                (int) Math.round(faults.spring() * 100),
                (int) Math.round(faults.leakPaPerS() / 1000),
                0,
                suffers.airLost() ? 1 : 0,
                0,
                suffers.overridden() ? 1 : 0,
                0,
                0,
                faults.seatsHang() ? 1 : 0,
                commit == 0 ? 1 : commit));
        write(Registers.STAND_IN, values.stream().mapToInt(Integer::intValue).toArray());
    }

    private void write(int from, int... values) throws Broken {
        Register[] registers = new Register[values.length];
        for (int i = 0; i < values.length; i++) {
            registers[i] = new SimpleRegister(values[i]);
        }
        try {
            master.writeMultipleRegisters(unit, from, registers);
        } catch (ModbusException e) {
            throw new Broken("The bench does not answer.", e);
        }
    }

    @Override
    public void close() {
        master.disconnect();
    }
}
