package dev.wartung.web.account;

import java.time.Duration;
import org.springframework.security.authentication.LockedException;

/** Nobody looked whether the password was right: there were too many wrong ones of late. */
final class TooManyTries extends LockedException {

    private static final long serialVersionUID = 1;

    private final long minutes;

    /** @param wait how long until one more is looked at */
    TooManyTries(Duration wait) {
        super("too many tries");
        this.minutes = Math.max(1, wait.plusSeconds(59).toMinutes());
    }

    /** Whole minutes to wait, at least one. */
    long minutes() {
        return minutes;
    }

    /** In words. */
    static String words(long minutes) {
        return "Too many wrong tries. Wait " + minutes + (minutes == 1 ? " minute" : " minutes") + ", then try again.";
    }
}
