package dev.wartung.web.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.context.SecurityContextImpl;
import org.springframework.web.filter.OncePerRequestFilter;

/** Logs the holder of a token in for one request. */
final class TokenFilter extends OncePerRequestFilter {

    /** Details of whoever came in by a token and not by a password. */
    static final String BY_TOKEN = "by token";

    private static final String BEARER = "Bearer ";

    private final TokenDesk desk;

    TokenFilter(TokenDesk desk) {
        this.desk = desk;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = request.getHeader("Authorization");
        if (header != null && header.startsWith(BEARER)) {
            desk.holder(header.substring(BEARER.length())).ifPresent(a -> {
                UsernamePasswordAuthenticationToken by = UsernamePasswordAuthenticationToken.authenticated(
                        a.username(),
                        "",
                        AuthorityUtils.createAuthorityList(
                                a.roles().stream().map(Role::authority).toArray(String[]::new)));
                by.setDetails(BY_TOKEN);
                SecurityContextHolder.setContext(new SecurityContextImpl(by));
            });
        }
        chain.doFilter(request, response);
    }
}
