package dev.wartung.web.device;

import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;

import com.ghgande.j2mod.modbus.facade.ModbusTCPMaster;
import com.ghgande.j2mod.modbus.procimg.Register;
import com.ghgande.j2mod.modbus.procimg.SimpleRegister;
import dev.wartung.core.proving.Registers;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Stand-in benches on ports of their own, for a test; pulled when it is over. And who stands at them. */
final class StandIns implements AutoCloseable {

    private static final AtomicInteger COMMITS = new AtomicInteger();

    private final TestBenches benches;
    private final List<dev.wartung.bench.TestBench> started = new ArrayList<>();

    StandIns(TestBenches benches) {
        this.benches = benches;
    }

    @Override
    public void close() {
        started.forEach(dev.wartung.bench.TestBench::close);
    }

    static int freePort() throws Exception {
        try (ServerSocket socket = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return socket.getLocalPort();
        }
    }

    /** @param hurry how many times as fast as a real one it moves */
    dev.wartung.bench.TestBench start(int port, int units, double hurry) {
        dev.wartung.bench.TestBench bench =
                dev.wartung.bench.TestBench.start(InetAddress.getLoopbackAddress(), port, units, hurry);
        started.add(bench);
        return bench;
    }

    /** One that the plant knows of. */
    TestBench known(String name, int port, int unit) {
        return benches.save(new TestBench(name, "127.0.0.1", port, unit, true).enclosing(StandIn.CHAMBER));
    }

    /** Breaks something on the stand-in, in the middle of a run. */
    static void breaks(int port, int unit, int register, int value) throws Exception {
        ModbusTCPMaster master = new ModbusTCPMaster("127.0.0.1", port);
        master.connect();
        master.writeMultipleRegisters(unit, register, new Register[] {new SimpleRegister(value)});
        master.writeMultipleRegisters(
                unit, Registers.STAND_IN_COMMIT, new Register[] {new SimpleRegister(40_000 + COMMITS.incrementAndGet())
                });
        master.disconnect();
    }

    static MockHttpServletRequestBuilder tessa(MockHttpServletRequestBuilder request) {
        return request.with(user("tessa").roles("TECHNICIAN")).with(csrf());
    }

    static MockHttpServletRequestBuilder theo(MockHttpServletRequestBuilder request) {
        return request.with(user("theo").roles("TECHNICIAN")).with(csrf());
    }
}
