package dev.wartung.web.account;

import java.util.Set;

/** Names of the fields by which people sign, the same on every form, and who can be the second person. */
public final class Signing {

    /** Of whoever is logged in. */
    public static final String PASSWORD = "password";

    public static final String SECOND_NAME = "second.name";
    public static final String SECOND_PASSWORD = "second.password";

    /** Who can agree to what stands outside its limits: whoever works on valves or reviews what was done. */
    public static final Set<Role> AGREES = Set.of(Role.TECHNICIAN, Role.REVIEWER);

    /** Who can stand beside the one who works, at a step that takes two. */
    public static final Set<Role> WORKS = Set.of(Role.TECHNICIAN);

    private Signing() {}
}
