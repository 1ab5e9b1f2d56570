package dev.wartung.web.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.InsufficientAuthenticationException;
import org.springframework.security.authentication.ProviderManager;
import org.springframework.security.authorization.AuthenticatedAuthorizationManager;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.annotation.web.configurers.AbstractHttpConfigurer;
import org.springframework.security.config.annotation.web.configurers.HeadersConfigurer;
import org.springframework.security.config.annotation.web.configurers.RequestCacheConfigurer;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.AuthenticationEntryPoint;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.authentication.AuthenticationFailureHandler;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.authentication.www.BasicAuthenticationFilter;
import org.springframework.security.web.context.NullSecurityContextRepository;
import org.springframework.security.web.firewall.HttpFirewall;
import org.springframework.security.web.firewall.StrictHttpFirewall;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.web.util.UriUtils;

/** Who may come in, and what the browser may load. */
@Configuration
class SecurityConfiguration {

    private static final String POLICY =
            "default-src 'self'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; "
                    + "connect-src 'self'; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'";

    /** What of a device pages may use: its camera, to read a tag with; the rest they never ask for. */
    private static final String DEVICES = "camera=(self), microphone=(), geolocation=(), display-capture=(), "
            + "payment=(), usb=(), serial=(), bluetooth=(), midi=(), accelerometer=(), gyroscope=(), magnetometer=()";

    @Bean
    PasswordEncoder passwordEncoder() {
        return encoder();
    }

    static PasswordEncoder encoder() {
        return new FewAtOnce(Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8());
    }

    /**
     * As strict as ever about addresses and headers; what fields may hold is told in words, field by field, by the one
     * place that decides it (page.TypedText).
     */
    @Bean
    HttpFirewall firewall() {
        StrictHttpFirewall firewall = new StrictHttpFirewall();
        firewall.setAllowedParameterNames(name -> true);
        firewall.setAllowedParameterValues(value -> true);
        // tags have strokes in them; addresses are taken apart before what is between two strokes is read
        firewall.setAllowUrlEncodedSlash(true);
        return firewall;
    }

    /** Named, so that every login goes through this one check and is counted once. */
    @Bean
    AuthenticationManager authenticationManager(Login login) {
        return new ProviderManager(login);
    }

    /** The JSON interface: name and password or a token with every request, no session, so no forged form either. */
    @Bean
    @Order(1)
    SecurityFilterChain api(
            HttpSecurity http,
            AuthenticationManager manager,
            TokenDesk tokens,
            @Value("${wartung.tls.hsts-days:0}") int hstsDays)
            throws Exception {
        return http.securityMatcher("/api/**")
                .authenticationManager(manager)
                .authorizeHttpRequests(requests -> requests.requestMatchers(HttpMethod.POST, "/api/v1/cycles")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.PLANNER.name())
                        .anyRequest()
                        .access(own()))
                .addFilterBefore(new TokenFilter(tokens), BasicAuthenticationFilter.class)
                .httpBasic(basic -> basic.authenticationEntryPoint(SecurityConfiguration::unknown))
                .exceptionHandling(e -> e.authenticationEntryPoint(SecurityConfiguration::unknown))
                .sessionManagement(session -> session.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .csrf(AbstractHttpConfigurer::disable)
                .headers(headers -> onlyWithTls(headers, hstsDays))
                .build();
    }

    /**
     * Whether a browser is told never to ask without TLS again ({@code Strict-Transport-Security}). It cannot be taken
     * back before its days are over, and concerns everything else under the same name: only where the plant says so.
     */
    private static HeadersConfigurer<HttpSecurity> onlyWithTls(HeadersConfigurer<HttpSecurity> headers, int days) {
        return headers.httpStrictTransportSecurity(hsts -> {
            if (days == 0) {
                hsts.disable();
            } else {
                hsts.includeSubDomains(false)
                        .maxAgeInSeconds(Duration.ofDays(days).toSeconds());
            }
        });
    }

    private static void unknown(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException exception)
            throws IOException {
        boolean locked = exception instanceof TooManyTries;
        response.setStatus(locked ? 429 : HttpServletResponse.SC_UNAUTHORIZED);
        response.setHeader("WWW-Authenticate", "Basic realm=\"Wartung\"");
        response.setContentType("application/problem+json");
        response.getWriter()
                .write(
                        locked
                                ? "{\"title\":\"Too many tries\",\"status\":429,\"detail\":\""
                                        + TooManyTries.words(((TooManyTries) exception).minutes()) + "\"}"
                                : "{\"title\":\"Not logged in\",\"status\":401,\"detail\":\"Send the name and password of an account with HTTP Basic.\"}");
    }

