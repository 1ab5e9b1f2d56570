package dev.wartung.web.stores;

import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** A tin or cartridge of grease on site, with its lot. Once used up it stays on record, since jobs name it. */
@Entity
public class GreaseTin {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String oil;
    private String thickener;
    private String registration;
    private String claims;

    @Column(name = "hottest_k")
    private double hottestK;

    private String lot;
    private @Nullable LocalDate usedUpOn;

    @SuppressWarnings("NullAway.Init")
    protected GreaseTin() {}

    @SuppressWarnings("NullAway.Init")
    public GreaseTin(Grease grease, String lot) {
        this.name = grease.name();
        this.oil = grease.oil();
        this.thickener = grease.thickener();
        this.registration = grease.registration();
        this.claims = Claims.written(grease.claims());
        this.hottestK = grease.hottestK();
        this.lot = lot;
    }

    public Long id() {
        return id;
    }

    public String lot() {
        return lot;
    }

    public Grease grease() {
        return new Grease(name, oil, thickener, registration, Claims.read(claims), hottestK);
    }

    /** Up to what heat it is used. */
    public Quantity stands() {
        return new Quantity(hottestK, Dimension.TEMPERATURE);
    }

    Tin tin() {
        return new Tin(grease(), lot);
    }

    void usedUp(LocalDate day) {
        usedUpOn = day;
    }
}
