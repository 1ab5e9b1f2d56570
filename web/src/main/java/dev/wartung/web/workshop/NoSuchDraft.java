package dev.wartung.web.workshop;

import org.springframework.http.HttpStatus;
import org.springframework.web.server.ResponseStatusException;

/** A draft that was never begun, or that somebody put in force or dropped meanwhile. */
class NoSuchDraft extends ResponseStatusException {

    private static final long serialVersionUID = 1;

    NoSuchDraft(String typeId) {
        super(HttpStatus.NOT_FOUND, "There is no draft of " + typeId + " any more.");
    }
}
