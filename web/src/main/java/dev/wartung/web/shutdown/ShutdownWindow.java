package dev.wartung.web.shutdown;

import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.apache.commons.codec.digest.DigestUtils;
import org.hibernate.annotations.ColumnTransformer;
import org.jspecify.annotations.Nullable;

/** A time in which lines may be down. */
@Entity
public class ShutdownWindow {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private Instant begins;
    private int minutes;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String setup;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String pins = "[]";

    @Column(columnDefinition = "json")
    @ColumnTransformer(write = "?::json")
    private @Nullable String problem;

    @Column(columnDefinition = "json")
    @ColumnTransformer(write = "?::json")
    private @Nullable String plan;

    private @Nullable Double bound;
    private long tried;
    private double share;
    private boolean running;
    private boolean stopAsked;
    private boolean brokenOff;

    @ManyToOne(fetch = FetchType.EAGER)
    private @Nullable Account plannedBy;

    private @Nullable Instant plannedAt;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Account madeBy;

    private Instant madeAt;

    private static final int DIGEST = 16;

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected ShutdownWindow() {}

    @SuppressWarnings("NullAway.Init")
    ShutdownWindow(String name, Instant begins, int minutes, String setupJson, Account by, Instant at) {
        this.name = name;
        this.begins = begins;
        this.minutes = minutes;
        this.setup = setupJson;
        this.madeBy = by;
        this.madeAt = at;
    }

    /** What people have said of it, as a digest: whoever changes something shows that they saw what is there. */
    public String seen() {
        return DigestUtils.sha256Hex(setup + pins).substring(0, DIGEST);
    }

    void isSetUp(String setupJson) {
        setup = setupJson;
    }

    void isPinned(String pinsJson) {
        pins = pinsJson;
    }

    /** Planning begins: what is planned is kept with it, so that the plan can be read later. */
    void begins(String problemJson, double noPlanBelow, Account by, Instant at) {
        problem = problemJson;
        bound = noPlanBelow;
        running = true;
        stopAsked = false;
        tried = 0;
        share = 0;
        brokenOff = false;
        plannedBy = by;
        plannedAt = at;
    }

    void found(String planJson) {
        plan = planJson;
    }

    void goesOn(long plans, double ofTime) {
        tried = plans;
        share = ofTime;
    }

    void ended() {
        running = false;
    }

    void brokenOff() {
        brokenOff = running;
        running = false;
    }

    void shallStop() {
        stopAsked = true;
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    public Instant begins() {
        return begins;
    }

    public Instant ends() {
        return begins.plus(Duration.ofMinutes(minutes));
    }

    /** How long it is, in hours and minutes. */
    public String duration() {
        return PlanSummary.duration(minutes());
    }

    public int minutes() {
        return minutes;
    }

    String setup() {
        return setup;
    }

    String pins() {
        return pins;
    }

    Optional<String> problem() {
        return Optional.ofNullable(problem);
    }

    Optional<String> plan() {
        return Optional.ofNullable(plan);
    }

    public Optional<Double> bound() {
        return Optional.ofNullable(bound);
    }

    public long tried() {
        return tried;
    }

    /** Of the time it was given, from 0 to 1. */
    public double share() {
        return share;
    }

    public boolean running() {
        return running;
    }

    boolean stopAsked() {
        return stopAsked;
    }

    /** Whether it ended before its time and nobody had asked for that: the application ended, or failed. */
    public boolean wasBrokenOff() {
        return brokenOff;
    }

    Optional<Account> plannedBy() {
        return Optional.ofNullable(plannedBy);
    }

    Optional<Instant> plannedAt() {
        return Optional.ofNullable(plannedAt);
    }
}
