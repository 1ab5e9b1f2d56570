package dev.wartung.web.demo;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.Response;
import dev.wartung.web.app.Browser;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import java.util.regex.Pattern;
import org.springframework.context.ApplicationContext;
import org.springframework.http.HttpStatus;
import org.springframework.http.server.PathContainer;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/** Goes to every view of the demo site there is a way to, once for each address of the application. */
final class EveryView {

    /** Files, and parts of a view that are fetched by it. */
    private static final Pattern NO_VIEW = Pattern.compile(
            "/api/.*|/handheld/.*|/site/running|/device/.*|/error|/find|.*\\.(csv|pdf|ics|svg|yaml|json|zip|xlsx)|.*/drawing\\..*|.*/(board|along|grease|judge|turn|live|progress|answers|redrawn|why|photo|certificate)|/trust/ca.crt|/(valve-)?photos/.*");
    /** What comes about by something that is done first: the tests of that look at it by {@link Browser#usableByAll}; and an import under way, shown as {@code /exchange} is. */
    private static final Set<String> ELSEWHERE = Set.of(
            "/login",
            "/without-network",
            "/trust",
            "/exchange/{id}",
            "/jobs/{number}/apart",
            "/practice/{id}",
            "/practice/hands/{id}",
            "/proving/{id}",
            "/register/{id}/stand",
            "/register/{id}/tag",
            "/types/{id}/draft/{at}");

    /** Milliseconds for an answer to begin. */
    private static final double LONGEST = 120_000;

    private final Map<String, PathPattern> addresses = new TreeMap<>();
    private final Set<String> seen = new TreeSet<>();

    EveryView(ApplicationContext context) {
        context.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((info, method) -> {
                    Set<RequestMethod> methods = info.getMethodsCondition().getMethods();
                    if (method.getBeanType().getName().startsWith("dev.wartung")
                            && (methods.isEmpty() || methods.contains(RequestMethod.GET))) {
                        info.getPatternValues()
                                .forEach(p -> addresses.put(p, PathPatternParser.defaultInstance.parse(p)));
                    }
                });
    }

    private String address(String path) {
        PathContainer parsed = PathContainer.parsePath(path.replaceAll("[?#].*", ""));
        return addresses.values().stream()
                .filter(p -> p.matches(parsed))
                .sorted()
                .map(PathPattern::getPatternString)
                // each instrument is a view of its own
                .map(p -> p.startsWith("/lab/{") ? parsed.value() : p)
                .findFirst()
                .orElse("");
    }

    /**
     * @param from where this person begins, whoever has been there before
     * @param look is handed the path and the page that stands there
     */
    @SuppressWarnings("unchecked")
    void goAs(Page page, List<String> from, BiConsumer<String, Page> look) {
        Deque<String> ways = new ArrayDeque<>(from);
        // what one role has come to is not asked of the next, but for where they begin
        from.forEach(path -> seen.remove(address(path)));
        while (!ways.isEmpty()) {
            String path = ways.poll();
            if (seen.add(address(path))) {
                if (opened(page, path)) {
                    look.accept(path, page);
                    ways.addAll((List<String>) page.evaluate(
                            "() => [...document.querySelectorAll('a[href^=\"/\"]')].map(a => a.getAttribute('href'))"));
                }
            }
        }
    }

    /** False for what is kept as a file. */
    private static boolean opened(Page page, String path) {
        try {
            // a large document, beside eight busy processes
            Response answer = page.navigate(path, new Page.NavigateOptions().setTimeout(LONGEST));
            if (answer == null
                    || !answer.headers().getOrDefault("content-type", "").startsWith("text/html")) {
                return false;
            }
            if (answer.status() >= HttpStatus.BAD_REQUEST.value()) {
                throw new AssertionError("a link leads to " + path + ": " + answer.status());
            }
            Browser.ready(page);
            return true;
        } catch (PlaywrightException e) {
            if (e.getMessage().contains("ERR_ABORTED") || e.getMessage().contains("Download")) {
                return false;
            }
            throw new AssertionError(path + " cannot be opened", e);
        }
    }

    /** Without what each of its variables may be. */
    private static String plain(String address) {
        return address.replaceAll(":(\\{[^}]*}|[^{}])*}", "}");
    }

    /** Addresses of views nobody came to. */
    List<String> unseen() {
        List<String> left = new ArrayList<>(addresses.keySet());
        left.removeAll(seen);
        left.removeIf(address -> address.startsWith("/lab/{")
                || NO_VIEW.matcher(address).matches()
                || ELSEWHERE.contains(plain(address)));
        return left;
    }
}
