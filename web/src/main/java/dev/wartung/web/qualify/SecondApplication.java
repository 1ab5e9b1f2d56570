package dev.wartung.web.qualify;

import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;

/** The application as it is installed, once more, on a database of its own and a port that is free; ended with {@link #close}. */
final class SecondApplication implements AutoCloseable {

    private static final Duration LONGEST_START = Duration.ofMinutes(3);
    /** As the start script has it, without its archive of classes. */
    static final List<String> MACHINE = List.of(
            "java",
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Xms140m",
            "-Xmn48m",
            "-Xmx240m",
            "-Xss512k",
            "-XX:MetaspaceSize=160m");

    private final Process process;
    private final int port;
    private final Path log;

    /**
     * Starts it.
     *
     * @param started what starts it: a jar or a class with its path
     * @param folder  for what it writes
     * @param settings its environment besides
     * @throws IOException if it cannot be started
     */
    SecondApplication(List<String> started, Path folder, Map<String, String> settings) throws IOException {
        try (ServerSocket free = new ServerSocket(0)) {
            port = free.getLocalPort();
        }
        log = folder.resolve("second.log");
        ProcessBuilder builder = new ProcessBuilder(new ArrayList<>(MACHINE));
        builder.command().addAll(started);
        builder.environment().putAll(settings);
        builder.environment().put("SERVER_PORT", String.valueOf(port));
        builder.directory(folder.toFile());
        process = builder.redirectErrorStream(true).redirectOutput(log.toFile()).start();
        // also where this is ended from outside
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
    }

    String base() {
        return "http://127.0.0.1:" + port;
    }

    /**
     * Waits until it answers.
     *
     * @throws IOException if it has ended, or does not answer within three minutes
     */
    void await() throws IOException, InterruptedException {
        HttpClient client =
                HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(1)).build();
        long until = System.nanoTime() + LONGEST_START.toNanos();
        while (!up(client)) {
            if (!process.isAlive() || System.nanoTime() > until) {
                throw new IOException("the application does not answer on a database of its own: "
                        + Files.readString(log).lines().limit(20).toList());
            }
            Thread.sleep(100);
        }
    }

    private boolean up(HttpClient client) throws InterruptedException {
        try {
            HttpRequest asked = HttpRequest.newBuilder(URI.create(base() + "/actuator/health"))
                    .timeout(Duration.ofSeconds(5))
                    .build();
            return client.send(asked, BodyHandlers.ofString()).body().contains("\"UP\"");
        } catch (IOException e) {
            return false;
        }
    }

    @Override
    public void close() {
        process.destroy();
        try {
            if (!process.waitFor(20, TimeUnit.SECONDS)) {
                process.destroyForcibly();
            }
        } catch (InterruptedException e) {
            process.destroyForcibly();
            Thread.currentThread().interrupt();
        }
    }
}
