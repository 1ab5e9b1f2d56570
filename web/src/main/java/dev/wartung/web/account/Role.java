package dev.wartung.web.account;

/** What somebody may do. One person may hold several, but never approves their own change. */
public enum Role {
    TECHNICIAN("technician"),
    PLANNER("planner"),
    PROCESS_OWNER("process owner"),
    REVIEWER("reviewer"),
    ADMINISTRATOR("administrator");

    private final String words;

    Role(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    String authority() {
        return "ROLE_" + name();
    }
}
