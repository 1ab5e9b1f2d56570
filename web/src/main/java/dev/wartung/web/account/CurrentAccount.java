package dev.wartung.web.account;

import dev.wartung.web.account.Tries.Tried;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/** The account at work now, and a second one that agrees with name and password at the same screen. */
@Component
public class CurrentAccount {

    public static final String SECOND_SIGNS = "A second person signs too, with their own name and password.";

    private static final String WRONG_PASSWORD = "That is not your password. You sign with the one you log in with.";

    private static final String ASKING = CurrentAccount.class.getName() + ".asking";

    private final Accounts accounts;
    private final Login login;

    CurrentAccount(Accounts accounts, Login login) {
        this.accounts = accounts;
        this.login = login;
    }

    /** @throws IllegalStateException if nobody is logged in */
    public Account get() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        if (authentication == null) {
            throw new IllegalStateException("nobody is logged in");
        }
        String username = authentication.getName();
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        return request == null ? named(username) : inRequest(username, request);
    }

    private Account named(String username) {
        return accounts.findByUsername(username).orElseThrow(() -> new IllegalStateException("the account is gone"));
    }

    /**
     * Whoever sent a request.
     *
     * @param account as it was when it was looked up; none where something may have changed it since
     */
    private record Asking(String username, Long id, Optional<Account> account) {}

    /**
     * A request asks who sent it a dozen times and is told from the database once. Whatever may change something gets
     * the account of its own transaction.
     */
    private Account inRequest(String username, RequestAttributes request) {
        boolean changing = TransactionSynchronizationManager.isActualTransactionActive()
                && !TransactionSynchronizationManager.isCurrentTransactionReadOnly();
        Optional<Asking> known = Optional.ofNullable(
                        (Asking) request.getAttribute(ASKING, RequestAttributes.SCOPE_REQUEST))
                .filter(k -> k.username().equals(username));
        Account account = known.flatMap(k -> changing ? accounts.findById(k.id()) : k.account())
                .filter(a -> a.username().equals(username))
                .orElseGet(() -> named(username));
        request.setAttribute(
                ASKING,
                new Asking(username, account.id(), changing ? Optional.empty() : Optional.of(account)),
                RequestAttributes.SCOPE_REQUEST);
        return account;
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

    /**
     * Why the password does not sign for whoever is logged in; empty where it does. Wrong ones are counted for this
     * signer alone.
     */
    public Optional<String> refusesToSign(String password) {
        String me = get().username();
        if (password.isEmpty()) {
            return Optional.of("Sign with your password.");
        }
        try {
            login.check(UsernamePasswordAuthenticationToken.unauthenticated(me, password), Tried.signing(me, me));
            return Optional.empty();
        } catch (TooManyTries e) {
            return Optional.of(TooManyTries.words(e.minutes()));
        } catch (AuthenticationException e) {
            return Optional.of(WRONG_PASSWORD);
        }
    }

    /**
     * Somebody else's agreement.
     *
     * @param who     the account, if it is theirs
     * @param trouble why it is not; empty where it is
     */
    public record Second(Optional<Account> who, String trouble) {

        private static Second not(String trouble) {
            return new Second(Optional.empty(), trouble);
        }
    }

    /**
     * Somebody else's agreement, with their own name and password; wrong ones are counted for this screen alone.
     *
     * @param roles whoever agrees has one of them
     */
    public Second second(String username, String password, Set<Role> roles) {
        String me = get().username();
        if (username.isBlank() || password.isEmpty()) {
            return Second.not(SECOND_SIGNS);
        }
        try {
            Authentication second = login.check(
                    UsernamePasswordAuthenticationToken.unauthenticated(username, password),
                    Tried.signing(username, me));
            return accounts.findByUsername(second.getName())
                    .filter(a ->
                            !a.username().equals(me) && a.firstPasswordUntil().isEmpty())
                    .map(a -> agreeing(a, roles))
                    .orElseGet(() -> Second.not(SECOND_SIGNS));
        } catch (TooManyTries e) {
            return Second.not(TooManyTries.words(e.minutes()));
        } catch (AuthenticationException e) {
            return Second.not(SECOND_SIGNS);
        }
    }

    private static Second agreeing(Account second, Set<Role> roles) {
        if (second.roles().stream().anyMatch(roles::contains)) {
            return new Second(Optional.of(second), "");
        }
        String wanted = roles.stream().sorted().map(Role::words).collect(Collectors.joining(" or a "));
        return Second.not(second.name() + " cannot agree here: the second person is a " + wanted + ".");
    }
}
