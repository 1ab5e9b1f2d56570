package dev.wartung.web.job;

import dev.wartung.web.account.Account;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import java.time.Instant;
import java.util.UUID;
import org.springframework.data.domain.Persistable;

/** A photo of a finding, as it was re-encoded. Never changed. */
@Entity
class Photo implements Persistable<UUID> {

    @Id
    private UUID id;
    private Long jobId;
    private int width;
    private int height;
    private byte[] jpeg;
    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Account by;
    private Instant at;
    @Transient
    private boolean stored;

    @SuppressWarnings("NullAway.Init")
    protected Photo() {}

    Photo(UUID id, Long jobId, PhotoFile file, Account by, Instant at) {
        this.id = id;
        this.jobId = jobId;
        this.width = file.width();
        this.height = file.height();
        this.jpeg = file.jpeg();
        this.by = by;
        this.at = at;
    }

    @Override
    public UUID getId() {
        return id;
    }

    @Override
    public boolean isNew() {
        return !stored;
    }

    @PostLoad
    @PostPersist
    void isStored() {
        stored = true;
    }

    byte[] jpeg() {
        return jpeg.clone();
    }
}
