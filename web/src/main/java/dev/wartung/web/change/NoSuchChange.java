package dev.wartung.web.change;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ResponseStatus;

/** There is no change of that number. */
@ResponseStatus(HttpStatus.NOT_FOUND)
class NoSuchChange extends RuntimeException {

    NoSuchChange(int number) {
        super("no change " + number);
    }
}
