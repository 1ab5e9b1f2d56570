package dev.wartung.web.account;

import java.util.List;
import java.util.Optional;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** The account at work now, and a second one that agrees with name and password at the same screen. */
@Component
public class CurrentAccount {

    public static final String WRONG_PASSWORD = "That is not your password. You sign with the one you log in with.";

    private final Accounts accounts;
    private final AuthenticationManager manager;

    CurrentAccount(Accounts accounts, AuthenticationManager manager) {
        this.accounts = accounts;
        this.manager = manager;
    }

    /** @throws IllegalStateException if nobody is logged in */
    public Account get() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        if (authentication == null) {
            throw new IllegalStateException("nobody is logged in");
        }
        return accounts.findByUsername(authentication.getName())
                .orElseThrow(() -> new IllegalStateException("the account is gone"));
    }

    /** Whether somebody is whoever asks. */
    public boolean is(Account somebody) {
        return somebody.id().equals(get().id());
    }

    /**
     * Does something on behalf of an account, where no request is: work that one began, and that goes on after it.
     *
     * @param username of an account that was allowed to begin it
     */
    public void as(String username, Runnable work) {
        SecurityContext before = SecurityContextHolder.getContext();
        SecurityContext on = SecurityContextHolder.createEmptyContext();
        on.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(username, "", List.of()));
        SecurityContextHolder.setContext(on);
        try {
            work.run();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }

    /** Whether the password is that of whoever is logged in: a signature. Wrong ones count as tries to log in. */
    public boolean confirmed(String password) {
        try {
            return manager.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(get().username(), password))
                    .isAuthenticated();
        } catch (AuthenticationException e) {
            return false;
        }
    }

    /**
     * Somebody else's agreement: their own name and password. Empty if these are wrong, throttled, or the first
     * person's own.
     */
    public Optional<Account> second(String username, String password) {
        try {
            Authentication second =
                    manager.authenticate(UsernamePasswordAuthenticationToken.unauthenticated(username, password));
            return accounts.findByUsername(second.getName())
                    .filter(a -> !a.username().equals(get().username())
                            && a.firstPasswordUntil().isEmpty());
        } catch (AuthenticationException e) {
            return Optional.empty();
        }
    }
}