    /** What pages are made of is everybody's: nobody's session is looked up for it, thirty times a page. */
    @Bean
    @Order(2)
    SecurityFilterChain madeOf(HttpSecurity http, @Value("${wartung.tls.hsts-days:0}") int hstsDays) throws Exception {
        return http.securityMatcher(
                        "/css/**",
                        "/js/**",
                        "/vendor/**",
                        "/webjars/**",
                        "/img/**",
                        "/icons/**",
                        "/favicon.svg",
                        "/manifest.webmanifest",
                        "/sw.js")
                .authorizeHttpRequests(requests -> requests.requestMatchers(HttpMethod.GET, "/**")
                        .permitAll()
                        .requestMatchers(HttpMethod.HEAD, "/**")
                        .permitAll()
                        .anyRequest()
                        .denyAll())
                .securityContext(context -> context.securityContextRepository(new NullSecurityContextRepository()))
                // asking whether a session is still good is looking it up
                .sessionManagement(AbstractHttpConfigurer::disable)
                .anonymous(AbstractHttpConfigurer::disable)
                .csrf(AbstractHttpConfigurer::disable)
                .requestCache(RequestCacheConfigurer::disable)
                .headers(headers -> asPages(headers, hstsDays))
                .build();
    }

    /** What a browser is told about everything but the JSON interface. */
    private static void asPages(HeadersConfigurer<HttpSecurity> headers, int hstsDays) {
        onlyWithTls(headers, hstsDays)
                .contentSecurityPolicy(csp -> csp.policyDirectives(POLICY))
                .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN))
                .permissionsPolicyHeader(permissions -> permissions.policy(DEVICES));
    }

    @Bean
    @Order(3)
    SecurityFilterChain security(
            HttpSecurity http,
            AuthenticationManager manager,
            LastLogin lastLogin,
            @Value("${wartung.tls.hsts-days:0}") int hstsDays)
            throws Exception {
        return http.authenticationManager(manager)
                .authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/without-network",
                                "/trust",
                                "/trust/ca.crt",
                                "/actuator/health",
                                "/login",
                                "/error",
                                "/calendar/*.ics")
                        .permitAll()
                        // a device that was lost is told so, whether or not somebody is still logged in on it
                        .requestMatchers(HttpMethod.GET, "/handheld/*")
                        .permitAll()
                        .requestMatchers(
                                HttpMethod.POST,
                                "/valves/*/plan",
                                "/valves/*/fault",
                                "/valves/*/photos",
                                "/jobs/*/cancel")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.PLANNER.name())
                        .requestMatchers(
                                HttpMethod.POST,
                                "/site",
                                "/site/air",
                                "/site/readings",
                                "/site/time",
                                "/benches/*/chamber")
                        .hasAnyRole(Role.PLANNER.name(), Role.ADMINISTRATOR.name())
                        .requestMatchers(HttpMethod.POST, "/benches/*/hold", "/benches/*/let-go")
                        .hasRole(Role.TECHNICIAN.name())
                        .requestMatchers(
                                HttpMethod.POST,
                                "/areas",
                                "/areas/**",
                                "/register/new",
                                "/register/list",
                                "/register/list/file",
                                "/register/*/tag",
                                "/register/*/stand/**",
                                "/lines",
                                "/lines/**",
                                "/notes/**")
                        .hasRole(Role.PLANNER.name())
                        // somebody who had no hand in a type puts it in force
                        .requestMatchers(HttpMethod.POST, "/types/*/draft/approve")
                        .hasAnyRole(Role.PLANNER.name(), Role.REVIEWER.name())
                        .requestMatchers(HttpMethod.POST, "/types", "/types/**")
                        .hasRole(Role.PLANNER.name())
                        .requestMatchers(HttpMethod.POST, "/benches", "/benches/**")
                        .hasRole(Role.ADMINISTRATOR.name())
                        // an administrator sets up and lets in; working, judging and approving is for others
                        .requestMatchers(
                                HttpMethod.POST, "/stores/areas", "/stores/lead-time", "/stores/tools/*/retired")
                        .hasRole(Role.PLANNER.name())
                        .requestMatchers(HttpMethod.POST, "/stores/lots/*/release")
                        .hasAnyRole(Role.PLANNER.name(), Role.REVIEWER.name())
                        .requestMatchers(HttpMethod.POST, "/stores/**")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.PLANNER.name())
                        .requestMatchers(HttpMethod.POST, "/changes/**")
                        .hasRole(Role.REVIEWER.name())
                        .requestMatchers(HttpMethod.POST, "/valves/*/change", "/change-requests/*/plan")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.PLANNER.name())
                        .requestMatchers(HttpMethod.POST, "/change-requests/*/position")
                        .hasRole(Role.PROCESS_OWNER.name())
                        .requestMatchers(HttpMethod.POST, "/change-requests/*/decision")
                        .hasRole(Role.REVIEWER.name())
                        .requestMatchers(HttpMethod.POST, "/change-requests/*/items/*")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.PLANNER.name(), Role.PROCESS_OWNER.name())
                        .requestMatchers(HttpMethod.POST, "/records/*/review")
                        .hasRole(Role.REVIEWER.name())
                        .requestMatchers(HttpMethod.POST, "/records/**")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.REVIEWER.name())
                        .requestMatchers("/records/audit", "/records/audit.csv", "/records/audit.pdf")
                        .hasAnyRole(Role.REVIEWER.name(), Role.ADMINISTRATOR.name())
                        .requestMatchers(HttpMethod.POST, "/exchange", "/exchange/**")
                        .hasAnyRole(Role.PLANNER.name(), Role.ADMINISTRATOR.name())
                        .requestMatchers(
                                HttpMethod.POST,
                                "/due/rules",
                                "/due/rules/**",
                                "/life/**",
                                "/shutdowns",
                                "/shutdowns/**")
                        .hasRole(Role.PLANNER.name())
                        .requestMatchers(HttpMethod.POST, "/due/events", "/due/looks/**")
                        .hasAnyRole(Role.TECHNICIAN.name(), Role.PLANNER.name())
                        .requestMatchers(
                                HttpMethod.POST,
                                "/jobs/**",
                                "/handheld",
                                "/valves/*/settling",
                                "/valves/*/prove",
                                "/valves/*/prove/**",
                                "/proving/*/stop")
                        .hasRole(Role.TECHNICIAN.name())
                        .requestMatchers("/people", "/people/**")
                        .hasRole(Role.ADMINISTRATOR.name())
                        .requestMatchers("/me/password", "/logout")
                        .authenticated()
                        .anyRequest()
                        .access(own()))
                .formLogin(form ->
                        form.loginPage("/login").failureHandler(failure()).successHandler(lastLogin))
                .csrf(csrf -> csrf.csrfTokenRepository(new FormTokens()))
                .requestCache(cache -> cache.requestCache(LastLogin.wanted()))
                .logout(logout -> logout.logoutSuccessUrl("/login?left"))
                .exceptionHandling(
                        e -> e.authenticationEntryPoint(entry()).accessDeniedHandler((request, response, denied) -> {
                            // a form sent after the login expired has no token either: that person logs in again
                            if (SecurityContextHolder.getContext().getAuthentication() == null) {
                                entry().commence(
                                                request,
                                                response,
                                                new InsufficientAuthenticationException("nobody is logged in"));
                            } else if (choosesPassword(
                                            SecurityContextHolder.getContext().getAuthentication())
                                    && !inBackground(request)) {
                                response.sendRedirect("/me/password");
                            } else {
                                new AccessDeniedHandlerImpl().handle(request, response, denied);
                            }
                        }))
                .headers(headers -> asPages(headers, hstsDays))
                .build();
    }

    /** Logged in, with a password that only they know. */
    private static <T> AuthorizationManager<T> own() {
        return (authentication, context) -> new AuthorizationDecision(AuthenticatedAuthorizationManager.authenticated()
                        .authorize(authentication, context)
                        .isGranted()
                && !choosesPassword(authentication.get()));
    }

    private static boolean choosesPassword(Authentication authentication) {
        return authentication.getAuthorities().stream().anyMatch(a -> Login.CHOOSES_PASSWORD.equals(a.getAuthority()));
    }

    /**
     * Parts of pages fetched in the background are told with 401, so that the page can say so and keep what was typed.
     */
    private static AuthenticationEntryPoint entry() {
        LoginUrlAuthenticationEntryPoint page = new LoginUrlAuthenticationEntryPoint("/login");
        return (request, response, exception) -> {
            if (inBackground(request)) {
                response.setStatus(HttpServletResponse.SC_UNAUTHORIZED);
            } else if (exception == null) {
                response.sendRedirect("/login?expired");
            } else {
                page.commence(request, response, exception);
            }
        };
    }

    private static boolean inBackground(HttpServletRequest request) {
        return "true".equals(request.getHeader("HX-Request"));
    }

    private static AuthenticationFailureHandler failure() {
        return (request, response, exception) -> {
            String name = request.getParameter("username");
            response.sendRedirect(
                    "/login?" + (exception instanceof TooManyTries many ? "wait=" + many.minutes() : "wrong") + "&name="
                            + UriUtils.encode(name == null ? "" : name.strip(), StandardCharsets.UTF_8));
        };
    }
}
