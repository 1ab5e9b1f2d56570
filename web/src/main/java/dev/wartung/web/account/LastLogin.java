package dev.wartung.web.account;

import dev.wartung.web.account.Tries.Tried;
import dev.wartung.web.page.Dates;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.stereotype.Component;

/**
 * What happens as somebody comes in: it stands on the audit trail, they are told when they came in last and how often
 * their password was guessed at since, and how long they may stay away depends on what they may do.
 */
@Component
public class LastLogin extends SavedRequestAwareAuthenticationSuccessHandler {

    /** Under this name it is kept in the session. */
    public static final String TOLD = "wartung.lastLogin";

    private static final Duration ADMINISTRATOR = Duration.ofMinutes(20);
    private static final Duration OFFICE = Duration.ofHours(2);
    private static final Duration BENCH = Duration.ofHours(8);

    private final Tries tries;
    private final JdbcTemplate jdbc;
    private final Dates dates;

    LastLogin(Tries tries, JdbcTemplate jdbc, Dates dates) {
        this.tries = tries;
        this.jdbc = jdbc;
        this.dates = dates;
        setDefaultTargetUrl("/");
    }

    @Override
    public void onAuthenticationSuccess(
            HttpServletRequest request, HttpServletResponse response, Authentication authentication)
            throws ServletException, IOException {
        String name = authentication.getName();
        request.getSession()
                .setMaxInactiveInterval(Math.toIntExact(idle(authentication).toSeconds()));
        said(name).ifPresent(said -> request.getSession().setAttribute(TOLD, said));
        tries.cameIn(Tried.login(name, request.getRemoteAddr()));
        super.onAuthenticationSuccess(request, response, authentication);
    }

    /** The shortest of what any of their roles allows; whoever works at a bench is not logged out in the middle of it. */
    static Duration idle(Authentication authentication) {
        List<String> may = authentication.getAuthorities().stream()
                .map(a -> String.valueOf(a.getAuthority()))
                .toList();
        if (may.contains(Role.ADMINISTRATOR.authority())) {
            return ADMINISTRATOR;
        }
        return may.contains(Role.TECHNICIAN.authority()) ? BENCH : OFFICE;
    }

    private Optional<String> said(String name) {
        return jdbc
                .query(
                        "select at, new_values ->> 'from', id from audit_entry where table_name = 'log-in' and row_key = ? and action = 'in' order by id desc limit 1",
                        (row, i) -> last(name, row.getTimestamp(1).toInstant(), row.getString(2), row.getLong(3)),
                        name)
                .stream()
                .findFirst();
    }

    private String last(String name, Instant at, String from, long id) {
        Integer wrong = jdbc.queryForObject(
                "select count(*) from audit_entry where table_name = 'log-in' and row_key = ? and action = 'failed' and id > ?",
                Integer.class,
                name,
                id);
        String since = wrong == null || wrong == 0
                ? ""
                : wrong == 1
                        ? " Since then your password was typed wrongly once."
                        : " Since then your password was typed wrongly " + wrong + " times.";
        return "You were last here on " + dates.moment(at) + ", from " + from + "." + since
                + (since.isEmpty() ? "" : " If that was not you, tell your administrator.");
    }
}
