package dev.wartung.web.practice;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.practice.Trap;
import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.hibernate.annotations.ColumnTransformer;
import org.jspecify.annotations.Nullable;

/** Somebody's attempt at an exercise. The exercise is made anew from its seed; what was done in it is kept. */
@Entity
public class PracticeRun {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Account account;

    private String typeId;

    @Enumerated(EnumType.STRING)
    private Drive drive;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String options;

    private String work;
    private String chosen = "";

    @Enumerated(EnumType.STRING)
    private Trap.Kind trap;

    private long seed;

    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private String made = "[]";

    private Instant begunAt;
    private @Nullable Instant endedAt;
    private @Nullable Integer score;

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected PracticeRun() {}

    @SuppressWarnings("NullAway.Init")
    PracticeRun(
            Account by,
            String typeId,
            Drive drive,
            String optionsJson,
            String work,
            Optional<String> chosen,
            Trap.Kind trap,
            long seed,
            Instant at) {
        this.account = by;
        this.typeId = typeId;
        this.drive = drive;
        this.options = optionsJson;
        this.work = work;
        this.chosen = chosen.orElse("");
        this.trap = trap;
        this.seed = seed;
        this.begunAt = at;
    }

    void goesOn(String madeJson) {
        made = madeJson;
    }

    void ended(int points, Instant at) {
        score = points;
        endedAt = at;
    }

    public Long id() {
        return id;
    }

    public Account account() {
        return account;
    }

    public String typeId() {
        return typeId;
    }

    ValveConfiguration told(Map<String, String> readOptions) {
        return new ValveConfiguration(drive, readOptions);
    }

    String options() {
        return options;
    }

    public Drive drive() {
        return drive;
    }

    String work() {
        return work;
    }

    Optional<String> chosen() {
        return chosen.isEmpty() ? Optional.empty() : Optional.of(chosen);
    }

    public Trap.Kind trap() {
        return trap;
    }

    long seed() {
        return seed;
    }

    String made() {
        return made;
    }

    public Instant begunAt() {
        return begunAt;
    }

    public boolean running() {
        return endedAt == null;
    }

    public Optional<Integer> score() {
        return Optional.ofNullable(score);
    }

    /** How long it took, in minutes; empty while it goes on. */
    public Optional<Long> minutes() {
        return endedAt == null
                ? Optional.empty()
                : Optional.of(Duration.between(begunAt, endedAt).toMinutes());
    }
}
