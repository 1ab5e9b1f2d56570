package dev.wartung.web.job.look;

import dev.wartung.core.anatomy.LineEvent;
import dev.wartung.web.account.Account;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.LocalDate;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** A look at a valve that becomes due some days after a job. */
@Entity
@DynamicUpdate
public class Recheck {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    private @Nullable Integer jobNumber;
    private String name;
    private LocalDate raisedOn;
    private LocalDate dueOn;

    @Enumerated(EnumType.STRING)
    private @Nullable LineEvent afterEvent;

    private String found = "";

    @ManyToOne(fetch = FetchType.LAZY)
    private @Nullable Account doneBy;

    private @Nullable LocalDate doneOn;

    @SuppressWarnings("NullAway.Init")
    protected Recheck() {}

    @SuppressWarnings("NullAway.Init")
    private Recheck(
            Valve valve,
            Optional<Integer> job,
            String name,
            LocalDate raisedOn,
            LocalDate dueOn,
            Optional<LineEvent> after) {
        this.valve = valve;
        this.jobNumber = job.orElse(null);
        this.name = name;
        this.raisedOn = raisedOn;
        this.dueOn = dueOn;
        this.afterEvent = after.orElse(null);
    }

    /** A look that a job calls for. */
    public Recheck(Valve valve, int job, String name, LocalDate raisedOn, LocalDate dueOn, Optional<LineEvent> after) {
        this(valve, Optional.of(job), name, raisedOn, dueOn, after);
    }

    public Valve valve() {
        return valve;
    }

    public String name() {
        return name;
    }

    public LocalDate dueOn() {
        return dueOn;
    }

    /** The job that raised it; empty where a proving run did. */
    public Optional<Integer> jobNumber() {
        return Optional.ofNullable(jobNumber);
    }

    /**
     * A look that something else than a procedure calls for.
     *
     * @param job empty for none
     */
    public static Recheck raised(Valve valve, Optional<Integer> job, String name, LocalDate raisedOn, LocalDate dueOn) {
        return new Recheck(valve, job, name, raisedOn, dueOn, Optional.empty());
    }

    /** What makes it due before its day; empty for nothing. */
    public Optional<LineEvent> after() {
        return Optional.ofNullable(afterEvent);
    }

    public LocalDate raisedOn() {
        return raisedOn;
    }

    /** What it waited for has happened. */
    public void dueAtOnce(LocalDate day) {
        if (day.isBefore(dueOn)) {
            dueOn = day;
        }
    }

    public Long id() {
        return id;
    }

    public boolean open() {
        return doneOn == null;
    }

    /** It was done with something else. */
    public void done(LocalDate day) {
        doneOn = day;
    }

    /**
     * Somebody looked.
     *
     * @param said what was found, in words
     */
    public void looked(LocalDate day, Account by, String said) {
        doneOn = day;
        doneBy = by;
        found = said;
    }
}
