package dev.wartung.web.account;

import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Primary;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.jdbc.config.annotation.web.http.EnableJdbcHttpSession;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;

/** Sessions are kept in the database: whoever is logged in stays so when the application is started again. */
@Configuration(proxyBeanMethods = false)
@EnableJdbcHttpSession(maxInactiveIntervalInSeconds = SessionConfiguration.UNUSED_S)
class SessionConfiguration {

    /** A session nobody has used for a shift, in seconds. */
    static final int UNUSED_S = 8 * 60 * 60;

    @Bean
    @Primary
    SessionsInUse<? extends Session> sessionsInUse(
            FindByIndexNameSessionRepository<? extends Session> kept, PlatformTransactionManager transactions) {
        TransactionTemplate apart = new TransactionTemplate(transactions);
        apart.setName(SessionsInUse.SAVING);
        apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        return new SessionsInUse<>(kept, apart);
    }

    /**
     * For the library, which would begin and end a transaction of its own for everything: each request reads its
     * session, which is one statement. What is saved has one ({@link SessionsInUse}).
     */
    @Bean(defaultCandidate = false)
    TransactionOperations springSessionTransactionOperations() {
        return TransactionOperations.withoutTransaction();
    }
}
