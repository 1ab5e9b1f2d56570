package dev.wartung.web.account;

import org.springframework.session.config.SessionRepositoryCustomizer;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import org.springframework.session.jdbc.PostgreSqlJdbcIndexedSessionRepositoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * What becomes of a session that two requests had at once. Each writes the whole row as it read it: one that was under
 * way while somebody logged in would give the session its former id back, and whoever had just come in stood outside
 * again.
 */
@Component
class SessionStore implements SessionRepositoryCustomizer<JdbcIndexedSessionRepository> {

    /** In the order in which the library names its values: id, last use, idle time, end, who, key. */
    private static final String NEVER_BACK =
            """
            update %TABLE_NAME% kept
            set session_id = now.id, last_access_time = now.used, max_inactive_interval = now.idle,
                expiry_time = now.ends, principal_name = now.who,
                former = case when kept.session_id = now.id then kept.former else kept.former || kept.session_id::text end
            from (select cast(? as char(36)), cast(? as bigint), cast(? as int), cast(? as bigint), cast(? as varchar), cast(? as char(36)))
                as now (id, used, idle, ends, who, key)
            where kept.primary_id = now.key and not now.id::text = any (kept.former)""";

    @Override
    public void customize(JdbcIndexedSessionRepository sessions) {
        // two that set the same thing at once: the later one counts
        new PostgreSqlJdbcIndexedSessionRepositoryCustomizer().customize(sessions);
        sessions.setUpdateSessionQuery(NEVER_BACK);
    }
}
