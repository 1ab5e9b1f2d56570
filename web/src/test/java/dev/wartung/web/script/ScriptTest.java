package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The script's answers to what is wrong around it: a clear sentence, a non-zero exit, nothing broken. */
class ScriptTest {

    @TempDir
    private Path folder;

    private record Ran(int exit, String out) {}

    private Ran wartung(Map<String, String> environment, String... arguments) throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder("bash", Path.of("../wartung").toRealPath().toString());
        builder.command().addAll(List.of(arguments));
        // never the home the tests themselves run from
        builder.environment().put("WARTUNG_HOME", folder.resolve("home").toString());
        builder.environment().putAll(environment);
        Process process = builder.redirectErrorStream(true).redirectInput(ProcessBuilder.Redirect.from(Path.of("/dev/null").toFile())).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(60, TimeUnit.SECONDS)).isTrue();
        return new Ran(process.exitValue(), out);
    }

    @Test
    @DisplayName("A port in use, or a port that is none, is told before anything is begun")
    void ports() throws Exception {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            Ran ran = wartung(Map.of("PORT", String.valueOf(taken.getLocalPort())), "demo", "--detach");
            assertThat(ran.exit()).isNotZero();
            assertThat(ran.out()).contains("port " + taken.getLocalPort() + " is in use");
        }
        Ran letters = wartung(Map.of("PORT", "http"), "start");
        assertThat(letters.exit()).isNotZero();
        assertThat(letters.out()).contains("PORT must be a number");
        assertThat(folder.resolve("home")).doesNotExist();
    }

    @Test
    @DisplayName("A folder that holds something else is neither used nor deleted")
    void foreignFolder() throws Exception {
        Path foreign = Files.createDirectory(folder.resolve("letters"));
        Files.writeString(foreign.resolve("letter.txt"), "Dear");
        Ran reset = wartung(Map.of("WARTUNG_HOME", foreign.toString()), "reset", "--yes");
        assertThat(reset.exit()).isNotZero();
        assertThat(reset.out()).contains("not a Wartung data folder");
        assertThat(foreign.resolve("letter.txt")).exists();
    }

    @Test
    @DisplayName("Reset asks; without an answer nothing is deleted; with --yes the folder goes")
    void reset() throws Exception {
        Path home = Files.createDirectories(folder.resolve("home"));
        Files.createFile(home.resolve(".wartung"));
        assertThat(wartung(Map.of(), "reset").exit()).isNotZero();
        assertThat(home).exists();
        assertThat(wartung(Map.of(), "reset", "--yes").exit()).isZero();
        assertThat(home).doesNotExist();
    }

    @Test
    @DisplayName("Stop ends only what it began: a process number left behind by something else is let live")
    void stopsOnlyItsOwn() throws Exception {
        Path run = Files.createDirectories(folder.resolve("home/run"));
        Files.createFile(folder.resolve("home/.wartung"));
        Process other = new ProcessBuilder("sleep", "60").start();
        Files.writeString(run.resolve("pid"), String.valueOf(other.pid()));
        Ran ran = wartung(Map.of(), "stop");
        assertThat(ran.exit()).isZero();
        assertThat(ran.out()).contains("not running");
        assertThat(other.isAlive()).isTrue();
        other.destroy();
        assertThat(wartung(Map.of(), "status").out()).contains("stopped");
    }

    @Test
    @DisplayName("An unknown command prints what there is, and a database shell without a database says so")
    void usage() throws Exception {
        assertThat(wartung(Map.of(), "dmeo")).satisfies(r -> {
            assertThat(r.exit()).isEqualTo(2);
            assertThat(r.out()).contains("usage:", "demo [--detach]");
        });
        Ran psql = wartung(Map.of(), "psql");
        assertThat(psql.exit()).isNotZero();
        assertThat(psql.out()).contains("the database is not running");
    }
}
