package dev.wartung.web.job.findings;

import dev.wartung.core.sealing.OldSeal;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.Entered;
import dev.wartung.web.job.Job;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * How an old seal looked, where it can be counted by valve and by article. The job's own entry has all that was said of
 * it.
 */
@Entity
@Table(name = "old_seal")
public class OldSealRecord extends Entered {

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    private int jobNumber;
    private String part;
    private String partName;
    private String article;
    private String material;
    private String appearance;
    private String note;
    private @Nullable Boolean leaked;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected OldSealRecord() {}

    OldSealRecord(UUID id, Job job, OldSeal seal, Account by, Instant at) {
        super(id);
        this.valve = job.valve();
        this.jobNumber = job.number();
        this.part = seal.part();
        this.partName = seal.name();
        this.article = seal.article();
        this.material = seal.material();
        this.appearance = seal.appearance();
        this.note = seal.note();
        this.leaked = seal.leaked().orElse(null);
        this.by = by;
        this.at = at;
    }

    public Valve valve() {
        return valve;
    }

    public int jobNumber() {
        return jobNumber;
    }

    public String part() {
        return part;
    }

    public String partName() {
        return partName;
    }

    public String article() {
        return article;
    }

    public String material() {
        return material;
    }

    /** Id of how it looked, in the autopsy. */
    public String appearance() {
        return appearance;
    }

    /** Whether the valve was opened because it leaked; not where that was not asked yet. */
    public boolean hasLeaked() {
        return Boolean.TRUE.equals(leaked);
    }

    public Instant at() {
        return at;
    }
}
