package dev.wartung.web.device;

import dev.wartung.core.proving.SeatTest.Chamber;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The stand-in bench that was started beside this application is on the list of benches, at the port it has this time.
 */
@Component
class StandIn implements ApplicationRunner {

    private static final String NAME = "Workshop bench";
    /** Made up like its valve: 0.2 l within 5 %, a gauge good to 0.3 mbar. */
    static final Chamber CHAMBER = new Chamber(2e-4, 0.05, 30);

    private final TestBenches benches;
    private final int port;

    StandIn(TestBenches benches, @Value("${wartung.stand-in-port:0}") int port) {
        this.benches = benches;
        this.port = port;
    }

    @Override
    @Transactional
    public void run(ApplicationArguments arguments) {
        // what is named wrongly is told at the start, and not when somebody wants to prove a valve
        BenchNetworks.ofThisPlant();
        if (port > 0) {
            benches.findAllByOrderByName().stream()
                    .filter(b -> b.standIn() && b.name().equals(NAME))
                    .findFirst()
                    .ifPresentOrElse(
                            b -> b.movedTo(port),
                            () -> benches.save(new TestBench(NAME, "127.0.0.1", port, 1, true).enclosing(CHAMBER)));
        }
    }
}
