package dev.wartung.bench;

import com.ghgande.j2mod.modbus.ModbusException;
import com.ghgande.j2mod.modbus.slave.ModbusSlave;
import com.ghgande.j2mod.modbus.slave.ModbusSlaveFactory;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;

/** Stand-ins for test benches on one port, each under a unit number of its own from 1 on. */
public final class TestBench implements AutoCloseable {

    private static final int CONNECTIONS = 40;

    private final ModbusSlave slave;
    private final ScheduledExecutorService time = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "test-benches");
        thread.setDaemon(true);
        return thread;
    });

    private TestBench(ModbusSlave slave) {
        this.slave = slave;
    }

    /**
     * Starts them.
     *
     * @param port    0 is none: choose a free one before
     * @param benches how many, 1 or more
     * @param hurry   how many times faster than the clock; 1 as it is
     * @throws IllegalStateException if the port cannot be opened
     */
    @SuppressWarnings("FutureReturnValueIgnored") // it goes on until the plug is pulled
    public static TestBench start(InetAddress address, int port, int benches, double hurry) {
        try {
            ModbusSlave slave = ModbusSlaveFactory.createTCPSlave(address, port, CONNECTIONS, false);
            List<SimulatedBench> all = new ArrayList<>();
            for (int unit = 1; unit <= benches; unit++) {
                BenchRegisters registers = new BenchRegisters(unit);
                slave.addProcessImage(unit, registers);
                all.add(new SimulatedBench(registers));
            }
            slave.open();
            TestBench bench = new TestBench(slave);
            long everyMicros = Math.round(SimulatedBench.SAMPLE_S * 1e6 / hurry);
            bench.time.scheduleAtFixedRate(
                    () -> all.forEach(SimulatedBench::pass), everyMicros, everyMicros, TimeUnit.MICROSECONDS);
            return bench;
        } catch (ModbusException e) {
            throw new IllegalStateException("the bench cannot listen on port " + port, e);
        }
    }

    /** Pulls the plug. */
    @Override
    public void close() {
        time.shutdownNow();
        ModbusSlaveFactory.close(slave);
    }

    /** @param arguments port, and how many benches */
    public static void main(String[] arguments) throws Exception {
        int port = arguments.length > 0 ? Integer.parseInt(arguments[0]) : 5020;
        int benches = arguments.length > 1 ? Integer.parseInt(arguments[1]) : 1;
        start(InetAddress.getLoopbackAddress(), port, benches, 1);
        Thread.currentThread().join();
    }
}
