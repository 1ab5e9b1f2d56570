package dev.wartung.web.device;

import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.Proof.Hold;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.core.proving.Rehearsal;
import dev.wartung.web.account.Account;
import dev.wartung.web.valve.Valve;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts proving runs on the record as a stand-in would have made them: for a demo site. */
@Service
public class PastRuns {

    private static final Rehearsal.Conditions USUAL =
            new Rehearsal.Conditions(new Plan(6e5, 3e5, 3e5), Double.MAX_VALUE, 1);

    private final RunFiles book;

    PastRuns(RunFiles book) {
        this.book = book;
    }

    /** @param faults what the valve suffers from at that run */
    @Transactional
    public void prove(Valve valve, Faults faults, Account by) {
        DriveModel model = book.model(valve, valve.configuration()).orElseThrow();
        ProvingRun run = book.begin(
                valve,
                valve.configuration(),
                Optional.empty(),
                Optional.of("Workshop bench"),
                Optional.of(new Hold(USUAL.plan().holdPa(), USUAL.plan().mostPa())),
                by);
        Rehearsal rehearsal = Rehearsal.of(model, faults, USUAL);
        book.heard(run.id(), rehearsal.trace(), 0);
        book.ended(run.id(), model, rehearsal.outcome(), "", Optional.of(StandIn.CHAMBER));
    }
}
