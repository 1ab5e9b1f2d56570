package dev.wartung.web.job;

import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.ColumnTransformer;
import org.hibernate.annotations.Immutable;
import org.jspecify.annotations.Nullable;

/**
 * One thing that happened in a job, who did it and when. Never changed; a later entry takes back or corrects. The id
 * comes from the client, so twice is once.
 */
@Entity
@Immutable
public class JobEntry extends Entered {

    @Column(name = "job_id")
    private Long jobId;

    private int seq;
    /** What the event is, as {@link EventFormat} names it: for those who count rows and need not read them. */
    private String kind;

    private @Nullable String stepId;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant at;

    private @Nullable Instant doneAt;

    @Convert(converter = StoredEvent.class)
    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(read = "event::text", write = "?::jsonb")
    private JobEvent event;

    @SuppressWarnings("NullAway.Init")
    protected JobEntry() {}

    JobEntry(Long jobId, int seq, Happened happened, Account by, Instant at, Optional<Instant> doneAt) {
        super(happened.id());
        this.jobId = jobId;
        this.seq = seq;
        this.kind = EventFormat.type(happened.event());
        this.stepId = happened.step().orElse(null);
        this.by = by;
        this.at = at;
        this.doneAt = doneAt.orElse(null);
        this.event = happened.event();
    }

    public int seq() {
        return seq;
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

    /** When it was done, where it was written later than that: without network, and sent once there was one. */
    public Optional<Instant> doneAt() {
        return Optional.ofNullable(doneAt);
    }

    public JobEvent event() {
        return event;
    }

    public Happened happened() {
        return new Happened(getId(), stepId(), event);
    }

    Long jobId() {
        return jobId;
    }
}
