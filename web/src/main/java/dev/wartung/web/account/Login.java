package dev.wartung.web.account;

import java.util.Locale;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.LockedException;
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

    private final LoginThrottle throttle;

    Login(Accounts accounts, PasswordEncoder encoder, LoginThrottle throttle) {
        super(usersFrom(accounts));
        setPasswordEncoder(encoder);
        this.throttle = throttle;
    }

    private static UserDetailsService usersFrom(Accounts accounts) {
        return username -> accounts.findByUsername(username.strip().toLowerCase(Locale.ROOT))
                .map(a -> User.withUsername(a.username()).password(a.passwordHash())
                        .authorities(a.roles().stream().map(Role::authority).toArray(String[]::new)).build())
                .orElseThrow(() -> new UsernameNotFoundException("no such account"));
    }

    @Override
    public Authentication authenticate(Authentication attempt) {
        String address = attempt.getDetails() instanceof WebAuthenticationDetails details ? details.getRemoteAddress() : "";
        String username = attempt.getName();
        if (throttle.refuses(username, address)) {
            throw new LockedException("too many tries");
        }
        try {
            Authentication authentication = super.authenticate(attempt);
            throttle.succeeded(username);
            return authentication;
        } catch (BadCredentialsException e) {
            throttle.failed(username, address);
            throw e;
        }
    }
}
