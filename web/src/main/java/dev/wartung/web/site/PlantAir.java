package dev.wartung.web.site;

import dev.wartung.core.actuation.Air;
import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** The plant's compressed air: what it usually has, what it guarantees, and how much more torque than needed it asks of
 * what turns by it. There is one. */
@Entity
class PlantAir {

    static final int ONLY = 1;

    @Id
    private int id = ONLY;

    @Column(name = "nominal_pa")
    private double nominalPa;

    @Column(name = "lowest_pa")
    private double lowestPa;

    /** Least margin of a quarter-turn actuator, times what it takes, 1 or more. */
    private double margin;

    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected PlantAir() {}

    PlantAir(Air air, double margin, Account by, Instant at) {
        this.nominalPa = air.nominalPa();
        this.lowestPa = air.lowestPa();
        this.margin = margin;
        this.by = by;
        this.at = at;
    }

    double margin() {
        return margin;
    }

    Air air() {
        return new Air(nominalPa, lowestPa);
    }
}
