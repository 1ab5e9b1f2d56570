package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;

/**
 * The energies at a valve: line, air, spring, heat, electricity, and where the closure member is because of them. What
 * drives the closure
 * member can be off the valve; then each has a position of its own. Changed by the bench only.
 */
public final class Energies {

    private final Build build;
    private final String first;
    private Drive drive;
    private String position;
    private String driverPosition;
    private boolean driven = true;
    private boolean airOn;
    private boolean airOnByHand;
    private boolean lineLocked;
    private boolean lineVented;
    private boolean lineCold;
    private boolean electricityOn = true;
    private boolean apart;

    Energies(Build build, Drive drive) {
        this.build = build;
        this.drive = drive;
        this.first = build.positions().get(0);
        this.position = build.rest(drive).orElse(first);
        this.driverPosition = position;
        // the plant keeps a double-acting valve closed by air
        this.airOn = drive == Drive.DA;
    }

    /** A new valve, not in its line yet: nothing of the line's reaches it, nor the plant's air. */
    void apart() {
        apart = true;
        airOn = false;
    }

    void lockLine() {
        lineLocked = true;
    }

    void unlockLine() {
        lineLocked = false;
        lineVented = false;
        lineCold = false;
    }

    void ventLine() {
        // an unlocked line fills again at once
        lineVented = lineLocked;
    }

    void coolLine() {
        lineCold = lineLocked;
    }

    void switchElectricity(boolean on) {
        electricityOn = on;
    }

    void airTo(String asked) {
        moveDriver(wouldGoTo(asked));
        airOn = true;
        airOnByHand = true;
    }

    private void moveDriver(String to) {
        driverPosition = to;
        if (driven) {
            position = to;
        }
    }

    boolean sprung() {
        return drive.sprung();
    }

    /** Where air brings what drives it: a spring leaves only one way, full air its end. */
    String wouldGoTo(String asked) {
        return build.underAir(drive, asked);
    }

    void airOff() {
        airOn = false;
        airOnByHand = false;
        moveDriver(build.rest(drive).orElse(driverPosition));
    }

    /** By hand: where nothing sprung or under air holds it. */
    void turnTo(String asked) {
        if (!driven) {
            position = asked;
        } else if (drive == Drive.MANUAL
                || drive == Drive.MOTOR
                || drive == Drive.FLOW
                || (drive == Drive.DA && !airOn)) {
            moveDriver(asked);
        }
    }

    /** What drives it comes off or goes on. On a hand drive, or one without air and spring, it is set to match. */
    void driven(boolean on) {
        driven = on;
        if (on && !(drive.sprung() || airOn)) {
            driverPosition = position;
        }
    }

    /** Whether the closure member stands where its drive does. */
    boolean matches() {
        return position.equals(driverPosition) || !(drive.sprung() || airOn);
    }

    void becomes(Drive other) {
        drive = other;
        moveDriver(build.rest(other).orElse(driverPosition));
    }

    /** Whether what drives it is away from the first end of its travel; the same while it is on. */
    public boolean driverLifted() {
        return !driverPosition.equals(first);
    }

    /** Where the closure member is. */
    public String position() {
        return position;
    }

    /** Where what drives it stands; the same while it is on. */
    public String driverPosition() {
        return driverPosition;
    }

    /** Whether what drives it is on the valve. */
    public boolean driven() {
        return driven;
    }

    public boolean airOn() {
        return airOn;
    }

    /** Air put on by whoever works here, not by the plant: it is theirs to take away. */
    public boolean airOnByHand() {
        return airOnByHand;
    }

    /** Held where it is only as long as the air lasts. */
    public boolean heldByAir() {
        return airOn && driven;
    }

    /** Whether a force pushes the closure member in this direction and would go on pushing: spring, air or thread. */
    public boolean drivesTowards(String direction) {
        if (!driven || !position.equals(direction)) {
            return false;
        }
        boolean spring = !airOn && build.rest(drive).filter(direction::equals).isPresent();
        return airOn || spring || drive == Drive.MANUAL || drive == Drive.MOTOR;
    }

    public boolean lineLocked() {
        return lineLocked;
    }

    public boolean lineEmpty() {
        return apart || (lineLocked && lineVented);
    }

    public boolean lineHot() {
        return !apart && !lineCold;
    }

    /** Whether it is a new valve that is not in its line yet. */
    public boolean isApart() {
        return apart;
    }

    public boolean electricityOn() {
        return electricityOn;
    }

    public Drive drive() {
        return drive;
    }
}
