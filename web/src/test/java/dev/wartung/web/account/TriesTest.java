package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;

import dev.wartung.web.account.Tries.Tried;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.mock.web.MockHttpSession;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Guessing costs, and nobody is kept out by somebody else's guesses. */
@ExtendWith(RunningApplication.class)
class TriesTest {

    private final MockMvc web;
    private final Login login;
    private final Tries tries;
    private final CurrentAccount current;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate transactions;

    TriesTest(
            MockMvc web,
            Login login,
            Tries tries,
            CurrentAccount current,
            JdbcTemplate jdbc,
            PlatformTransactionManager manager) {
        this.web = web;
        this.login = login;
        this.tries = tries;
        this.current = current;
        this.jdbc = jdbc;
        this.transactions = new TransactionTemplate(manager);
    }

    @BeforeEach
    void nobodyTried() {
        jdbc.update("delete from login_attempt");
    }

    private int wrongOnTheTrail(String username) {
        return jdbc.queryForObject(
                "select count(*) from audit_entry where table_name = 'log-in' and action = 'failed' and row_key = ?",
                Integer.class,
                username);
    }

    private void guess(String username, String place) {
        assertThatThrownBy(() -> login.check(
                        UsernamePasswordAuthenticationToken.unauthenticated(username, "wrong"),
                        Tried.login(username, place)))
                .isInstanceOf(BadCredentialsException.class);
    }

    private void comesIn(String username, String place) {
        assertThat(login.check(
                                UsernamePasswordAuthenticationToken.unauthenticated(username, TestSite.PASSWORD),
                                Tried.login(username, place))
                        .isAuthenticated())
                .isTrue();
    }

    private static TooManyTries refused(Callable<?> what) {
        try {
            what.call();
        } catch (TooManyTries e) {
            return e;
        } catch (Exception e) {
            throw new AssertionError(e);
        }
        throw new AssertionError("it was looked at");
    }

    @Test
    @DisplayName("Of many guesses at the same moment five are looked at, whoever comes first; the others are held up")
    void atOnce() throws Exception {
        int before = wrongOnTheTrail("oskar");
        ExecutorService hands = Executors.newFixedThreadPool(60);
        try {
            assertThat(lookedAt(hands, "oskar", 60)).isEqualTo(5);
            // two that count at the same moment both see four before them: seldom, so often enough
            for (int i = 0; i < 40; i++) {
                assertThat(lookedAt(hands, "nobody-" + i, 12)).isEqualTo(5);
            }
        } finally {
            hands.shutdown();
        }
        assertThat(wrongOnTheTrail("oskar")).isEqualTo(before + 5);
    }

    @Test
    @DisplayName("Who comes while tries are counted slowly waits for it, longer than for any other data")
    void slowly() throws Exception {
        TransactionTemplate owners =
                new TransactionTemplate(new JdbcTransactionManager(Objects.requireNonNull(jdbc.getDataSource())));
        ExecutorService shift = Executors.newFixedThreadPool(4);
        try {
            List<Future<Boolean>> in = new ArrayList<>();
            owners.executeWithoutResult(transaction -> {
                jdbc.queryForList("select pg_advisory_xact_lock(hashtextextended('tries place 198.51.100.8', 1))");
                for (String name : List.of("tessa", "theo", "rita", "pia")) {
                    in.add(shift.submit(() -> {
                        comesIn(name, "198.51.100.8");
                        return true;
                    }));
                }
                jdbc.queryForList("select pg_sleep(6)");
            });
            for (Future<Boolean> each : in) {
                assertThat(each.get()).isTrue();
            }
        } finally {
            shift.shutdown();
        }
    }

    /** How many of some guesses at once somebody looked at; none of them comes in. */
    private long lookedAt(ExecutorService hands, String name, int guesses) throws Exception {
        Callable<String> guess = () -> {
            try {
                login.check(
                        UsernamePasswordAuthenticationToken.unauthenticated(name, "wrong"),
                        Tried.login(name, "198.51.100.7"));
                return "in";
            } catch (TooManyTries e) {
                return "held up";
            } catch (BadCredentialsException e) {
                return "wrong";
            }
        };
        List<String> answers = new ArrayList<>();
        for (Future<String> answer :
                hands.invokeAll(Stream.generate(() -> guess).limit(guesses).toList())) {
            answers.add(answer.get());
        }
        jdbc.update("delete from login_attempt where address = '198.51.100.7' and username <> 'oskar'");
        assertThat(answers).doesNotContain("in");
        return answers.stream().filter("wrong"::equals).count();
    }

    @Test
    @DisplayName("A wrong password stays counted, and on the audit trail, when the work around it is taken back")
    void takenBack() {
        int before = wrongOnTheTrail("tessa");
        transactions.executeWithoutResult(transaction -> {
            current.as("tessa", () -> assertThat(current.refusesToSign("wrong"))
                    .hasValueSatisfying(why -> assertThat(why).contains("not your password")));
            transaction.setRollbackOnly();
        });
        assertThat(wrongOnTheTrail("tessa")).isEqualTo(before + 1);
        assertThat(jdbc.queryForObject("select count(*) from login_attempt where username = 'tessa'", Integer.class))
                .isEqualTo(1);
    }

