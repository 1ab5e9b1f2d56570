package dev.wartung.web.account;

import java.time.Clock;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who has an account: made, changed and ended by administrators, with a first password that only lets its owner choose
 * one. Every change ends the sessions and tokens there were.
 */
@Service
class People {

    static final String ONE_OR_THE_OTHER =
            "An administrator administers, and neither works nor approves. Make a second account for the rest.";

    private static final int MOST_NAMES = 400;

    private final Accounts accounts;
    private final PasswordEncoder encoder;
    private final TokenDesk tokens;
    private final FindByIndexNameSessionRepository<?> sessions;
    private final CurrentAccount current;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    People(
            Accounts accounts,
            PasswordEncoder encoder,
            TokenDesk tokens,
            FindByIndexNameSessionRepository<?> sessions,
            CurrentAccount current,
            JdbcTemplate jdbc,
            Clock clock) {
        this.jdbc = jdbc;
        this.accounts = accounts;
        this.encoder = encoder;
        this.tokens = tokens;
        this.sessions = sessions;
        this.current = current;
        this.clock = clock;
    }

    /** By name; those who left at the end. */
    @Transactional(readOnly = true)
    public List<Account> all() {
        return accounts.findAll().stream()
                .sorted(Comparator.comparing((Account a) -> a.leftAt().isPresent())
                        .thenComparing(Account::name, String.CASE_INSENSITIVE_ORDER))
                .toList();
    }

    @Transactional(readOnly = true)
    public Optional<Account> named(String username) {
        return accounts.findByUsername(username);
    }

    /** As names are typed at the login: no capitals, no blanks around. */
    static String plain(String username) {
        return username.strip().toLowerCase(Locale.ROOT);
    }

    /** Whether a plain name can be one to log in with. */
    static boolean isName(String plain) {
        return plain.matches("[a-z0-9][a-z0-9._-]{1,39}");
    }

    /** @return the first password, told once */
    @Transactional
    public String add(String username, String name, Set<Role> roles) {
        String first = Passwords.made();
        Account account = new Account(username, name, "", roles);
        account.handFirstPassword(
                Objects.requireNonNull(encoder.encode(first)), clock.instant().plus(Passwords.FIRST_HOLDS));
        accounts.save(account);
        return first;
    }

    /** @return a new first password, told once; the one before no longer works */
    @Transactional
    public String handPassword(Account account) {
        String first = Passwords.made();
        account.handFirstPassword(
                Objects.requireNonNull(encoder.encode(first)), clock.instant().plus(Passwords.FIRST_HOLDS));
        changed(account);
        return first;
    }

    /** Whoever has this name on signatures already, among accounts in use. */
    @Transactional(readOnly = true)
    public boolean isSigned(String name) {
        return accounts.isNameInUse(name);
    }

    /** @return why not; empty where it is done */
    @Transactional
    public Optional<String> mayDo(Account account, Set<Role> roles) {
        if (!Role.together(roles)) {
            return Optional.of(ONE_OR_THE_OTHER);
        }
        if (isMe(account) && !roles.contains(Role.ADMINISTRATOR)) {
            return Optional.of("You cannot take your own administration away. Ask another administrator.");
        }
        account.mayDo(roles);
        changed(account);
        return Optional.empty();
    }

    /** @return why not; empty where it is done */
    @Transactional
    public Optional<String> leaves(Account account) {
        if (isMe(account)) {
            return Optional.of("You cannot end your own account. Ask another administrator.");
        }
        account.leaves(clock.instant());
        changed(account);
        return Optional.empty();
    }

    /** @return why not; empty where it is done */
    @Transactional
    public Optional<String> isBack(Account account) {
        if (account.leftAt().isPresent() && isSigned(account.name())) {
            return Optional.of("Somebody else signs as “" + account.name() + "” by now. Make a new account instead.");
        }
        account.isBack();
        changed(account);
        return Optional.empty();
    }

    /**
     * One's own password, by whoever knows the one before.
     *
     * @return why not; empty where it was that one: then the new one is kept, and all sessions are ended
     */
    @Transactional
    public Optional<String> choose(String before, String wanted) {
        Account me = current.get();
        Optional<String> refused = current.refusesToSign(before);
        if (refused.isPresent()) {
            return refused;
        }
        me.choosePassword(Objects.requireNonNull(encoder.encode(wanted)));
        changed(me);
        return Optional.empty();
    }

    /** What areas and lines are called: a password made of them is guessed first. */
    @Transactional(readOnly = true)
    public List<String> plantNames() {
        return jdbc.queryForList(
                "select area from valve union select line from valve order by 1 limit " + MOST_NAMES, String.class);
    }

    private boolean isMe(Account account) {
        return account.username().equals(current.get().username());
    }

    private void changed(Account account) {
        accounts.save(account);
        tokens.callBack(account);
        sessions.findByPrincipalName(account.username()).keySet().forEach(sessions::deleteById);
    }
}
