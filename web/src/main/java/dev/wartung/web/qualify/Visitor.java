package dev.wartung.web.qualify;

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

/** Somebody with a browser's manners, without one: cookies, the token of the page, forms. */
public class Visitor {

    private static final Pattern TOKEN =
            Pattern.compile("name=\"(?:_csrf|csrf-token)\" (?:value|content)=\"([^\"]+)\"");

    private static final String BOUNDARY = "------a-part-of-this-form------";

    private final HttpClient client;
    private final String base;
    private final String name;
    private final String password;
    private String token = "";

    public Visitor(String base, String name, String password) {
        this(
                HttpClient.newBuilder()
                        .version(HttpClient.Version.HTTP_1_1)
                        .cookieHandler(new CookieManager())
                        .connectTimeout(Duration.ofSeconds(2))
                        .build(),
                base,
                name,
                password);
    }

    private Visitor(HttpClient client, String base, String name, String password) {
        this.client = client;
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

    /** The same one, whose forms do not carry what the page put into them. */
    Visitor withoutToken() {
        return new Visitor(client, base, name, password);
    }

    /**
     * A file, sent with a form.
     *
     * @throws IOException if the connection breaks
     */
    public HttpResponse<String> upload(String path, Map<String, String> fields, String fileName, String content)
            throws IOException, InterruptedException {
        StringBuilder body = new StringBuilder();
        fields.forEach((name, value) ->
                body.append(part("name=\"" + name + "\"")).append(value).append("\r\n"));
        body.append(part("name=\"file\"; filename=\"" + fileName + "\""))
                .append(content)
                .append("\r\n--" + BOUNDARY + "--\r\n");
        return client.send(
                HttpRequest.newBuilder(URI.create(base + path))
                        .timeout(Duration.ofSeconds(45))
                        .header("Content-Type", "multipart/form-data; boundary=" + BOUNDARY)
                        .header("X-CSRF-TOKEN", token)
                        .POST(HttpRequest.BodyPublishers.ofString(body.toString()))
                        .build(),
                BodyHandlers.ofString());
    }

    private static String part(String disposition) {
        return "--" + BOUNDARY + "\r\nContent-Disposition: form-data; " + disposition + "\r\n\r\n";
    }

    /**
     * Logs in and keeps the token of the page that comes then.
     *
     * @throws IllegalStateException if name or password are wrong
     * @throws IOException           if the connection breaks
     */
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
}
