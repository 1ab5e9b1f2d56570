package dev.wartung.web.account;

import java.time.Instant;
import org.springframework.data.repository.Repository;

/** Failed logins of late. */
interface LoginAttempts extends Repository<LoginAttempt, Long> {

    void save(LoginAttempt attempt);

    long countByUsernameAndAtAfter(String username, Instant since);

    long countByAddressAndAtAfter(String address, Instant since);

    void deleteByUsername(String username);

    void deleteByAtBefore(Instant before);
}
