package dev.wartung.web.valve;

/** Whether a valve may be used. */
public enum ValveState {
    IN_SERVICE("in service"),
    ON_BENCH("on the bench"),
    OUT_OF_SERVICE("out of service");

    private final String words;

    ValveState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
