package dev.wartung.web.device;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.proving.Proof.Hold;
import dev.wartung.core.proving.Proof.Stands;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.web.account.Account;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.ColumnTransformer;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** A valve proven, at a test bench or by hand: who, when, how it ended, what it showed. */
@Entity
@DynamicUpdate
public class ProvingRun {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    private @Nullable Integer jobNumber;
    private @Nullable String benchName;

    @Enumerated(EnumType.STRING)
    private Drive drive;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant startedAt;
    private Instant heardAt;
    private @Nullable Instant endedAt;

    @Enumerated(EnumType.STRING)
    private @Nullable Outcome outcome;

    private int lostSamples;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private @Nullable String signature;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private @Nullable String proof;

    @Enumerated(EnumType.STRING)
    private @Nullable Stands stands;

    private @Nullable Double holdPa;
    private @Nullable Double holdAirPa;
    private String note = "";
    private boolean measures;

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected ProvingRun() {}

    /**
     * @param drive what the valve is while it is proven: within a reversal it is not yet what its record says
     * @param bench empty by hand
     */
    @SuppressWarnings("NullAway.Init")
    ProvingRun(Valve valve, Optional<Integer> job, Drive drive, Optional<String> bench, Account by, Instant at) {
        this.valve = valve;
        this.jobNumber = job.orElse(null);
        this.drive = drive;
        this.benchName = bench.orElse(null);
        this.by = by;
        this.startedAt = at;
        this.heardAt = at;
    }

    /** It shall be held shut against the line. */
    void shallHold(Hold hold) {
        holdPa = hold.linePa();
        holdAirPa = hold.airPa();
    }

    Optional<Hold> hold() {
        return holdPa == null || holdAirPa == null ? Optional.empty() : Optional.of(new Hold(holdPa, holdAirPa));
    }

    /** It goes only slowly up and down, and proves nothing. */
    void shallMeasure() {
        measures = true;
    }

    public boolean measures() {
        return measures;
    }

    void heard(int lost, Instant at) {
        lostSamples += lost;
        heardAt = at;
    }

    /** @param proofJson what was made of it; empty where it did not come to its end */
    void ended(
            Outcome how,
            String signatureJson,
            Optional<String> proofJson,
            Optional<Stands> verdict,
            String why,
            Instant at) {
        outcome = how;
        signature = signatureJson;
        proof = proofJson.orElse(null);
        stands = verdict.orElse(null);
        note = why;
        endedAt = at;
    }

    public Long id() {
        return id;
    }

    public Valve valve() {
        return valve;
    }

    public Optional<Integer> jobNumber() {
        return Optional.ofNullable(jobNumber);
    }

    public Optional<String> benchName() {
        return Optional.ofNullable(benchName);
    }

    public Drive drive() {
        return drive;
    }

    public Account by() {
        return by;
    }

    public Instant startedAt() {
        return startedAt;
    }

    Instant heardAt() {
        return heardAt;
    }

    public boolean running() {
        return endedAt == null;
    }

    public Optional<Outcome> outcome() {
        return Optional.ofNullable(outcome);
    }

    /** How it ended, in a sentence; empty where it came to its end. */
    public String endedEarly() {
        return outcome == null || outcome == Outcome.COMPLETE
                ? ""
                : outcome == Outcome.LEFT_UNDER_AIR
                        ? "L" + outcome.words().substring(1) + "."
                        : "It ended early: " + outcome.words() + ".";
    }

    public int lostSamples() {
        return lostSamples;
    }

    Optional<String> signature() {
        return Optional.ofNullable(signature);
    }

    Optional<String> proof() {
        return Optional.ofNullable(proof);
    }

    public Optional<Stands> stands() {
        return Optional.ofNullable(stands);
    }

    public String note() {
        return note;
    }
}
