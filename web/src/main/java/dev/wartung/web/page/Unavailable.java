package dev.wartung.web.page;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLTransientConnectionException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/**
 * What is answered while the database cannot be reached or cannot write, or the server's clock was set back: a page that says so and, where a form was
 * sent, offers to send the same again. Outside everything else,
 * because sessions and accounts are in the database, too. A form with an entry's id counts once however often it is
 * sent, and the page says so.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Unavailable extends OncePerRequestFilter {

    private static final Logger LOG = LoggerFactory.getLogger(Unavailable.class);
    private static final String RETRY_SECONDS = "5";
    /**
     * Classes of SQLSTATE: connection, resources (a full disk is 53100), operator intervention (shutting down, starting
     * up), system error.
     */
    private static final Set<String> STATES = Set.of("08", "53", "57", "58");

    /** An entry of a job that would be written before the one before it (V29). */
    private static final String CLOCK_SET_BACK = "58W01";

    private final ITemplateEngine templates;

    Unavailable(ITemplateEngine templates) {
        this.templates = templates;
    }

    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (ServletException | RuntimeException e) {
            if (response.isCommitted() || !isOutage(e)) {
                throw e;
            }
            LOG.warn(
                    "{} {}: the database cannot be used: {}",
                    request.getMethod(),
                    request.getRequestURI(),
                    last(e).getMessage());
            response.reset();
            answer(request, response, isClock(e));
        }
    }

    private void answer(HttpServletRequest request, HttpServletResponse response, boolean clock) throws IOException {
        response.setStatus(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
        response.setHeader("Retry-After", RETRY_SECONDS);
        response.setHeader("Cache-Control", "no-store");
        response.setHeader("X-Content-Type-Options", "nosniff");
        response.setHeader("Content-Security-Policy", "default-src 'self'; form-action 'self'; frame-ancestors 'none'");
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        if (request.getRequestURI().startsWith("/api/")) {
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write(
                            clock
                                    ? "{\"title\":\"Service Unavailable\",\"status\":503,\"detail\":\"The server's clock stands before what was written last. Have it set right, then send the same again.\"}"
                                    : "{\"title\":\"Service Unavailable\",\"status\":503,\"detail\":\"Wartung cannot reach its data just now. Send the same again in a few seconds.\"}");
            return;
        }
        Context model = new Context(Locale.ENGLISH);
        model.setVariable("clock", clock);
        model.setVariable("again", again(request));
        model.setVariable("once", request.getMethod().equals("POST") && request.getParameter("entryId") != null);
        model.setVariable("action", request.getRequestURI());
        model.setVariable("sent", request.getMethod().equals("POST"));
        response.setContentType("text/html");
        response.getWriter().write(templates.process("unavailable", model));
    }

    /**
     * What was typed, to be sent again; empty where there was no form, or a password or a file in it that no page may
     * hold.
     */
    private static Map<String, List<String>> again(HttpServletRequest request) {
        String type = request.getContentType();
        if (!request.getMethod().equals("POST")
                || type == null
                || !type.startsWith("application/x-www-form-urlencoded")) {
            return Map.of();
        }
        Map<String, List<String>> fields = new TreeMap<>();
        request.getParameterMap().forEach((name, values) -> fields.put(name, List.of(values)));
        return fields.keySet().stream().anyMatch(f -> f.toLowerCase(Locale.ROOT).contains("password"))
                ? Map.of()
                : fields;
    }

    /** Whether the database refused because the clock was set back. */
    private static boolean isClock(Throwable thrown) {
        for (@Nullable Throwable e = thrown; e != null; e = e.getCause()) {
            if (e instanceof SQLException sql && CLOCK_SET_BACK.equals(sql.getSQLState())) {
                return true;
            }
        }
        return false;
    }

    private static boolean isOutage(Throwable thrown) {
        for (@Nullable Throwable e = thrown; e != null; e = e.getCause()) {
            if (e instanceof SQLTransientConnectionException
                    || e instanceof SQLNonTransientConnectionException
                    || (e instanceof SQLException sql && isOutage(sql.getSQLState()))) {
                return true;
            }
        }
        return false;
    }

    /**
     * @param state none comes from the pool, about a connection that was lost under way: every error of the database
     * itself has one
     */
    private static boolean isOutage(@Nullable String state) {
        return state == null || (state.length() == 5 && STATES.contains(state.substring(0, 2)));
    }

    private static Throwable last(Throwable thrown) {
        Throwable e = thrown;
        while (e.getCause() != null) {
            e = e.getCause();
        }
        return e;
    }
}
