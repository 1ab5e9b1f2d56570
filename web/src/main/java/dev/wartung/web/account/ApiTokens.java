package dev.wartung.web.account;

import java.time.Instant;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ApiTokens extends JpaRepository<ApiToken, String> {

    List<ApiToken> findByAccountOrderByHandedAtDesc(Account account);

    void deleteByExpiresAtBefore(Instant then);

    void deleteByAccount(Account account);
}
