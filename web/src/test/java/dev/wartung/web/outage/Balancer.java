package dev.wartung.web.outage;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpConnectTimeoutException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A simple balancer: each request to the next instance, whoever it comes from; to another one only if the first could
 * not be reached at all. What breaks on the way is 502 to
 * whoever asked, who cannot know whether it was done.
 */
final class Balancer implements AutoCloseable {

    private static final Set<String> OWN =
            Set.of("connection", "content-length", "host", "transfer-encoding", "upgrade", "http2-settings", ":status");

    private final HttpClient client = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(Duration.ofSeconds(1))
            .build();
    private final AtomicInteger turn = new AtomicInteger();
    private final ExecutorService hands = Executors.newCachedThreadPool();
    private final HttpServer server;
    private final List<Instance> instances;

    Balancer(List<Instance> instances) throws IOException {
        this.instances = instances;
        server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 100);
        server.setExecutor(hands);
        server.createContext("/", this::pass);
        server.start();
    }

    String base() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    private void pass(HttpExchange exchange) throws IOException {
        try (exchange) {
            byte[] body = exchange.getRequestBody().readAllBytes();
            int first = turn.getAndIncrement();
            for (int i = 0; i < instances.size(); i++) {
                try {
                    answer(
                            exchange,
                            client.send(
                                    request(
                                            exchange,
                                            instances
                                                    .get((first + i) % instances.size())
                                                    .base(),
                                            body),
                                    BodyHandlers.ofByteArray()));
                    return;
                } catch (ConnectException | HttpConnectTimeoutException e) {
                    // nobody there: it has not been asked, so another may be
                } catch (IOException e) {
                    break;
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                    return;
                }
            }
            exchange.sendResponseHeaders(502, -1);
        }
    }

    private static HttpRequest request(HttpExchange exchange, String base, byte[] body) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + exchange.getRequestURI()))
                .timeout(Duration.ofSeconds(40))
                .method(exchange.getRequestMethod(), HttpRequest.BodyPublishers.ofByteArray(body));
        exchange.getRequestHeaders().forEach((name, values) -> {
            if (!OWN.contains(name.toLowerCase(Locale.ROOT))) {
                values.forEach(v -> request.header(name, v));
            }
        });
        return request.build();
    }

    private static void answer(HttpExchange exchange, HttpResponse<byte[]> response) throws IOException {
        response.headers().map().forEach((name, values) -> {
            if (!OWN.contains(name.toLowerCase(Locale.ROOT))) {
                values.forEach(v -> exchange.getResponseHeaders().add(name, v));
            }
        });
        exchange.sendResponseHeaders(response.statusCode(), response.body().length == 0 ? -1 : response.body().length);
        exchange.getResponseBody().write(response.body());
    }

    @Override
    public void close() {
        server.stop(0);
        hands.shutdownNow();
    }
}
