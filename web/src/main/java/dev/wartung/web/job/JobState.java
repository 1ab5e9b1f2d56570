package dev.wartung.web.job;

/** How far a job is. */
public enum JobState {
    PLANNED("planned"),
    RUNNING("on the bench"),
    STOPPED("stopped"),
    CLOSED("closed"),
    CANCELLED("cancelled");

    private final String words;

    JobState(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
