package dev.wartung.web.account;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A login that failed. */
@Entity
class LoginAttempt {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String username;
    private String address;
    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected LoginAttempt() {}

    @SuppressWarnings("NullAway.Init")
    LoginAttempt(String username, String address, Instant at) {
        this.username = username;
        this.address = address;
        this.at = at;
    }
}
