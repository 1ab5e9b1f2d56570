package dev.wartung.web.account;

/** Names of the fields by which people sign, the same on every form. */
public final class Signing {

    /** Of whoever is logged in. */
    public static final String PASSWORD = "password";

    public static final String SECOND_NAME = "second.name";
    public static final String SECOND_PASSWORD = "second.password";

    private Signing() {}
}
