package dev.wartung.bench;

import com.ghgande.j2mod.modbus.procimg.InputRegister;
import com.ghgande.j2mod.modbus.procimg.Register;
import com.ghgande.j2mod.modbus.procimg.SimpleInputRegister;
import com.ghgande.j2mod.modbus.procimg.SimpleProcessImage;
import com.ghgande.j2mod.modbus.procimg.SimpleRegister;
import dev.wartung.core.proving.Registers;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;

/**
 * The registers of one bench. A block of input registers is read in one piece: samples are never torn between two
 * moments. Commands are taken over in one piece too,
 * when the register that commits them has changed.
 */
final class BenchRegisters extends SimpleProcessImage {

    private final Deque<int[]> samples = new ArrayDeque<>();
    private int taken;
    private int wrench;
    private int caliper;

    BenchRegisters(int unit) {
        super(unit);
        for (int i = 0; i < Registers.STAND_IN + Registers.STAND_IN_REGISTERS; i++) {
            addRegister(new SimpleRegister(0));
        }
    }

    /** The holding registers, if what is committed has changed since {@code before}. */
    synchronized Optional<int[]> commands(int commit, int before) {
        int now = value(commit);
        if (now == before || (before < 0 && now == 0)) {
            return Optional.empty();
        }
        int[] all = new int[Registers.STAND_IN + Registers.STAND_IN_REGISTERS];
        for (int i = 0; i < all.length; i++) {
            all[i] = value(i);
        }
        return Optional.of(all);
    }

    /** What stands in a holding register. */
    synchronized int holding(int register) {
        return value(register);
    }

    private int value(int register) {
        return getRegister(register).getValue() & 0xFFFF;
    }

    /** Hand tools have sent what they read; 0 is nothing new. */
    synchronized void sent(int byWrench, int byCaliper) {
        wrench = byWrench == 0 ? wrench : byWrench;
        caliper = byCaliper == 0 ? caliper : byCaliper;
    }

    synchronized void add(int[] sample, int nowTaken) {
        taken = Math.max(0, nowTaken);
        samples.addLast(sample);
        if (samples.size() > Registers.SAMPLES_KEPT) {
            samples.removeFirst();
        }
    }

    @Override
    public synchronized InputRegister[] getInputRegisterRange(int from, int count) {
        InputRegister[] range = new InputRegister[count];
        int[] all = inputs();
        for (int i = 0; i < count; i++) {
            range[i] = new SimpleInputRegister(from + i < all.length ? all[from + i] : 0);
        }
        return range;
    }

    private int[] inputs() {
        int[] all = new int[Registers.INPUTS];
        all[Registers.IDENTITY] = Registers.IS_A_BENCH;
        all[Registers.TAKEN] = taken;
        all[Registers.WRENCH] = wrench;
        all[Registers.CALIPER] = caliper;
        all[Registers.NEWEST] = samples.isEmpty() ? 0 : samples.getLast()[Registers.SEQ];
        all[Registers.COUNT] = samples.size();
        int at = Registers.SAMPLES;
        for (int[] sample : samples) {
            System.arraycopy(sample, 0, all, at, sample.length);
            at += sample.length;
        }
        return all;
    }

    @Override
    public synchronized Register[] getRegisterRange(int from, int count) {
        return super.getRegisterRange(from, count);
    }
}
