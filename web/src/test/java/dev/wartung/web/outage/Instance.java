package dev.wartung.web.outage;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/**
 * The application as a process of its own, with the memory, the compiler and the beans prepared ahead of time as the
 * start script has them. It can be killed and started again.
 */
public final class Instance {

    /** As in the script {@code wartung}. */
    public static final List<String> MACHINE = List.of(
            "java",
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Xms140m",
            "-Xmn48m",
            "-Xmx240m",
            "-Xss512k",
            "-XX:MetaspaceSize=160m",
            "-Xshare:auto",
            "-Dspring.aot.enabled=true");

    private final HttpClient client =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(1)).build();
    private final List<String> command;
    private final int port;
    private final Path log;
    private @Nullable Process process;

    /** @param started what starts it: a class with its path, or a jar */
    public Instance(int port, Path log, List<String> started, List<String> settings) {
        this.port = port;
        this.log = log;
        command = new ArrayList<>(MACHINE);
        command.add("-Djava.io.tmpdir=" + System.getProperty("java.io.tmpdir"));
        command.addAll(started);
        command.addAll(settings);
        command.add("--server.port=" + port);
    }

    public static List<String> fromClasses() {
        return List.of("-cp", System.getProperty("java.class.path"), "dev.wartung.web.WartungApplication");
    }

    public String base() {
        return "http://127.0.0.1:" + port;
    }

    public void start() throws IOException {
        ProcessBuilder builder = new ProcessBuilder(command);
        builder.environment().put("MALLOC_ARENA_MAX", "2");
        process = builder.redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
                .start();
    }

    /** Waits until a page is answered. */
    public void awaitUp() throws IOException, InterruptedException {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(120);
        while (!answers()) {
            if (process == null || !process.isAlive() || System.nanoTime() > until) {
                throw new IllegalStateException("it does not answer:\n" + Files.readString(log));
            }
            Thread.sleep(50);
        }
    }

    public boolean answers() throws InterruptedException {
        try {
            return client.send(
                                    HttpRequest.newBuilder(URI.create(base() + "/login"))
                                            .timeout(Duration.ofSeconds(5))
                                            .build(),
                                    BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (IOException e) {
            return false;
        }
    }

    public boolean isRunning() {
        return process != null && process.isAlive();
    }

    public void kill() throws InterruptedException {
        if (process != null) {
            process.destroyForcibly().waitFor();
        }
    }

    /** Asks it to end, and waits until it has. */
    public void end() throws InterruptedException {
        if (process != null) {
            process.destroy();
            process.waitFor();
        }
    }

    /** The most memory it had so far, in MiB, all of it: heap, code, threads. */
    public double mostMemoryMib() throws IOException {
        String line =
                Files.readAllLines(Path.of("/proc", String.valueOf(process == null ? 0 : process.pid()), "status"))
                        .stream()
                        .filter(l -> l.startsWith("VmHWM"))
                        .findFirst()
                        .orElseThrow();
        return Double.parseDouble(line.replaceAll("\\D", "")) / 1024;
    }
}
