package dev.wartung.web.account;

import java.util.Optional;
import org.springframework.data.repository.ListCrudRepository;

/** All accounts. */
public interface Accounts extends ListCrudRepository<Account, Long> {

    Optional<Account> findByCalendarHash(String hash);

    Optional<Account> findByUsername(String username);

    boolean existsByNameIgnoreCaseAndLeftAtIsNull(String name);
}
