package dev.wartung.web.account;

import dev.wartung.web.account.Tries.Tried;
import java.time.Clock;
import java.util.Locale;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/** Checks name and password against the accounts, throttled. */
@Component
class Login extends DaoAuthenticationProvider {

    private final Tries tries;

    /** What somebody may do who came in with a password that another made: choose their own. */
    static final String CHOOSES_PASSWORD = "CHOOSES_PASSWORD";

    Login(Accounts accounts, PasswordEncoder encoder, Tries tries, Clock clock) {
        super(usersFrom(accounts, clock));
        setPasswordEncoder(encoder);
        this.tries = tries;
    }

    /** Who may not log in any more is answered like somebody who was never there. */
    private static UserDetailsService usersFrom(Accounts accounts, Clock clock) {
        return username -> accounts.findByUsername(username.strip().toLowerCase(Locale.ROOT))
                .filter(a -> a.mayLogIn(clock.instant()))
                .map(a -> User.withUsername(a.username())
                        .password(a.passwordHash())
                        .authorities(authorities(a))
                        .build())
                .orElseThrow(() -> new UsernameNotFoundException("no such account"));
    }

    private static String[] authorities(Account account) {
        return account.firstPasswordUntil().isPresent()
                ? new String[] {CHOOSES_PASSWORD}
                : account.roles().stream().map(Role::authority).toArray(String[]::new);
    }

    @Override
    public Authentication authenticate(Authentication attempt) {
        String address =
                attempt.getDetails() instanceof WebAuthenticationDetails details ? details.getRemoteAddress() : "";
        return check(attempt, Tried.login(attempt.getName(), address));
    }

    /**
     * The same, counted as what is tried.
     *
     * @throws TooManyTries if nobody looked, because there were too many wrong ones of late
     */
    Authentication check(Authentication attempt, Tried tried) {
        tries.begin(tried);
        try {
            Authentication authentication = super.authenticate(attempt);
            tries.succeeded(tried);
            return authentication;
        } catch (BadCredentialsException e) {
            tries.failed(tried);
            throw e;
        }
    }
}
