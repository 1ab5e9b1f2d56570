package dev.wartung.web.job.settling;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.Entered;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.UUID;

/** A torque or gap read at a joint some time after the job that tightened it. Never changed. */
@Entity
class JointLook extends Entered {

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Valve valve;

    private int jobNumber;

    @Enumerated(EnumType.STRING)
    private Dimension dimension;

    @Column(name = "value_si")
    private double si;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected JointLook() {}

    JointLook(UUID id, Valve valve, int jobNumber, Quantity read, Account by, Instant at) {
        super(id);
        this.valve = valve;
        this.jobNumber = jobNumber;
        this.dimension = read.dimension();
        this.si = read.si();
        this.by = by;
        this.at = at;
    }

    Quantity read() {
        return new Quantity(si, dimension);
    }

    Account by() {
        return by;
    }

    Instant at() {
        return at;
    }
}
