package dev.wartung.web.job;

import jakarta.persistence.Id;
import jakarta.persistence.MappedSuperclass;
import jakarta.persistence.PostLoad;
import jakarta.persistence.PostPersist;
import jakarta.persistence.Transient;
import java.util.UUID;
import org.springframework.data.domain.Persistable;

/**
 * A row that is entered once and never changed. Its id comes from whoever enters it, so that entering twice is the same
 * as once.
 */
@MappedSuperclass
public abstract class Entered implements Persistable<UUID> {

    @Id
    private UUID id;

    @Transient
    private boolean stored;

    @SuppressWarnings("NullAway.Init")
    protected Entered() {}

    protected Entered(UUID id) {
        this.id = id;
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
}
