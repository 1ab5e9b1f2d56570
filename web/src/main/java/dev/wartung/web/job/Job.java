package dev.wartung.web.job;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.web.account.Account;
import dev.wartung.web.valve.StoredOptions;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Column;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.hibernate.annotations.ColumnTransformer;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/**
 * Work on one valve. It keeps its own copy of the procedure and names the sheets it was derived from, so that later
 * edits never change
 * what was done.
 */
@Entity
@DynamicUpdate
public class Job {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private int number;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    private String title;
    private String work;
    private @Nullable String chosenPart;

    @Enumerated(EnumType.STRING)
    private JobState state = JobState.PLANNED;

    private LocalDate dueOn;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Account plannedBy;

    private Instant plannedAt;

    @ManyToOne(fetch = FetchType.EAGER)
    private @Nullable Account holder;

    private @Nullable Instant startedAt;
    private @Nullable Instant endedAt;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String anatomyDigest;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String typeDigest;

    @Enumerated(EnumType.STRING)
    private Drive drive;

    @Convert(converter = StoredOptions.class)
    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private Map<String, String> options;

    /** Written once and not read with the row: long, and whoever lists jobs does without ({@link JobPapers}). */
    @Column(columnDefinition = "json", updatable = false)
    @ColumnTransformer(read = "cast(null as text)", write = "?::json")
    @SuppressWarnings("UnusedVariable")
    private @Nullable String procedureJson;

    @Column(columnDefinition = "json", updatable = false)
    @ColumnTransformer(read = "cast(null as text)", write = "?::json")
    @SuppressWarnings("UnusedVariable")
    private @Nullable String carriedJson;

    private String waitsFor = "";

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected Job() {}

    /** What a job is derived from, kept with it. */
    record Basis(
            String anatomyDigest,
            String typeDigest,
            ValveConfiguration configuration,
            String procedureJson,
            String carriedJson) {}

    @SuppressWarnings("NullAway.Init")
    Job(
            int number,
            Valve valve,
            String title,
            String work,
            List<String> chosenParts,
            LocalDate dueOn,
            Account plannedBy,
            Instant plannedAt,
            Basis basis) {
        this.number = number;
        this.valve = valve;
        this.title = title;
        this.work = work;
        this.chosenPart = chosenParts.isEmpty() ? null : WorkKind.joined(chosenParts);
        this.dueOn = dueOn;
        this.plannedBy = plannedBy;
        this.plannedAt = plannedAt;
        this.anatomyDigest = basis.anatomyDigest();
        this.typeDigest = basis.typeDigest();
        this.drive = basis.configuration().drive();
        this.options = basis.configuration().kept();
        this.procedureJson = basis.procedureJson();
        this.carriedJson = basis.carriedJson();
    }

    void start(Account by, Instant at) {
        state = JobState.RUNNING;
        holder = by;
        startedAt = at;
    }

    void takenOverBy(Account by) {
        holder = by;
    }

    void end(JobState how, Instant at) {
        state = how;
        endedAt = at;
    }

    /** @param what the part that is not on site; empty when it waits for nothing */
    void waitsFor(String what) {
        waitsFor = what;
    }

    /** What the job waits for; empty when for nothing. */
    public String waitsFor() {
        return waitsFor;
    }

    public Long id() {
        return id;
    }

    public int number() {
        return number;
    }

    public Valve valve() {
        return valve;
    }

    /** The kind of work, by its name in the anatomy sheet. */
    public String work() {
        return work;
    }

    /** Parts chosen for the work, where it leaves that open. */
    public List<String> chosenParts() {
        return chosenPart == null ? List.of() : WorkKind.apart(chosenPart);
    }

    public String title() {
        return title;
    }

    public JobState state() {
        return state;
    }

    public LocalDate dueOn() {
        return dueOn;
    }

    public Account plannedBy() {
        return plannedBy;
    }

    public Instant plannedAt() {
        return plannedAt;
    }

    public Optional<Account> holder() {
        return Optional.ofNullable(holder);
    }

    public Optional<Instant> startedAt() {
        return Optional.ofNullable(startedAt);
    }

    public Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    String anatomyDigest() {
        return anatomyDigest;
    }

    String typeDigest() {
        return typeDigest;
    }

    /** The configuration the job was derived for. */
    public ValveConfiguration configuration() {
        return new ValveConfiguration(drive, options);
    }
}
