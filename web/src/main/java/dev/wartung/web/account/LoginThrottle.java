package dev.wartung.web.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Slows down guessing: after {@value #TRIES} failures for a name (or {@value #TRIES_FROM_ONE_PLACE} from one address)
 * within the window,
 * logging in is refused until the window has passed. Kept in the database, so that it holds for every instance.
 */
@Service
class LoginThrottle {

    static final int TRIES = 5;
    static final int TRIES_FROM_ONE_PLACE = 50;
    static final Duration WINDOW = Duration.ofMinutes(5);

    private final LoginAttempts attempts;
    private final Clock clock;

    LoginThrottle(LoginAttempts attempts, Clock clock) {
        this.attempts = attempts;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public boolean refuses(String username, String address) {
        Instant since = clock.instant().minus(WINDOW);
        return attempts.countByUsernameAndAtAfter(key(username), since) >= TRIES
                || attempts.countByAddressAndAtAfter(address, since) >= TRIES_FROM_ONE_PLACE;
    }

    @Transactional
    public void failed(String username, String address) {
        attempts.deleteByAtBefore(clock.instant().minus(WINDOW));
        attempts.save(new LoginAttempt(key(username), address, clock.instant()));
    }

    @Transactional
    public void succeeded(String username) {
        attempts.deleteByUsername(key(username));
    }

    private static String key(String username) {
        String key = username.strip().toLowerCase(Locale.ROOT);
        return key.length() > 60 ? key.substring(0, 60) : key;
    }
}
