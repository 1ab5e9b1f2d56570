package dev.wartung.web.account;

import dev.wartung.core.measure.UnitSystem;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import java.time.Instant;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** Somebody who may log in. */
@Entity
@DynamicUpdate
public class Account {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String username;
    private String name;
    private String passwordHash;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "account_role", joinColumns = @JoinColumn(name = "account_id"))
    @Column(name = "role")
    @Enumerated(EnumType.STRING)
    private Set<Role> roles = EnumSet.noneOf(Role.class);

    @JdbcTypeCode(SqlTypes.CHAR)
    private @Nullable String calendarHash;

    @Enumerated(EnumType.STRING)
    private UnitSystem units = UnitSystem.METRIC;

    private @Nullable Instant firstPasswordUntil;
    private @Nullable Instant leftAt;

    @SuppressWarnings("NullAway.Init")
    protected Account() {}

    /** @param passwordHash as made by the application's password encoder, never a password */
    @SuppressWarnings("NullAway.Init")
    public Account(String username, String name, String passwordHash, Set<Role> roles) {
        this.username = username;
        this.name = name;
        this.passwordHash = passwordHash;
        this.roles.addAll(roles);
    }

    public Long id() {
        return id;
    }

    public String username() {
        return username;
    }

    public String name() {
        return name;
    }

    String passwordHash() {
        return passwordHash;
    }

    /** Somebody else made this password: it lets in only to choose one's own, and only until then. */
    void handFirstPassword(String hash, Instant until) {
        passwordHash = hash;
        firstPasswordUntil = until;
    }

    /** One's own choice. */
    void choosePassword(String hash) {
        passwordHash = hash;
        firstPasswordUntil = null;
    }

    /** Until when the first password lets in; empty once one's own is chosen. */
    Optional<Instant> firstPasswordUntil() {
        return Optional.ofNullable(firstPasswordUntil);
    }

    void leaves(Instant at) {
        leftAt = at;
    }

    void isBack() {
        leftAt = null;
    }

    public Optional<Instant> leftAt() {
        return Optional.ofNullable(leftAt);
    }

    /** Neither left nor with a first password that has run out. */
    boolean mayLogIn(Instant now) {
        return leftAt == null && (firstPasswordUntil == null || now.isBefore(firstPasswordUntil));
    }

    void mayDo(Set<Role> wanted) {
        roles.clear();
        roles.addAll(wanted);
    }

    public Set<Role> roles() {
        return Set.copyOf(roles);
    }

    /** The calendar can be read by whoever has the link with this hash; an earlier link no longer works. */
    void calendarIs(String hash) {
        calendarHash = hash;
    }

    public boolean hasCalendar() {
        return calendarHash != null;
    }

    /** The link to it stops working. */
    void hasNoCalendar() {
        calendarHash = null;
    }

    /** The units this person reads and types in. */
    public UnitSystem units() {
        return units;
    }

    public void reads(UnitSystem wanted) {
        this.units = wanted;
    }
}
