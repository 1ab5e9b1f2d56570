package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import jakarta.persistence.EntityManagerFactory;
import java.io.IOException;
import java.net.CookieManager;
import java.net.CookiePolicy;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.hibernate.SessionFactory;
import org.hibernate.stat.Statistics;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.SessionRepository;
import org.springframework.transaction.support.TransactionOperations;

/** Two requests that have one session at once. */
@ExtendWith(RunningApplication.class)
class SessionStoreTest {

    private static final String WHO = FindByIndexNameSessionRepository.PRINCIPAL_NAME_INDEX_NAME;

    @Test
    @DisplayName(
            "A request that was under way while somebody logged in takes nothing back, whoever was logged in before")
    @SuppressWarnings("unchecked")
    void neverBack(FindByIndexNameSessionRepository<?> store) {
        FindByIndexNameSessionRepository<Session> sessions = (FindByIndexNameSessionRepository<Session>) store;
        Session first = sessions.createSession();
        String id = first.getId();
        sessions.save(first);
        for (String who : new String[] {"tessa", "theo"}) {
            Session underWay = sessions.findById(id);
            Session login = sessions.findById(id);
            String now = login.changeSessionId();
            login.setAttribute(WHO, who);
            sessions.save(login);
            underWay.setLastAccessedTime(underWay.getLastAccessedTime().plusSeconds(1));
            sessions.save(underWay);
            assertThat(sessions.findById(id)).isNull();
            assertThat(sessions.findById(now).<String>getAttribute(WHO)).isEqualTo(who);
            assertThat(sessions.findByPrincipalName(who)).containsKey(now).doesNotContainKey(id);
            id = now;
        }
        Session later = sessions.findById(id);
        later.setLastAccessedTime(later.getLastAccessedTime().plusSeconds(5));
        sessions.save(later);
        assertThat(sessions.findById(id).getLastAccessedTime()).isEqualTo(later.getLastAccessedTime());
    }

    @Test
    @DisplayName("Two requests that keep the same thing at once are both answered; the later one counts")
    @SuppressWarnings("unchecked")
    void both(FindByIndexNameSessionRepository<?> store) {
        FindByIndexNameSessionRepository<Session> sessions = (FindByIndexNameSessionRepository<Session>) store;
        Session session = sessions.createSession();
        sessions.save(session);
        Session one = sessions.findById(session.getId());
        Session other = sessions.findById(session.getId());
        one.setAttribute("kept", "one");
        other.setAttribute("kept", "other");
        sessions.save(one);
        sessions.save(other);
        assertThat(sessions.findById(session.getId()).<String>getAttribute("kept"))
                .isEqualTo("other");
    }

    @Test
    @DisplayName(
            "A session that was ended elsewhere is gone with the next request, whatever the one before held in hand")
    void endedElsewhere(Address at, JdbcTemplate jdbc) throws IOException, InterruptedException {
        HttpClient client = loggedIn(at);
        HttpRequest own = HttpRequest.newBuilder(URI.create(at.base() + "/me")).build();
        // so many that every hand has had it
        for (int i = 0; i < 40; i++) {
            assertThat(client.send(own, BodyHandlers.discarding()).statusCode()).isEqualTo(200);
        }
        jdbc.update("delete from spring_session where principal_name = 'theo'");
        for (int i = 0; i < 40; i++) {
            var answer = client.send(own, BodyHandlers.discarding());
            assertThat(answer.statusCode()).isEqualTo(302);
            assertThat(answer.headers().firstValue("Location").orElse("")).endsWith("/login");
        }
    }

    @Test
    @DisplayName("A request looks its session up once: at its end it has what it saved")
    void once(FindByIndexNameSessionRepository<?> store) {
        savedInHand(store);
    }

    private static <S extends Session> void savedInHand(SessionRepository<S> kept) {
        SessionsInUse<S> sessions = new SessionsInUse<>(kept, TransactionOperations.withoutTransaction());
        SessionsInUse.InUse<S> session = sessions.createSession();
        sessions.save(session);
        kept.deleteById(session.getId());
        assertThat(sessions.findById(session.getId())).isSameAs(session);
        assertThat(sessions.findById("another")).isNull();
        sessions.deleteById(session.getId());
        assertThat(sessions.findById(session.getId())).isNull();
    }

