package dev.wartung.web.account;

import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** Stands for an account in the JSON interface for some hours. Only its hash is kept. */
@Entity
class ApiToken {

    @Id
    private String hash;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "account_id")
    private Account account;

    private Instant handedAt;
    private Instant expiresAt;

    @SuppressWarnings("NullAway.Init")
    protected ApiToken() {}

    ApiToken(String hash, Account account, Instant handedAt, Instant expiresAt) {
        this.handedAt = handedAt;
        this.hash = hash;
        this.account = account;
        this.expiresAt = expiresAt;
    }

    Account account() {
        return account;
    }

    String hash() {
        return hash;
    }

    /** By a name and a password. */
    Instant handedAt() {
        return handedAt;
    }

    Instant expiresAt() {
        return expiresAt;
    }

    boolean holdsAt(Instant now) {
        return now.isBefore(expiresAt);
    }
}
