package dev.wartung.web.change;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.account.Account;
import dev.wartung.web.change.ChangeItem.What;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/**
 * A change of a valve's fail position, from the asking to the proof on the valve. Until then the record of the valve
 * stays as it was.
 */
@Entity
@DynamicUpdate
public class ChangeRequest {

    @Id
    private int number;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private FailStudy study;

    @Enumerated(EnumType.STRING)
    private Drive was;

    @Enumerated(EnumType.STRING)
    private Drive becomes;

    @Enumerated(EnumType.STRING)
    private ChangeState state = ChangeState.ASKED;

    private String reason;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "asked_by_id")
    private Account askedBy;

    private Instant askedAt;
    private @Nullable String safePosition;
    private @Nullable String safeReason;

    @ManyToOne(fetch = FetchType.EAGER)
    @JoinColumn(name = "stated_by_id")
    private @Nullable Account statedBy;

    private @Nullable Instant statedAt;
    private @Nullable String decidedReason;

    @ManyToOne(fetch = FetchType.EAGER)
    @JoinColumn(name = "decided_by_id")
    private @Nullable Account decidedBy;

    private @Nullable Instant decidedAt;
    private @Nullable Integer jobNumber;
    private @Nullable Instant provenAt;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "change_item", joinColumns = @JoinColumn(name = "change_number"))
    private List<ChangeItem> items = new ArrayList<>();

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected ChangeRequest() {}

    @SuppressWarnings("NullAway.Init")
    ChangeRequest(int number, FailStudy study, String reason, Account by, Instant at) {
        this.number = number;
        this.study = study;
        this.valve = study.valve();
        this.was = study.was();
        this.becomes = study.wish();
        this.reason = reason;
        this.askedBy = by;
        this.askedAt = at;
    }

    /** The process owner says which position is safe; another than the one asked for ends it. */
    void stated(String position, boolean asAsked, String why, Account by, Instant at) {
        safePosition = position;
        safeReason = why;
        statedBy = by;
        statedAt = at;
        state = asAsked ? ChangeState.STATED : ChangeState.REFUSED;
    }

    void decided(boolean approved, String why, Account by, Instant at) {
        decidedReason = why;
        decidedBy = by;
        decidedAt = at;
        state = approved ? ChangeState.APPROVED : ChangeState.REFUSED;
    }

    void withdrawn() {
        state = ChangeState.WITHDRAWN;
    }

    void inWork(int job) {
        jobNumber = job;
        state = ChangeState.IN_WORK;
    }

    /** The job it was planned as did not come to its end: it can be planned again. */
    void planAgain() {
        jobNumber = null;
        state = ChangeState.APPROVED;
    }

    void proven(Instant at) {
        provenAt = at;
        state = ChangeState.PROVEN;
    }

    void done(What what, Account by, Instant at, String note) {
        if (item(what).isEmpty()) {
            items.add(new ChangeItem(what, by, at, note));
        }
    }

    public Optional<ChangeItem> item(What what) {
        return items.stream().filter(i -> i.item() == what).findFirst();
    }

    /** What has still to follow. */
    public List<What> left() {
        return Arrays.stream(What.values()).filter(w -> item(w).isEmpty()).toList();
    }

    public int number() {
        return number;
    }

    public Valve valve() {
        return valve;
    }

    public FailStudy study() {
        return study;
    }

    public Drive was() {
        return was;
    }

    public Drive becomes() {
        return becomes;
    }

    public ChangeState state() {
        return state;
    }

    public String reason() {
        return reason;
    }

    public Account askedBy() {
        return askedBy;
    }

    public Instant askedAt() {
        return askedAt;
    }

    public Optional<String> safePosition() {
        return Optional.ofNullable(safePosition);
    }

    public Optional<String> safeReason() {
        return Optional.ofNullable(safeReason);
    }

    public Optional<Account> statedBy() {
        return Optional.ofNullable(statedBy);
    }

    public Optional<Instant> statedAt() {
        return Optional.ofNullable(statedAt);
    }

    public Optional<String> decidedReason() {
        return Optional.ofNullable(decidedReason);
    }

    public Optional<Account> decidedBy() {
        return Optional.ofNullable(decidedBy);
    }

    public Optional<Instant> decidedAt() {
        return Optional.ofNullable(decidedAt);
    }

    public Optional<Integer> jobNumber() {
        return Optional.ofNullable(jobNumber);
    }

    public Optional<Instant> provenAt() {
        return Optional.ofNullable(provenAt);
    }
}
