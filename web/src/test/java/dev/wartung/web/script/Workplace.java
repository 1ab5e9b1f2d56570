package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;

/**
 * A checkout of its own with the real script and the real PostgreSQL, and doubles of what takes long or cannot be
 * broken on purpose: {@code java}, {@code mvn}, {@code curl},
 * {@code apt-get}, and of {@code setsid} that takes its time. A double of the application lives until it is ended and
 * is up as long as it lives; files in {@code says} make the doubles misbehave.
 */
@SuppressWarnings("try") // whoever closes it may be interrupted
final class Workplace implements AutoCloseable {

    private static final Path SCRIPT =
            Path.of(System.getProperty("wartung.script", "..")).resolve("wartung");
    private static final Path DOUBLES = Path.of("src/test/resources/script");
    private static final long PATIENCE_MS = 60_000;

    final Path folder;
    private final List<Process> begun = new ArrayList<>();

    /** What a command did. */
    record Ran(int exit, String out) {}

    /** A command under way. */
    record Begun(Process process, Path out) {

        /** What it has said so far. */
        String said() {
            try {
                return Files.readString(out, StandardCharsets.UTF_8);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        Ran ended() throws InterruptedException {
            boolean ended = process.waitFor(PATIENCE_MS, TimeUnit.MILLISECONDS);
            assertThat(ended)
                    .as(() -> "it ends, having said%n%s%namong these:%n%s"
                            .formatted(said(), String.join("\n", descendants())))
                    .isTrue();
            return new Ran(process.exitValue(), said());
        }

        /** What it has begun and waits for, each with what it was started with. */
        private List<String> descendants() {
            return process.descendants().map(Workplace::line).toList();
        }
    }

    Workplace() {
        try {
            // not a test's own temporary folder: the database's user must be able to enter it
            folder = Files.createTempDirectory("wartung-script").toRealPath();
            furnish();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void furnish() throws IOException {
        Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwxr-xr-x"));
        for (String made : List.of(
                "checkout/bin",
                "checkout/core",
                "checkout/bench/target",
                "checkout/scheduling",
                "checkout/web",
                "checkout/docs/schemas",
                "doubles",
                "says",
                "tmp")) {
            Files.createDirectories(folder.resolve(made));
        }
        // the application's own user says things, too
        Files.setPosixFilePermissions(folder.resolve("says"), PosixFilePermissions.fromString("rwxrwxrwx"));
        Files.copy(SCRIPT, folder.resolve("checkout/wartung"));
        try (Stream<Path> parts = Files.list(SCRIPT.resolveSibling("bin"));
                Stream<Path> doubles = Files.list(DOUBLES)) {
            parts.forEach(p -> copied(p, folder.resolve("checkout/bin")));
            doubles.forEach(p -> copied(p, folder.resolve("doubles")).toFile().setExecutable(true, false));
        }
        Files.writeString(folder.resolve("checkout/pom.xml"), "");
        Files.writeString(folder.resolve("checkout/docs/demo-accounts.txt"), "accounts\n");
        for (String built : List.of("lib", "wartung.jar", "bench.jar")) {
            Files.createDirectories(app().resolve(built));
        }
        Files.writeString(app().resolve("classes.jsa"), "classes\n");
        Files.writeString(app().resolve("classes.cksum"), "1268333997 8\n");
        Files.writeString(app().resolve(".stamp"), stamp());
    }

    /** Where the build leaves the application; here it is built already. */
    Path app() {
        return folder.resolve("checkout/web/target/app");
    }

    /** As a fresh checkout is: the script builds first, and makes the archive of classes. */
    void unbuilt() throws IOException {
        Files.delete(app().resolve(".stamp"));
    }

    /** What the script makes of the sources, the same in every workplace. */
    private String stamp() throws IOException {
        Process process = new ProcessBuilder("bash", "-c", "here=.; . bin/application.sh; sources_stamp")
                .directory(folder.resolve("checkout").toFile())
                .start();
        return new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
    }

    private static Path copied(Path file, Path into) {
        try {
            return Files.copy(file, into.resolve(file.getFileName().toString()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Path home() {
        return folder.resolve("home");
    }

    /** Tells the doubles something. */
    void say(String what) throws IOException {
        Files.createFile(folder.resolve("says").resolve(what));
    }

    boolean isSaid(String what) {
        return Files.exists(folder.resolve("says").resolve(what));
    }

    Begun begin(Map<String, String> environment, String... arguments) throws IOException {
        // a shell cannot trap what was ignored when it began, as it is where these tests run in the background
        List<String> command = new ArrayList<>(List.of(
                "env",
                "--default-signal=INT,HUP,TERM",
                "bash",
                folder.resolve("checkout/wartung").toString()));
        command.addAll(List.of(arguments));
        ProcessBuilder builder = new ProcessBuilder(command).directory(folder.toFile());
        builder.environment().put("PATH", folder.resolve("doubles") + ":" + System.getenv("PATH"));
        builder.environment().put("WARTUNG_HOME", home().toString());
        builder.environment().put("SAYS", folder.resolve("says").toString());
        builder.environment().put("TMPDIR", folder.resolve("tmp").toString());
        builder.environment().put("PORT", "18099");
        environment.forEach((name, value) -> {
            if (value.isEmpty()) {
                builder.environment().remove(name);
            } else {
                builder.environment().put(name, value);
            }
        });
        Path out = Files.createTempFile(folder, "out", ".txt");
        // a file and not a pipe, which whatever goes on running would hold open
        builder.redirectErrorStream(true)
                .redirectOutput(out.toFile())
                .redirectInput(Path.of("/dev/null").toFile());
        Process process = builder.start();
        begun.add(process);
        return new Begun(process, out);
    }

    Ran run(Map<String, String> environment, String... arguments) throws IOException, InterruptedException {
        return begin(environment, arguments).ended();
    }

    Ran run(String... arguments) throws IOException, InterruptedException {
        return run(Map.of(), arguments);
    }

    static void signal(String name, long pid) throws IOException, InterruptedException {
        assertThat(new ProcessBuilder("kill", "-" + name, String.valueOf(pid))
                        .start()
                        .waitFor())
                .isZero();
    }

    static void await(String what, BooleanSupplier there) throws InterruptedException {
        long until = System.nanoTime() + TimeUnit.MILLISECONDS.toNanos(PATIENCE_MS);
        while (!there.getAsBoolean()) {
            assertThat(System.nanoTime()).as(what).isLessThan(until);
            Thread.sleep(20);
        }
    }

    static boolean isDeafToInt(ProcessHandle process) {
        try (Stream<String> lines = Files.lines(Path.of("/proc", String.valueOf(process.pid()), "status"))) {
            String ignored =
                    lines.filter(line -> line.startsWith("SigIgn:")).findFirst().orElseThrow();
            // a bit for each signal, the first for number 1; INT is number 2
            return (Long.parseUnsignedLong(ignored.replaceAll("\\W|SigIgn", ""), 16) & 0b10) != 0;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Every process that has this workplace in what it was started with. */
    List<String> processes() {
        return ProcessHandle.allProcesses()
                .filter(p -> p.pid() != ProcessHandle.current().pid())
                .map(Workplace::line)
                .filter(line -> line.contains(folder.toString()))
                .toList();
    }

    private static String line(ProcessHandle process) {
        try {
            return process.pid() + " "
                    + Files.readString(
                                    Path.of("/proc", String.valueOf(process.pid()), "cmdline"),
                                    StandardCharsets.ISO_8859_1)
                            .replace('\0', ' ');
        } catch (IOException e) {
            return "";
        }
    }

    /** The process whose number stands in a file of the data folder. */
    ProcessHandle process(String file) throws IOException {
        return ProcessHandle.of(Long.parseLong(
                        Files.readAllLines(home().resolve(file)).get(0).strip()))
                .orElseThrow();
    }

    @Override
    public void close() throws IOException, InterruptedException {
        begun.forEach(Process::destroyForcibly);
        for (String line : processes()) {
            ProcessHandle.of(Long.parseLong(line.substring(0, line.indexOf(' '))))
                    .ifPresent(ProcessHandle::destroyForcibly);
        }
        await("all has ended", () -> processes().isEmpty());
        new ProcessBuilder("rm", "-rf", folder.toString()).start().waitFor();
    }
}
