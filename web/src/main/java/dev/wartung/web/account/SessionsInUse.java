package dev.wartung.web.account;

import jakarta.servlet.ServletRequestEvent;
import jakarta.servlet.ServletRequestListener;
import java.time.Duration;
import java.time.Instant;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Sessions as requests have them. When one was last used is kept to the minute: it ends hours after, and every request
 * would else write a row. At its end a request looks up once more the session it has just saved, to see whether its
 * cookie is still good: it is answered with that one. A request reads its session anew: one that was ended elsewhere is
 * gone with the next.
 *
 * @param <S> a session as it is kept
 */
final class SessionsInUse<S extends Session>
        implements SessionRepository<SessionsInUse.InUse<S>>, ServletRequestListener {

    /** Name of the transactions in which sessions are saved. */
    static final String SAVING = "save a session";

    private static final Duration TO = Duration.ofMinutes(1);

    private final SessionRepository<S> kept;
    private final TransactionOperations saving;
    /** What the request on this thread has saved; nothing of it is left for the next. */
    @SuppressWarnings("ThreadLocalUsage") // one for the application: what is kept has its type
    private final ThreadLocal<InUse<S>> saved = new ThreadLocal<>();

    /** @param saving each time in a transaction of its own */
    SessionsInUse(SessionRepository<S> kept, TransactionOperations saving) {
        this.kept = kept;
        this.saving = saving;
    }

    @Override
    public InUse<S> createSession() {
        return new InUse<>(kept.createSession(), true);
    }

    @Override
    public void save(InUse<S> session) {
        if (session.changed) {
            saving.executeWithoutResult(alone -> kept.save(session.session));
            session.changed = false;
        }
        saved.set(session);
    }

    @Override
    public @Nullable InUse<S> findById(String id) {
        InUse<S> same = saved.get();
        if (same != null && same.getId().equals(id)) {
            return same;
        }
        S found = kept.findById(id);
        return found == null ? null : new InUse<>(found, false);
    }

    @Override
    public void deleteById(String id) {
        saved.remove();
        kept.deleteById(id);
    }

    @Override
    public void requestInitialized(ServletRequestEvent event) {
        saved.remove();
    }

    @Override
    public void requestDestroyed(ServletRequestEvent event) {
        saved.remove();
    }

    /** A session and whether it has to be written. */
    static final class InUse<S extends Session> implements Session {

        private final S session;
        private boolean changed;

        private InUse(S session, boolean changed) {
            this.session = session;
            this.changed = changed;
        }

        @Override
        public String getId() {
            return session.getId();
        }

        @Override
        public String changeSessionId() {
            changed = true;
            return session.changeSessionId();
        }

        @Override
        @SuppressWarnings("TypeParameterUnusedInFormals") // as the interface has it
        public <T> @Nullable T getAttribute(String name) {
            return session.getAttribute(name);
        }

        @Override
        public Set<String> getAttributeNames() {
            return session.getAttributeNames();
        }

        @Override
        public void setAttribute(String name, Object value) {
            changed = true;
            session.setAttribute(name, value);
        }

        @Override
        public void removeAttribute(String name) {
            changed = true;
            session.removeAttribute(name);
        }

        @Override
        public Instant getCreationTime() {
            return session.getCreationTime();
        }

        @Override
        public void setLastAccessedTime(Instant now) {
            if (changed || session.getLastAccessedTime().plus(TO).isBefore(now)) {
                changed = true;
                session.setLastAccessedTime(now);
            }
        }

        @Override
        public Instant getLastAccessedTime() {
            return session.getLastAccessedTime();
        }

        @Override
        public void setMaxInactiveInterval(Duration interval) {
            changed |= !interval.equals(session.getMaxInactiveInterval());
            session.setMaxInactiveInterval(interval);
        }

        @Override
        public Duration getMaxInactiveInterval() {
            return session.getMaxInactiveInterval();
        }

        @Override
        public boolean isExpired() {
            return session.isExpired();
        }
    }
}
