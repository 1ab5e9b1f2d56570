package dev.wartung.web.stores;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.util.Set;

/** What an area asks of the grease in it: claims such as "free of silicone", and how hot it gets there. */
@Entity
public class AreaRule {

    @Id
    private String area;

    private String claims;

    @Column(name = "hottest_k")
    private double hottestK;

    @SuppressWarnings("NullAway.Init")
    protected AreaRule() {}

    public AreaRule(String area, Set<String> claims, double hottestK) {
        this.area = area;
        this.claims = Claims.written(claims);
        this.hottestK = hottestK;
    }

    public String area() {
        return area;
    }

    public Set<String> claims() {
        return Claims.read(claims);
    }

    double hottestK() {
        return hottestK;
    }

    /** How hot it gets there, in cleaning and sterilising. */
    public Quantity hottest() {
        return new Quantity(hottestK, Dimension.TEMPERATURE);
    }
}
