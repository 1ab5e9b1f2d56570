package dev.wartung.web.page;

import dev.wartung.core.text.PlainText;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;
import tools.jackson.databind.json.JsonMapper;

/**
 * What is typed into any form is text that can be kept and printed ({@link PlainText}), before anything looks at it. A
 * page's own script says so beside the field before it is sent
 * ({@code wartung.js}); whoever gets past that is told here, and the form they come back to is as they left it.
 */
@Component
class TypedText extends OncePerRequestFilter {

    private final ITemplateEngine templates;
    private final JsonMapper json;

    TypedText(ITemplateEngine templates, JsonMapper json) {
        this.templates = templates;
        this.json = json;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Optional<String> trouble = trouble(request);
        if (trouble.isEmpty()) {
            chain.doFilter(request, response);
            return;
        }
        response.setStatus(HttpServletResponse.SC_BAD_REQUEST);
        response.setCharacterEncoding(StandardCharsets.UTF_8.name());
        if (request.getRequestURI().startsWith("/api/")) {
            response.setContentType("application/problem+json");
            response.getWriter()
                    .write(json.writeValueAsString(Map.of(
                            "title",
                            "Bad Request",
                            "status",
                            HttpServletResponse.SC_BAD_REQUEST,
                            "detail",
                            trouble.get())));
        } else if ("true".equals(request.getHeader("HX-Request"))) {
            // shown by the page's script, above the form, which stays as it is
            response.setContentType("text/plain");
            response.getWriter().write(trouble.get());
        } else {
            response.setContentType("text/html");
            response.getWriter()
                    .write(templates.process("not-text", new Context(Locale.UK, Map.of("trouble", trouble.get()))));
        }
    }

    private static Optional<String> trouble(HttpServletRequest request) {
        for (Map.Entry<String, String[]> field : new TreeMap<>(request.getParameterMap()).entrySet()) {
            for (String text : field.getValue()) {
                Optional<String> holds = PlainText.trouble(text).or(() -> PlainText.trouble(field.getKey()));
                if (holds.isPresent()) {
                    return Optional.of("What was typed in “" + PlainText.shown(field.getKey()) + "” holds "
                            + holds.get() + ". Take it out and send it again.");
                }
            }
        }
        return Optional.empty();
    }
}
