package dev.wartung.web.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.security.web.csrf.CsrfTokenRepository;
import org.springframework.security.web.csrf.HttpSessionCsrfTokenRepository;

/**
 * Tokens that forms are sent with: in the session of whoever is logged in, and in a cookie before that, so that nobody
 * makes the server keep a session by merely asking for a page.
 */
final class FormTokens implements CsrfTokenRepository {

    private final CsrfTokenRepository session = new HttpSessionCsrfTokenRepository();
    private final CookieCsrfTokenRepository cookie = new CookieCsrfTokenRepository();

    FormTokens() {
        cookie.setCookieName("WARTUNG_FORM");
        // as the other names it: one who logs in again from a page goes on with that page's
        cookie.setHeaderName("X-CSRF-TOKEN");
        cookie.setCookieCustomizer(c -> c.httpOnly(true).sameSite("Lax"));
    }

    private CsrfTokenRepository of(HttpServletRequest request) {
        return request.getSession(false) == null ? cookie : session;
    }

    @Override
    public CsrfToken generateToken(HttpServletRequest request) {
        return of(request).generateToken(request);
    }

    @Override
    public void saveToken(@Nullable CsrfToken token, HttpServletRequest request, HttpServletResponse response) {
        of(request).saveToken(token, request, response);
    }

    @Override
    public @Nullable CsrfToken loadToken(HttpServletRequest request) {
        return of(request).loadToken(request);
    }
}