    @Test
    @DisplayName("What pages are made of is sent without looking at anybody's session, and sets no cookie")
    void madeOf(Address at, JdbcTemplate jdbc) throws IOException, InterruptedException {
        HttpClient client = loggedIn(at);
        // its use is kept to the minute
        jdbc.update("update spring_session set last_access_time = last_access_time - 120000");
        String last = "select max(last_access_time) from spring_session where principal_name = 'theo'";
        Long before = jdbc.queryForObject(last, Long.class);
        assertThat(before).isNotNull();
        for (String path :
                new String[] {"/css/wartung.css", "/js/along.js", "/favicon.svg", "/sw.js", "/manifest.webmanifest"}) {
            var answer = client.send(
                    HttpRequest.newBuilder(URI.create(at.base() + path)).build(), BodyHandlers.discarding());
            assertThat(answer.statusCode()).as(path).isEqualTo(200);
            assertThat(answer.headers().allValues("Set-Cookie")).as(path).isEmpty();
            assertThat(answer.headers().firstValue("Content-Security-Policy"))
                    .as(path)
                    .isPresent();
        }
        assertThat(jdbc.queryForObject(last, Long.class)).isEqualTo(before);
        client.send(HttpRequest.newBuilder(URI.create(at.base() + "/me")).build(), BodyHandlers.discarding());
        assertThat(jdbc.queryForObject(last, Long.class)).isGreaterThan(before);
    }

    private static HttpClient loggedIn(Address at) throws IOException, InterruptedException {
        HttpClient client = HttpClient.newBuilder()
                .cookieHandler(new CookieManager(null, CookiePolicy.ACCEPT_ALL))
                .build();
        String form = client.send(
                        HttpRequest.newBuilder(URI.create(at.base() + "/login")).build(), BodyHandlers.ofString())
                .body();
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(form);
        assertThat(token.find()).isTrue();
        client.send(
                HttpRequest.newBuilder(URI.create(at.base() + "/login"))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(BodyPublishers.ofString("_csrf=" + token.group(1) + "&username=theo&password="
                                + URLEncoder.encode(TestSite.PASSWORD, StandardCharsets.UTF_8)))
                        .build(),
                BodyHandlers.discarding());
        return client;
    }

    @Test
    @DisplayName("When a session was last used is kept to the minute; what is put into it is kept at once")
    void toTheMinute(FindByIndexNameSessionRepository<?> store) {
        usedAndKept(store);
    }

    private static <S extends Session> void usedAndKept(SessionRepository<S> kept) {
        SessionsInUse<S> sessions = new SessionsInUse<>(kept, TransactionOperations.withoutTransaction());
        SessionsInUse.InUse<S> fresh = sessions.createSession();
        sessions.save(fresh);
        String id = fresh.getId();
        Instant begun = kept.findById(id).getLastAccessedTime();
        used(sessions, id, begun.plusSeconds(59));
        assertThat(kept.findById(id).getLastAccessedTime()).isEqualTo(begun);
        used(sessions, id, begun.plusSeconds(61));
        assertThat(kept.findById(id).getLastAccessedTime()).isEqualTo(begun.plusSeconds(61));
        SessionsInUse.InUse<S> filled = sessions.findById(id);
        filled.setAttribute("what", "kept");
        filled.setLastAccessedTime(begun.plusSeconds(62));
        sessions.save(filled);
        assertThat(kept.findById(id).<String>getAttribute("what")).isEqualTo("kept");
        assertThat(kept.findById(id).getLastAccessedTime()).isEqualTo(begun.plusSeconds(62));
        filled.removeAttribute("what");
        sessions.save(filled);
        assertThat(kept.findById(id).<String>getAttribute("what")).isNull();
        String next = filled.changeSessionId();
        sessions.save(filled);
        assertThat(kept.findById(id)).isNull();
        assertThat(kept.findById(next)).isNotNull();
        sessions.deleteById(next);
        assertThat(sessions.findById(next)).isNull();
    }

    private static <S extends Session> void used(SessionsInUse<S> sessions, String id, Instant at) {
        SessionsInUse.InUse<S> session = sessions.findById(id);
        session.setLastAccessedTime(at);
        sessions.save(session);
    }

    @Test
    @DisplayName("A session is read without a transaction, and saved whole or not at all")
    void wholeOrNot(SessionsInUse<?> sessions, EntityManagerFactory factory, JdbcTemplate jdbc) {
        keptWhole(sessions, factory.unwrap(SessionFactory.class).getStatistics(), jdbc);
    }

    private static <S extends Session> void keptWhole(
            SessionsInUse<S> sessions, Statistics statistics, JdbcTemplate jdbc) {
        SessionsInUse.InUse<S> session = sessions.createSession();
        session.setAttribute("cannot be written", new Object());
        assertThatThrownBy(() -> sessions.save(session)).isInstanceOf(RuntimeException.class);
        assertThat(jdbc.queryForObject(
                        "select count(*) from spring_session where session_id = ?", Integer.class, session.getId()))
                .isZero();
        statistics.setStatisticsEnabled(true);
        long least = Long.MAX_VALUE;
        for (int i = 0; i < 3; i++) {
            statistics.clear();
            assertThat(sessions.findById("none")).isNull();
            least = Math.min(least, statistics.getTransactionCount());
        }
        statistics.setStatisticsEnabled(false);
        assertThat(least).isZero();
    }
}
