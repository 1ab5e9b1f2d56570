package dev.wartung.web.site;

import dev.wartung.core.actuation.FailPositionStudy.Air;
import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** The plant's compressed air: what it usually has, and what it guarantees. There is one. */
@Entity
class PlantAir {

    static final int ONLY = 1;

    @Id
    private int id = ONLY;

    @Column(name = "nominal_pa")
    private double nominalPa;

    @Column(name = "lowest_pa")
    private double lowestPa;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected PlantAir() {}

    PlantAir(Air air, Account by, Instant at) {
        this.nominalPa = air.nominalPa();
        this.lowestPa = air.lowestPa();
        this.by = by;
        this.at = at;
    }

    Air air() {
        return new Air(nominalPa, lowestPa);
    }
}
