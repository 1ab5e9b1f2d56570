package dev.wartung.web.valve;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.LocalDate;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** A part that is, or was, fitted in a valve, with where it came from. */
@Entity
@DynamicUpdate
public class FittedPart {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long valveId;
    private String part;
    private String article;
    private String material;
    private String lot;
    private LocalDate fittedOn;
    private @Nullable LocalDate removedOn;
    private @Nullable Integer jobNumber;

    @SuppressWarnings("NullAway.Init")
    protected FittedPart() {}

    /** @param part the part's id in the anatomy sheet */
    @SuppressWarnings("NullAway.Init")
    public FittedPart(
            Long valveId,
            String part,
            String article,
            String material,
            String lot,
            LocalDate fittedOn,
            @Nullable Integer jobNumber) {
        this.valveId = valveId;
        this.part = part;
        this.article = article;
        this.material = material;
        this.lot = lot;
        this.fittedOn = fittedOn;
        this.jobNumber = jobNumber;
    }

    public String part() {
        return part;
    }

    public String article() {
        return article;
    }

    public String material() {
        return material;
    }

    public String lot() {
        return lot;
    }

    public LocalDate fittedOn() {
        return fittedOn;
    }

    public Optional<Integer> jobNumber() {
        return Optional.ofNullable(jobNumber);
    }

    public void removed(LocalDate day) {
        removedOn = day;
    }
}
