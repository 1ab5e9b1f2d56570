package dev.wartung.web.job;

import dev.wartung.web.valve.Valve;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** A look at a valve that becomes due some days after a job. */
@Entity
public class Recheck {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;
    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;
    private int jobNumber;
    private String name;
    private LocalDate dueOn;
    private @Nullable LocalDate doneOn;

    @SuppressWarnings("NullAway.Init")
    protected Recheck() {}

    @SuppressWarnings("NullAway.Init")
    Recheck(Valve valve, int jobNumber, String name, LocalDate dueOn) {
        this.valve = valve;
        this.jobNumber = jobNumber;
        this.name = name;
        this.dueOn = dueOn;
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

    public int jobNumber() {
        return jobNumber;
    }

    void done(LocalDate day) {
        doneOn = day;
    }
}
