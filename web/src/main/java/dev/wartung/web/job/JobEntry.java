package dev.wartung.web.job;

import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** One thing that happened in a job. Never changed; a later entry takes back or corrects. The id comes from the client, so twice is once. */
@Entity
public class JobEntry extends Entered {

    /** What an entry is. */
    public enum Kind {
        /** taken off the list before it was begun */ CANCELLED,
        /** the bench was taken by whoever began */ STARTED,
        /** a step was confirmed; body: {@link Confirmed} */ CONFIRMED,
        /** a reading failed and was not accepted: rework; body: {@link Confirmed} */ FAILED_READING,
        /** the last confirmation was taken back; body: reason */ TAKEN_BACK,
        /** something was noted; body: note */ PROBLEM,
        /** something was found on a part and decided of; body: {@link Found} */ FINDING,
        /** a part that was waited for came; body: {@link CountedIn} */ ARRIVED,
        /** an old seal was judged; body: {@link dev.wartung.core.sealing.OldSeal} */ OLD_SEAL,
        /** a check that an old seal added was answered; body: {@link Answered} */ CHECKED,
        /** what was reported before the job was planned; body: text */ REPORTED,
        /** somebody else took the bench; body: reason */ TAKEN_OVER,
        /** the record was wrong; the job is derived anew for what is there; body: {@link Corrected} */ CORRECTED,
        /** from here the way back to a closed valve; body: {@link NewWay} */ CLOSE_UP,
        /** ended with the valve out of service; body: reason */ STOPPED,
        /** ended with the valve back in service; body: {@link Closing} */ CLOSED
    }

    @Column(name = "job_id")
    private Long jobId;
    private int seq;
    @Enumerated(EnumType.STRING)
    private Kind kind;
    private @Nullable String stepId;
    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;
    private Instant at;
    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String body;

    @SuppressWarnings("NullAway.Init")
    protected JobEntry() {}

    JobEntry(UUID id, Long jobId, int seq, Kind kind, @Nullable String stepId, Account by, Instant at, String body) {
        super(id);
        this.jobId = jobId;
        this.seq = seq;
        this.kind = kind;
        this.stepId = stepId;
        this.by = by;
        this.at = at;
        this.body = body;
    }

    public int seq() {
        return seq;
    }

    public Kind kind() {
        return kind;
    }

    public Optional<String> stepId() {
        return Optional.ofNullable(stepId);
    }

    public Account by() {
        return by;
    }

    public Instant at() {
        return at;
    }

    String body() {
        return body;
    }
}
