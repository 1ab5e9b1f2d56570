package dev.wartung.web.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.jdbc.config.annotation.web.http.EnableJdbcHttpSession;

/** Sessions are kept in the database: whoever is logged in stays so when the application is started again. */
@Configuration(proxyBeanMethods = false)
@EnableJdbcHttpSession(maxInactiveIntervalInSeconds = SessionConfiguration.UNUSED_S)
class SessionConfiguration {

    /** A session nobody has used for a shift, in seconds. */
    static final int UNUSED_S = 8 * 60 * 60;

    @Bean
    @Primary
    SessionsInUse<? extends Session> sessionsInUse(FindByIndexNameSessionRepository<? extends Session> kept) {
        return new SessionsInUse<>(kept);
    }
}
