package dev.wartung.web.valve;

import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** What a valve was called until it was given another tag; records of before keep it. */
@Entity
public class FormerTag {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Valve valve;

    private String tag;

    @Column(name = "until")
    private Instant until;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private String reason;

    @SuppressWarnings("NullAway.Init")
    protected FormerTag() {}

    @SuppressWarnings("NullAway.Init")
    FormerTag(Valve valve, String tag, Instant until, Account by, String reason) {
        this.valve = valve;
        this.tag = tag;
        this.until = until;
        this.by = by;
        this.reason = reason;
    }

    Valve valve() {
        return valve;
    }

    public String tag() {
        return tag;
    }

    public Instant until() {
        return until;
    }

    public Account by() {
        return by;
    }

    public String reason() {
        return reason;
    }
}
