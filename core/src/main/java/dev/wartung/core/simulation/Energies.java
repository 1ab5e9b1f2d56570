package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Drive;

/** The energies at a valve: line, air, spring, heat, electricity, and where the closure member is because of them. Changed by the bench only. */
public final class Energies {

    private final Drive drive;
    private final String first;
    private String position;
    private boolean airOn;
    private boolean airOnByHand;
    private boolean turned;
    private boolean lineLocked;
    private boolean lineVented;
    private boolean lineCold;
    private boolean electricityOn = true;

    Energies(Drive drive, String start) {
        this.drive = drive;
        this.first = start;
        this.position = drive.rest().orElse(start);
        this.turned = drive == Drive.MANUAL;
        // the plant keeps a double-acting valve closed by air
        this.airOn = drive == Drive.DA;
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
        position = wouldGoTo(asked);
        airOn = true;
        airOnByHand = true;
    }

    boolean sprung() {
        return drive.rest().isPresent();
    }

    /** Where air brings it: a spring leaves only one way. */
    String wouldGoTo(String asked) {
        return drive.powered().orElse(asked);
    }

    void airOff() {
        airOn = false;
        airOnByHand = false;
        position = drive.rest().orElse(position);
    }

    void turnTo(String asked) {
        if (drive == Drive.MANUAL) {
            position = asked;
        }
    }

    /** Whether the closure member is away from where the build says it begins: lifted, for a plug. */
    public boolean lifted() {
        return !position.equals(first);
    }

    /** Where the closure member is. */
    public String position() {
        return position;
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
        return airOn;
    }

    /** Whether a force pushes the closure member in this direction and would go on pushing: spring, air or thread. */
    public boolean drivesTowards(String direction) {
        if (!position.equals(direction)) {
            return false;
        }
        boolean spring = !airOn && drive.rest().filter(direction::equals).isPresent();
        return airOn || spring || turned;
    }

    public boolean lineLocked() {
        return lineLocked;
    }

    public boolean lineEmpty() {
        return lineLocked && lineVented;
    }

    public boolean lineHot() {
        return !lineCold;
    }

    public boolean electricityOn() {
        return electricityOn;
    }
}
