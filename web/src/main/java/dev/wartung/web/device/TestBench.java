package dev.wartung.web.device;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;

/** A test bench of the workshop and where it answers. */
@Entity
public class TestBench {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String host;
    private int port;
    private int unit;
    private boolean standIn;

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
