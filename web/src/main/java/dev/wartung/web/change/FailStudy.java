package dev.wartung.web.change;

import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.account.Account;
import dev.wartung.web.valve.Valve;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import org.hibernate.annotations.ColumnTransformer;

/**
 * A fail-position study as it was kept: for which valve, from what, with what answer. It is evidence and never changes.
 */
@Entity
public class FailStudy {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    private Valve valve;

    @Enumerated(EnumType.STRING)
    private Drive was;

    @Enumerated(EnumType.STRING)
    private Drive wish;

    private String basis;

    @Column(columnDefinition = "json")
    @ColumnTransformer(write = "?::json")
    private String duty;

    @Column(columnDefinition = "json")
    @ColumnTransformer(write = "?::json")
    private String answer;

    @Enumerated(EnumType.STRING)
    private Verdict verdict;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected FailStudy() {}

    /**
     * What was studied and what came out.
     *
     * @param basis  digest of the type sheet it was worked out from
     * @param duty   what was typed, as JSON
     * @param answer what came out, as JSON
     */
    record Body(Drive wish, String basis, String duty, String answer, Verdict verdict) {}

    @SuppressWarnings("NullAway.Init")
    FailStudy(Valve valve, Body body, Account by, Instant at) {
        this.valve = valve;
        this.was = valve.drive();
        this.wish = body.wish();
        this.basis = body.basis();
        this.duty = body.duty();
        this.answer = body.answer();
        this.verdict = body.verdict();
        this.by = by;
        this.at = at;
    }

    public Long id() {
        return id;
    }

    public Valve valve() {
        return valve;
    }

    /** What the valve was when it was studied. */
    public Drive was() {
        return was;
    }

    public Drive wish() {
        return wish;
    }

    public String basis() {
        return basis;
    }

    String duty() {
        return duty;
    }

    String answer() {
        return answer;
    }

    public Verdict verdict() {
        return verdict;
    }

    public Account by() {
        return by;
    }

    public Instant at() {
        return at;
    }
}
