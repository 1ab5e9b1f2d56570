package dev.wartung.web.job.findings;

import dev.wartung.web.account.Account;
import dev.wartung.web.document.PhotoFile;
import dev.wartung.web.job.Entered;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.UUID;

/** A photo of a finding, as it was re-encoded. Never changed. */
@Entity
class Photo extends Entered {

    private Long jobId;
    private int width;
    private int height;
    private byte[] jpeg;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected Photo() {}

    Photo(UUID id, Long jobId, PhotoFile file, Account by, Instant at) {
        super(id);
        this.jobId = jobId;
        this.width = file.width();
        this.height = file.height();
        this.jpeg = file.jpeg();
        this.by = by;
        this.at = at;
    }

    byte[] jpeg() {
        return jpeg.clone();
    }
}
