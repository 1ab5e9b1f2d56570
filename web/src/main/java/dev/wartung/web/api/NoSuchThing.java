package dev.wartung.web.api;

/** Something asked for by name that does not exist. */
final class NoSuchThing extends RuntimeException {

    private static final long serialVersionUID = 1;

    NoSuchThing(String what) {
        super(what);
    }
}
