package dev.wartung.web.device;

import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.web.account.Account;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A test bench of the workshop and where it answers. */
@Entity
public class TestBench {

    private static final Duration HELD = Duration.ofHours(12);

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String host;
    private int port;
    private int unit;
    private boolean standIn;

    @Column(name = "chamber_m3")
    private @Nullable Double chamberM3;

    private @Nullable Double chamberShare;
    private @Nullable Double gaugePa;

    @ManyToOne(fetch = FetchType.EAGER)
    @JoinColumn(name = "holder_id")
    private @Nullable Account holder;

    private @Nullable Instant heldSince;

    @SuppressWarnings("NullAway.Init")
    protected TestBench() {}

    /**
     * @param unit    its unit number at that address, 1 to 247
     * @param standIn it has no valve on it but is told one: for trying out and for training
     */
    @SuppressWarnings("NullAway.Init")
    public TestBench(String name, String host, int port, int unit, boolean standIn) {
        this.name = name;
        this.host = host;
        this.port = port;
        this.unit = unit;
        this.standIn = standIn;
    }

    /** What it encloses in a seat's test, and how well it reads; empty where nobody has said. */
    public Optional<Chamber> chamber() {
        return chamberM3 == null || chamberShare == null || gaugePa == null
                ? Optional.empty()
                : Optional.of(new Chamber(chamberM3, chamberShare, gaugePa));
    }

    TestBench enclosing(Chamber chamber) {
        chamberM3 = chamber.volumeM3();
        chamberShare = chamber.volumeShare();
        gaugePa = chamber.gaugePa();
        return this;
    }

    /**
     * Who stands at it, and may put air on; empty where nobody does, or said so more than half a day ago.
     *
     * @param now when that is asked
     */
    public Optional<Account> holder(Instant now) {
        return Optional.ofNullable(holder)
                .filter(h -> heldSince != null && heldSince.plus(HELD).isAfter(now));
    }

    void heldBy(Account somebody, Instant since) {
        holder = somebody;
        heldSince = since;
    }

    void letGo() {
        holder = null;
        heldSince = null;
    }

    void movedTo(int otherPort) {
        port = otherPort;
    }

    public Long id() {
        return id;
    }

    public String name() {
        return name;
    }

    String host() {
        return host;
    }

    int port() {
        return port;
    }

    int unit() {
        return unit;
    }

    public boolean standIn() {
        return standIn;
    }
}
