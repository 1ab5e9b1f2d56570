package dev.wartung.web.account;

import dev.wartung.web.account.Tries.Tried;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.Serializable;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.authentication.SavedRequestAwareAuthenticationSuccessHandler;
import org.springframework.security.web.savedrequest.CookieRequestCache;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriComponents;
import org.springframework.web.util.UriComponentsBuilder;

/**
 * What happens as somebody comes in: it stands on the audit trail, they are told when they came in last and how often
 * their password was guessed at since, and how long they may stay away depends on what they may do.
 */
@Component
public class LastLogin extends SavedRequestAwareAuthenticationSuccessHandler {

    /** Under this name it is kept in the session. */
    public static final String TOLD = "wartung.lastLogin";

    /**
     * When somebody came in last.
     *
     * @param from  the address
     * @param wrong how often their password was typed wrongly since
     */
    public record Told(Instant at, String from, int wrong) implements Serializable {

        private static final long serialVersionUID = 1;
    }

    private static final Duration ADMINISTRATOR = Duration.ofMinutes(20);
    private static final Duration OFFICE = Duration.ofHours(2);
    private static final Duration BENCH = Duration.ofHours(1);

    private final Tries tries;
    private final JdbcTemplate jdbc;

    LastLogin(Tries tries, JdbcTemplate jdbc) {
        this.tries = tries;
        this.jdbc = jdbc;
        setDefaultTargetUrl("/");
        setRequestCache(wanted());
        // a page of this application, under whatever name it was asked for
        setRedirectStrategy((request, response, url) -> response.sendRedirect(within(url)));
    }

    /** An address without the part that names a machine. */
    static String within(String url) {
        UriComponents asked = UriComponentsBuilder.fromUriString(url).build();
        String path = asked.getPath() == null || asked.getPath().isEmpty() ? "/" : asked.getPath();
        // two strokes at the beginning would name a machine again
        return path.replaceFirst("^[/\\\\]+", "/") + (asked.getQuery() == null ? "" : "?" + asked.getQuery());
    }

    /** Which page somebody wanted who has to log in first: kept by their browser, not by the server. */
    static RequestCache wanted() {
        CookieRequestCache cache = new CookieRequestCache();
        cache.setRequestMatcher(request -> "GET".equals(request.getMethod())
                && request.getHeader("HX-Request") == null
                && String.valueOf(request.getHeader("Accept")).contains("text/html"));
        return cache;
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

    /** The shortest of what any of their roles allows; at a bench the tablet locks, and the page
     * keeps what was typed. */
    static Duration idle(Authentication authentication) {
        List<String> may = authentication.getAuthorities().stream()
                .map(a -> String.valueOf(a.getAuthority()))
                .toList();
        if (may.contains(Role.ADMINISTRATOR.authority())) {
            return ADMINISTRATOR;
        }
        return may.contains(Role.TECHNICIAN.authority()) ? BENCH : OFFICE;
    }

    private Optional<Told> said(String name) {
        return jdbc
                .query(
                        "select at, new_values ->> 'from', id from audit_entry where table_name = 'log-in' and row_key = ? and action = 'in' order by id desc limit 1",
                        (row, i) -> new Told(
                                row.getTimestamp(1).toInstant(), row.getString(2), wrongSince(name, row.getLong(3))),
                        name)
                .stream()
                .findFirst();
    }

    private int wrongSince(String name, long id) {
        Integer wrong = jdbc.queryForObject(
                "select count(*) from audit_entry where table_name = 'log-in' and row_key = ? and action = 'failed' and id > ?",
                Integer.class,
                name,
                id);
        return wrong == null ? 0 : wrong;
    }
}
