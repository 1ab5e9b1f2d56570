package dev.wartung.web.account;

import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Hands out tokens for the JSON interface. Passwords are hashed slowly on purpose, too slowly for every request; a
 * token is 256 random bits, for which a
 * fast hash is enough.
 */
@Service
public class TokenDesk {

    private static final int ID = 12;
    private static final Duration HOLDS = Duration.ofHours(8);

    private final ApiTokens tokens;
    private final Accounts accounts;
    private final CurrentAccount current;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    TokenDesk(ApiTokens tokens, Accounts accounts, CurrentAccount current, Clock clock) {
        this.tokens = tokens;
        this.accounts = accounts;
        this.current = current;
        this.clock = clock;
    }

    /**
     * A new token.
     *
     * @param token to be sent as "Bearer"; told once
     */
    public record Handed(String token, Instant expiresAt) {}

    /**
     * For whoever is logged in with a password: a token ends with its hours, and does not beget another. Tokens that
     * have run out are cleared away.
     *
     * @throws AccessDeniedException for whoever came in by a token
     */
    @Transactional
    public Handed hand() {
        Authentication how = SecurityContextHolder.getContext().getAuthentication();
        if (how != null && TokenFilter.BY_TOKEN.equals(how.getDetails())) {
            throw new AccessDeniedException("A token is handed for a name and a password, not for another token.");
        }
        byte[] bits = new byte[32];
        random.nextBytes(bits);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bits);
        Instant now = clock.instant();
        tokens.deleteByExpiresAtBefore(now);
        tokens.save(new ApiToken(hash(token), current.get(), now, now.plus(HOLDS)));
        return new Handed(token, now.plus(HOLDS));
    }

    /**
     * A token that still works.
     *
     * @param id the beginning of its hash: enough to tell one's own apart, and of no use to anybody else
     */
    public record Held(String id, Instant handedAt, Instant expiresAt) {}

    /** Those of whoever asks, the latest first. */
    @Transactional(readOnly = true)
    public List<Held> mine() {
        Instant now = clock.instant();
        return tokens.findByAccountOrderByHandedAtDesc(current.get()).stream()
                .filter(t -> t.holdsAt(now))
                .map(t -> new Held(t.hash().substring(0, ID), t.handedAt(), t.expiresAt()))
                .toList();
    }

    /** One of whoever asks stops working. */
    @Transactional
    public void revoke(String id) {
        tokens.findByAccountOrderByHandedAtDesc(current.get()).stream()
                .filter(t -> t.hash().substring(0, ID).equals(id))
                .forEach(tokens::delete);
    }

    /** The link to the calendar of whoever asks stops working. */
    @Transactional
    public void revokeCalendar() {
        Account me = current.get();
        me.hasNoCalendar();
        accounts.save(me);
    }

    /** A new secret for the link to one's calendar; the link before it stops working. Told once. */
    @Transactional
    public String handCalendar() {
        byte[] bits = new byte[24];
        random.nextBytes(bits);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bits);
        Account me = current.get();
        me.calendarIs(hash(token));
        accounts.save(me);
        return token;
    }

    /** Whose calendar a link is to. */
    @Transactional(readOnly = true)
    public Optional<Account> calendarOf(String token) {
        return accounts.findByCalendarHash(hash(token)).filter(a -> a.mayLogIn(clock.instant()));
    }

    @Transactional(readOnly = true)
    Optional<Account> holder(String token) {
        return tokens.findById(hash(token))
                .filter(t -> t.holdsAt(clock.instant()))
                .map(ApiToken::account)
                .filter(a -> a.mayLogIn(clock.instant()));
    }

    /** Tokens handed out to somebody stop working, and the link to their calendar. */
    @Transactional
    void callBack(Account account) {
        account.hasNoCalendar();
        accounts.save(account);
        tokens.deleteByAccount(account);
    }

    private static String hash(String token) {
        return DigestUtils.sha256Hex(token);
    }
}
