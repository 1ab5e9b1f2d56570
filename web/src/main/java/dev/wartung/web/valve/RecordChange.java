package dev.wartung.web.valve;

import dev.wartung.web.account.Account;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** A change of what a valve is on record. A reviewer looks at it; it is never taken away. */
@Entity
@DynamicUpdate
public class RecordChange {

    /** Why the record changed. */
    public enum Kind {
        /** the record was wrong: nobody changed the valve */
        CORRECTED("record corrected"),
        /** the valve was changed, and proven as what it is now */
        CONVERTED("valve converted"),
        MOVED("valve moved"),
        RETIRED("valve retired"),
        BROUGHT_BACK("valve brought back"),
        DECOMMISSIONED("valve decommissioned");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    private @Nullable Integer jobNumber;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String beforeText;
    private String afterText;
    private String reason;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private @Nullable String secondName;
    private Instant at;

    @ManyToOne(fetch = FetchType.EAGER)
    @JoinColumn(name = "seen_by_id")
    private @Nullable Account seenBy;

    private @Nullable Instant seenAt;

    @SuppressWarnings("NullAway.Init")
    protected RecordChange() {}

    /**
     * What changed, in words.
     *
     * @param jobNumber the job it happened in; null where a planner changed it without one
     */
    public record What(@Nullable Integer jobNumber, Kind kind, String before, String after, String reason) {}

    @SuppressWarnings("NullAway.Init")
    public RecordChange(Valve valve, What what, Account by, @Nullable String secondName, Instant at) {
        this.valve = valve;
        this.jobNumber = what.jobNumber();
        this.kind = what.kind();
        this.beforeText = what.before();
        this.afterText = what.after();
        this.reason = what.reason();
        this.by = by;
        this.secondName = secondName;
        this.at = at;
    }

    /**
     * Looked at.
     *
     * @return whether it was not before, and is not the looker's own change
     */
    boolean seen(Account who, Instant when) {
        if (seenAt != null || who.id().equals(by.id())) {
            return false;
        }
        seenBy = who;
        seenAt = when;
        return true;
    }

    public Long id() {
        return id;
    }

    public Valve valve() {
        return valve;
    }

    /** The job it happened in; empty where a planner changed it without one. */
    public Optional<Integer> jobNumber() {
        return Optional.ofNullable(jobNumber);
    }

    public Kind kind() {
        return kind;
    }

    public String before() {
        return beforeText;
    }

    public String after() {
        return afterText;
    }

    public String reason() {
        return reason;
    }

    public Account by() {
        return by;
    }

    public Optional<String> secondName() {
        return Optional.ofNullable(secondName);
    }

    public Instant at() {
        return at;
    }

    public Optional<Account> seenBy() {
        return Optional.ofNullable(seenBy);
    }
}
