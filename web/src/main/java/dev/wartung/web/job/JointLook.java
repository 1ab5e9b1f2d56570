package dev.wartung.web.job;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.web.account.Account;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import java.time.Instant;
import java.util.UUID;
import org.springframework.data.domain.Persistable;

/** A torque or gap read at a joint some time after the job that tightened it. Never changed. */
@Entity
class JointLook implements Persistable<UUID> {

    @Id
    private UUID id;
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
    @Transient
    private boolean stored;

    @SuppressWarnings("NullAway.Init")
    protected JointLook() {}

    JointLook(UUID id, Valve valve, int jobNumber, Quantity read, Account by, Instant at) {
        this.id = id;
        this.valve = valve;
        this.jobNumber = jobNumber;
        this.dimension = read.dimension();
        this.si = read.si();
        this.by = by;
        this.at = at;
    }

    @Override
    public UUID getId() {
        return id;
    }

    @Override
    public boolean isNew() {
        return !stored;
    }

    @PostLoad
    @PostPersist
    void isStored() {
        stored = true;
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
