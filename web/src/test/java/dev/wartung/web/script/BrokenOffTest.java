package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.script.Workplace.Begun;
import dev.wartung.web.script.Workplace.Ran;
import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.junit.jupiter.api.AutoClose;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Broken off at any moment: nothing of ours stays up, and the status says by what. */
class BrokenOffTest {

    private static final int AT_ONCE = 6;

    private static final int TIMES = 100;

    @AutoClose
    private final Workplace place = new Workplace();

    @ParameterizedTest(name = "{0} while {1}")
    @CsvSource({"INT, building", "TERM, building", "INT, starting", "INT, serving", "TERM, serving", "HUP, serving"})
    @DisplayName("Ctrl-C, an order to end and a closed terminal, at any moment: nothing stays up")
    void signals(String signal, String moment) throws Exception {
        if (moment.equals("building")) {
            place.unbuilt();
            place.say("mvn-hangs");
        } else if (moment.equals("starting")) {
            place.say("java-hangs");
        }
        Begun demo = place.begin(Map.of(), "demo");
        switch (moment) {
            case "building" -> Workplace.await("it builds", () -> place.isSaid("building"));
            case "starting" -> Workplace.await("it starts", () -> place.isSaid("begun"));
            default -> Workplace.await("it serves", () -> demo.said().contains("Ctrl-C stops it."));
        }
        // where many short commands are waited for, bash now and then loses an INT: nothing there may hear it
        assertThat(demo.process().children()).allMatch(Workplace::isDeafToInt).isNotEmpty();
        Workplace.signal(signal, demo.process().pid());
        assertThat(demo.ended().exit())
                .as(demo.said())
                .isEqualTo(
                        switch (signal) {
                            case "INT" -> 130;
                            case "TERM" -> 143;
                            default -> 129;
                        });
        assertThat(place.processes()).isEmpty();
        assertThat(place.run("status")).isEqualTo(new Ran(3, "stopped (data in " + place.home() + ")\n"));
        assertThat(place.folder.resolve("tmp")).isEmptyDirectory();
    }

    @ParameterizedTest(name = "{0}")
    @ValueSource(strings = {"server", "bench", "application"})
    @DisplayName(
            "Ended just as a process begins, before it is known by its own name or has written its number anywhere")
    void justBegun(String what) throws Exception {
        place.say("setsid-waits-" + what);
        Begun demo = place.begin(Map.of(), "demo");
        Workplace.await("it is about to begin", () -> place.isSaid("setsid-" + what));
        Workplace.signal("TERM", demo.process().pid());
        // usually 143 (signals and whileReading ask for it); in one of about a hundred runs what it broke into ended
        // the script first
        assertThat(demo.ended().exit()).as(demo.said()).isNotZero();
        assertThat(place.processes()).as(demo.said()).isEmpty();
    }

    @Test
    @DisplayName(
            "A signal that comes while a program's output is read ends it as at any moment, and its words are not lost in the shell's reading")
    void whileReading() throws Exception {
        Path summing = place.folder.resolve("doubles/cksum");
        Files.writeString(
                summing, "#!/bin/bash\ntouch \"$SAYS/summing\"\n/bin/sleep 0.5\nexec /usr/bin/cksum \"$@\"\n");
        assertThat(summing.toFile().setExecutable(true, false)).isTrue();
        Begun demo = place.begin(Map.of(), "demo");
        Workplace.await("it reads a sum", () -> place.isSaid("summing"));
        Workplace.signal("TERM", demo.process().pid());
        assertThat(demo.ended().exit()).as(demo.said()).isEqualTo(143);
        assertThat(demo.said()).doesNotContain("trap:");
        assertThat(place.processes()).as(demo.said()).isEmpty();
    }

    @Test
    @DisplayName("Tests that are broken off leave no server and no folder")
    void tests() throws Exception {
        Files.writeString(place.folder.resolve("doubles/shellcheck"), "#!/bin/bash\n");
        Files.writeString(place.folder.resolve("doubles/chromium"), "#!/bin/bash\n");
        for (String name : List.of("shellcheck", "chromium")) {
            place.folder.resolve("doubles").resolve(name).toFile().setExecutable(true);
        }
        place.say("mvn-hangs");
        Begun test = place.begin(Map.of(), "test", "OneTest", "OtherTest");
        Workplace.await("it runs", () -> place.isSaid("building"));
        assertThat(place.processes())
                .anyMatch(p -> p.contains("/postgres "))
                .anyMatch(p -> p.contains("-Dtest=OneTest,OtherTest "));
        Workplace.signal("INT", test.process().pid());
        Ran ran = test.ended();
        assertThat(ran.exit()).as(ran.out()).isEqualTo(130);
        assertThat(place.processes()).as(ran.out()).isEmpty();
        assertThat(place.folder.resolve("tmp")).isEmptyDirectory();
    }

