package dev.wartung.web.outage;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Somebody with a browser's manners: cookies, the token of the page, logging in again when asked to, and sending the
 * same form again until it is answered.
 */
public final class Technician {

    private static final Pattern TOKEN =
            Pattern.compile("name=\"(?:_csrf|csrf-token)\" (?:value|content)=\"([^\"]+)\"");

    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .cookieHandler(new CookieManager())
            .connectTimeout(Duration.ofSeconds(2))
            .build();
    private final String base;
    private final String name;
    private final String password;
    private String token = "";

    public Technician(String base, String name, String password) {
        this.base = base;
        this.name = name;
        this.password = password;
    }

    /**
     * Asked once.
     *
     * @throws IOException if the connection breaks
     */
    public HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return client.send(
                HttpRequest.newBuilder(URI.create(base + path))
                        .timeout(Duration.ofSeconds(45))
                        .build(),
                BodyHandlers.ofString());
    }

    /**
     * Sent once, as the page's own script would.
     *
     * @throws IOException if the connection breaks: whether it was done is not known then
     */
    public HttpResponse<String> post(String path, Map<String, String> fields) throws IOException, InterruptedException {
        String form = fields.entrySet().stream()
                .map(e -> encoded(e.getKey()) + "=" + encoded(e.getValue()))
                .collect(Collectors.joining("&"));
        return client.send(
                HttpRequest.newBuilder(URI.create(base + path))
                        .timeout(Duration.ofSeconds(45))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .header("X-CSRF-TOKEN", token)
                        .header("HX-Request", "true")
                        .POST(HttpRequest.BodyPublishers.ofString(form))
                        .build(),
                BodyHandlers.ofString());
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    public void login() throws IOException, InterruptedException {
        token = tokenOf(get("/login").body());
        HttpResponse<String> answer = post("/login", Map.of("username", name, "password", password));
        String to = answer.headers().firstValue("Location").orElse("");
        if (answer.statusCode() == 302 && !to.contains("/login")) {
            // the first page, or the one that must be seen before
            HttpResponse<String> page = get("/");
            token = tokenOf(
                    page.statusCode() == 302
                            ? get(URI.create(page.headers()
                                                    .firstValue("Location")
                                                    .orElse("/"))
                                            .getPath())
                                    .body()
                            : page.body());
        } else if (answer.statusCode() < 500) {
            throw new IllegalStateException(name + " cannot log in: " + answer.statusCode() + " " + to);
        }
    }

    private static String tokenOf(String page) throws IOException {
        Matcher found = TOKEN.matcher(page);
        if (!found.find()) {
            throw new IOException("a page without its token");
        }
        return found.group(1);
    }

    /**
     * Sends a form again and again until it is answered by a page or a redirect: the same form, so that done twice is
     * done once. An answer that only says “later” (502, 503), a broken
     * connection and a lost login are what is waited out.
     */
    public HttpResponse<String> sendUntilAnswered(String path, Map<String, String> fields) throws InterruptedException {
        while (true) {
            try {
                HttpResponse<String> answer = post(path, fields);
                boolean loggedOut = answer.statusCode() == 401
                        || answer.statusCode() == 403
                        || answer.headers().firstValue("Location").orElse("").contains("/login");
                if (loggedOut) {
                    login();
                } else if (answer.statusCode() != 502 && answer.statusCode() != 503) {
                    return answer;
                }
            } catch (IOException e) {
                // broken on the way: sent again below
            }
            Thread.sleep(200);
        }
    }
}
