package dev.wartung.web.account;

import java.util.Set;

/** What somebody may do. One person may hold several, but never approves their own change; administrators hold one. */
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

    /** Whether one person may hold these: an administrator administers, and neither works nor approves. */
    static boolean together(Set<Role> roles) {
        return roles.size() == 1 || !roles.contains(ADMINISTRATOR);
    }

    String authority() {
        return "ROLE_" + name();
    }
}