    @Test
    @DisplayName("The scripts take output with `...` alone: the other way loses signals (.shellcheckrc says why)")
    void readsOneWay() throws IOException {
        try (Stream<Path> parts = Files.list(Path.of("../bin"))) {
            for (Path part :
                    Stream.concat(Stream.of(Path.of("../wartung")), parts).toList()) {
                assertThat(Files.readAllLines(part))
                        .as("%s", part)
                        .noneMatch(line -> line.matches(".*([$]\\((?!\\()|[<>]\\().*"));
            }
        }
    }

    @Test
    @DisplayName(
            "Ctrl-C where a password is asked for, whatever it comes upon: it ends, and the terminal shows again what is typed")
    void passwordAsked() throws Exception {
        Files.writeString(
                place.folder.resolve("checkout/asking"),
                """
                set -euo pipefail
                trap : INT
                here=.
                . bin/home.sh
                . bin/data.sh
                (in_a_part ask_password rita) || echo "ended with $?"
                stty -a | grep -o -- '-*echo '
                """);
        // at once, so that each is interrupted somewhere else: it is said to all a command has begun, too
        ExecutorService terminals = Executors.newFixedThreadPool(AT_ONCE);
        try {
            List<Future<String>> all = new ArrayList<>();
            for (int i = 0; i < TIMES; i++) {
                all.add(terminals.submit(this::brokenOffAtThePassword));
            }
            for (Future<String> said : all) {
                assertThat(said.get()).containsPattern("ended with 130\\s+echo ");
            }
        } finally {
            terminals.shutdownNow();
        }
    }

    /** All that stands on a terminal of its own: what is written to it is typed. Ctrl-C is heard there, though not here. */
    private String brokenOffAtThePassword() throws IOException {
        Process terminal = new ProcessBuilder(
                        "timeout",
                        "60",
                        "env",
                        "--default-signal=INT",
                        "script",
                        "--quiet",
                        "--command",
                        "bash asking",
                        "/dev/null")
                .directory(place.folder.resolve("checkout").toFile())
                .redirectErrorStream(true)
                .start();
        StringBuilder said = new StringBuilder();
        try (Reader out = terminal.inputReader(StandardCharsets.UTF_8);
                Writer in = terminal.outputWriter(StandardCharsets.UTF_8)) {
            for (int next = out.read(); next >= 0; next = out.read()) {
                said.append((char) next);
                if (said.toString().endsWith("Password of rita: ")) {
                    in.write('\u0003');
                    in.flush();
                }
            }
        }
        return said.toString();
    }

    @Test
    @DisplayName("A log of a test run that holds a password, or a request that ended in a stack trace, is found out")
    void logsTellNothing() throws Exception {
        Path log = place.folder.resolve("maven.log");
        Files.createDirectories(place.home().resolve("run"));
        Files.writeString(place.home().resolve("run/db-password"), "of-the-database\n");
        String run =
                "set -euo pipefail; here=.; . bin/home.sh; . bin/developing.sh; WARTUNG_TESTS_PASSWORD=of-the-owner; WARTUNG_HOME='"
                        + place.home() + "'; tells_nothing '" + log + "'";
        for (String line : List.of(
                "all is well",
                "wrong: a-long-test-password",
                "with of-the-database",
                "by of-the-owner",
                "Servlet.service() for servlet [x]")) {
            Files.writeString(log, "begins\n" + line + "\nends\n");
            Process process = new ProcessBuilder("bash", "-c", run)
                    .directory(place.folder.resolve("checkout").toFile())
                    .redirectErrorStream(true)
                    .start();
            String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(process.waitFor()).as(line + said).isEqualTo(line.equals("all is well") ? 0 : 1);
        }
    }

    @Test
    @DisplayName("A process that ends while it is looked at is none of ours, and nothing is said of it")
    void endedMeanwhile() throws Exception {
        // its program was read a moment ago, its number is gone by now: numbers end below this one
        Process process = new ProcessBuilder(
                        "bash",
                        "-c",
                        "set -euo pipefail; here=.; . bin/home.sh; . bin/database.sh; readlink() { echo /usr/lib/postgresql/bin/postgres; }; WARTUNG_HOME=/nowhere; pg_is_ours 99999999")
                .directory(place.folder.resolve("checkout").toFile())
                .redirectErrorStream(true)
                .start();
        assertThat(new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8))
                .isEmpty();
        assertThat(process.waitFor()).isEqualTo(1);
    }
}
