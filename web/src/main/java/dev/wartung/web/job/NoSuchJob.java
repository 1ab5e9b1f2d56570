package dev.wartung.web.job;

import org.springframework.http.HttpStatus;
import org.springframework.web.server.ResponseStatusException;

/** A job number that was never given out. */
public class NoSuchJob extends ResponseStatusException {

    private static final long serialVersionUID = 1;

    public NoSuchJob(int number) {
        super(HttpStatus.NOT_FOUND, "There is no job " + number + ".");
    }
}
