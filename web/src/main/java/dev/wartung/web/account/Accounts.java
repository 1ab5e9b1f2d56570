package dev.wartung.web.account;

import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.ListCrudRepository;

/** All accounts. */
public interface Accounts extends ListCrudRepository<Account, Long> {

    Optional<Account> findByCalendarHash(String hash);

    /** With what they may do, in one statement; with a graph it would be worked out anew at each request. */
    @Query("select a from Account a left join fetch a.roles where a.username = :username")
    Optional<Account> findByUsername(String username);

    /** Whether an account in use has this name, in whatever case the database takes for the same. */
    @Query("select count(a) > 0 from Account a where lower(a.name) = lower(:name) and a.leftAt is null")
    boolean isNameInUse(String name);
}