    @Test
    @DisplayName(
            "Who guesses at a second person's password is held up; that person logs in, signs, and agrees elsewhere")
    void signing() {
        current.as("tessa", () -> {
            for (int i = 0; i < 5; i++) {
                assertThat(current.second("theo", "wrong", Signing.WORKS).trouble())
                        .isEqualTo(CurrentAccount.SECOND_SIGNS);
            }
            assertThat(current.second("Theo ", TestSite.PASSWORD, Signing.WORKS).trouble())
                    .as("what is true is said, with how long it takes")
                    .isEqualTo("Too many wrong tries. Wait 5 minutes, then try again.");
            assertThat(current.refusesToSign(TestSite.PASSWORD)).isEmpty();
        });
        current.as("rita", () -> assertThat(
                        current.second("theo", TestSite.PASSWORD, Signing.WORKS).who())
                .isPresent());
        current.as("theo", () -> assertThat(current.refusesToSign(TestSite.PASSWORD))
                .isEmpty());
        comesIn("theo", "198.51.100.1");
        // nor do guesses at the login keep somebody from signing
        for (int i = 0; i < 5; i++) {
            guess("theo", "198.51.100.1");
        }
        current.as("theo", () -> assertThat(current.refusesToSign(TestSite.PASSWORD))
                .isEmpty());
        current.as("theo", () -> {
            for (int i = 0; i < 5; i++) {
                current.refusesToSign("wrong");
            }
            assertThat(current.refusesToSign(TestSite.PASSWORD))
                    .hasValueSatisfying(why -> assertThat(why).startsWith("Too many wrong tries."));
        });
    }

    @Test
    @DisplayName(
            "Five wrong ones for a name hold up the place they came from, not the person elsewhere; right ones start anew")
    void byPlace() {
        for (int i = 0; i < 4; i++) {
            guess("rita", "198.51.100.1");
        }
        comesIn("rita", "198.51.100.1");
        for (int i = 0; i < 5; i++) {
            guess(" Rita", "198.51.100.1");
        }
        comesIn("rita", "198.51.100.2");
        TooManyTries held = refused(() -> login.check(
                UsernamePasswordAuthenticationToken.unauthenticated("rita", TestSite.PASSWORD),
                Tried.login("rita", "198.51.100.1")));
        assertThat(held.minutes()).isEqualTo(5);
        jdbc.update("update login_attempt set at = at - interval '1 minute 30 seconds'");
        assertThat(refused(() -> {
                            tries.begin(Tried.login("RITA", "198.51.100.1"));
                            return "";
                        })
                        .minutes())
                .isEqualTo(4);
        jdbc.update("update login_attempt set at = at - interval '4 minutes'");
        comesIn("rita", "198.51.100.1");
    }

    @Test
    @DisplayName("One place that tries many names is held up, and a name that is tried from many places")
    void many() {
        jdbc.update(
                "insert into login_attempt (kind, username, address, by_name, at) select 'LOGIN', 'n' || i, '198.51.100.9', '', now() from generate_series(1, ?) i",
                49);
        guess("pia", "198.51.100.9");
        refused(() -> {
            tries.begin(Tried.login("rita", "198.51.100.9"));
            return "";
        });
        jdbc.update("delete from login_attempt");
        jdbc.update(
                "insert into login_attempt (kind, username, address, by_name, at) select 'LOGIN', 'pia', '203.0.113.' || i, '', now() - interval '50 minutes' from generate_series(1, ?) i",
                29);
        guess("pia", "198.51.100.1");
        assertThat(refused(() -> {
                            tries.begin(Tried.login("pia", "198.51.100.2"));
                            return "";
                        })
                        .minutes())
                .isEqualTo(10);
    }

    @Test
    @DisplayName(
            "A name that nobody has is not written down: it may be a password in the wrong field; an endless one is cut")
    void unknown() {
        guess("my-secret-password", "198.51.100.3");
        guess("x".repeat(5000), "198.51.100.3");
        assertThat(jdbc.queryForList(
                        "select by_name || row_key || coalesce(new_values::text, '') from audit_entry where table_name = 'log-in' order by id desc limit 2",
                        String.class))
                .allSatisfy(line -> assertThat(line).startsWith("nobody known").doesNotContain("secret", "xxx"));
    }

    @Test
    @DisplayName("Whoever comes in is told when they last did, and how often their password was typed wrongly since")
    void told() throws Exception {
        guess("pia", "127.0.0.1");
        assertThat(today()).doesNotContain("You were last here");
        assertThat(today()).contains("You were last here on", "from 127.0.0.1").doesNotContain("typed wrongly");
        guess("pia", "127.0.0.1");
        assertThat(today()).contains("Since then your password was typed wrongly once.", "tell your administrator");
    }

    private String today() throws Exception {
        MockHttpSession session = (MockHttpSession)
                web.perform(post("/login").with(csrf()).param("username", "pia").param("password", TestSite.PASSWORD))
                        .andExpect(redirectedUrl("/"))
                        .andReturn()
                        .getRequest()
                        .getSession();
        assertThat(session.getMaxInactiveInterval()).as("a planner's").isEqualTo(7200);
        return web.perform(get("/").session(session)).andReturn().getResponse().getContentAsString();
    }

    @Test
    @DisplayName(
            "A session without use ends by role: soonest for an administrator, then at a bench, where the page keeps what was typed")
    void idle() {
        assertThat(Stream.of("ROLE_ADMINISTRATOR", "ROLE_PLANNER", "ROLE_TECHNICIAN")
                        .map(role -> LastLogin.idle(UsernamePasswordAuthenticationToken.authenticated(
                                "x", "", List.of(new SimpleGrantedAuthority(role))))))
                .containsExactly(Duration.ofMinutes(20), Duration.ofHours(2), Duration.ofHours(1));
    }
}
