package dev.wartung.web.account;

import java.time.Instant;
import org.springframework.data.jpa.repository.JpaRepository;

interface ApiTokens extends JpaRepository<ApiToken, String> {

    void deleteByExpiresAtBefore(Instant then);

    void deleteByAccount(Account account);
}
