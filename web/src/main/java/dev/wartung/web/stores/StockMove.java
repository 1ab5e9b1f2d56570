package dev.wartung.web.stores;

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
import org.jspecify.annotations.Nullable;

/** Pieces that went into the stores or out of them. Never changed; a wrong one is set right by another. */
@Entity
public class StockMove {

    /** Why pieces moved. */
    public enum Kind {
        RECEIVED("taken in"),
        TAKEN("taken for a job"),
        RETURNED("came back from a job"),
        SCRAPPED("scrapped"),
        COUNTED("counted otherwise");

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

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Lot lot;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private int delta;
    private @Nullable Integer jobNumber;
    private String note;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected StockMove() {}

    @SuppressWarnings("NullAway.Init")
    StockMove(Lot lot, Kind kind, int delta, @Nullable Integer jobNumber, String note, Account by, Instant at) {
        this.lot = lot;
        this.kind = kind;
        this.delta = delta;
        this.jobNumber = jobNumber;
        this.note = note;
        this.by = by;
        this.at = at;
    }

    public Kind kind() {
        return kind;
    }

    public int delta() {
        return delta;
    }

    public Optional<Integer> jobNumber() {
        return Optional.ofNullable(jobNumber);
    }

    public String note() {
        return note;
    }

    public Account by() {
        return by;
    }

    public Instant at() {
        return at;
    }

    Lot lot() {
        return lot;
    }
}
