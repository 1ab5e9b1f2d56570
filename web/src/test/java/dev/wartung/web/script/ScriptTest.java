package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.wartung.web.script.Workplace.Begun;
import dev.wartung.web.script.Workplace.Ran;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AutoClose;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Starting, stopping, and what can go wrong around them: a clear sentence, the right exit, nothing of ours left over
 * and nothing of others touched.
 */
class ScriptTest {

    private static final boolean ROOT = "root".equals(System.getProperty("user.name"));

    @AutoClose
    private final Workplace place = new Workplace();

    @Test
    @DisplayName(
            "Started by one spelling of the folder and stopped by another, with blanks and quotes in it; a demo's bench goes with it; logs are kept")
    void spellings() throws Exception {
        Path odd = place.folder.resolve("a 'plant's' \"data\" $HOME");
        Ran started = place.run(Map.of("WARTUNG_HOME", "a 'plant's' \"data\" $HOME/"), "demo", "--detach");
        assertThat(started.exit()).as(started.out()).isZero();
        assertThat(started.out()).contains("Wartung is at http://127.0.0.1:18099");
        assertThat(place.isSaid("bench-is-on")).isTrue();
        assertThat(place.run(Map.of("WARTUNG_HOME", odd.toString()), "status").out())
                .startsWith("running: ");
        assertThat(place.run(Map.of("WARTUNG_HOME", odd.toString()), "start", "--detach")
                        .out())
                .contains("running already");
        Ran stopped = place.run(Map.of("WARTUNG_HOME", "./tmp/../" + odd.getFileName() + "//"), "stop");
        assertThat(stopped.out()).isEqualTo("Stopping Wartung.\n");
        assertThat(place.processes()).isEmpty();
        assertThat(place.run(Map.of("WARTUNG_HOME", odd.toString()), "start", "--detach")
                        .exit())
                .isZero();
        assertThat(odd.resolve("run/wartung.log.1")).content().contains("application begins");
        assertThat(odd.resolve("run/wartung.log")).content().contains("application begins", "-XX:SharedArchiveFile=");
        assertThat(place.run(Map.of("WARTUNG_HOME", odd.toString()), "stop").exit())
                .isZero();
    }

    @Test
    @DisplayName(
            "Begun by root, application and bench run as a user of their own, who may write anchors and read their key, and nothing else of the data")
    void notAsRoot() throws Exception {
        Ran started = place.run("demo", "--detach");
        assertThat(started.exit()).as(started.out()).isZero();
        String expected = ROOT ? "wartung" : System.getProperty("user.name");
        for (String numbered : List.of("run/pid", "run/bench-pid")) {
            assertThat(place.process(numbered).info().user()).as(numbered).contains(expected);
        }
        if (ROOT) {
            assertThat(Files.getOwner(place.home().resolve("anchors")).getName())
                    .isEqualTo("wartung");
            assertThat(Files.getOwner(place.home().resolve("run")).getName()).isEqualTo("root");
            assertThat(Files.getOwner(place.home().resolve("run/db-password")).getName())
                    .isEqualTo("root");
            assertThat(place.run("stop").exit()).isZero();
            Path elsewhere = Files.createDirectory(place.folder.resolve("elsewhere"));
            Ran refused = place.run(Map.of("WARTUNG_ANCHORS", elsewhere.toString()), "start", "--detach");
            assertThat(refused.exit()).isNotZero();
            assertThat(refused.out()).contains("user wartung cannot write in " + elsewhere, "chown -R wartung:");
            assertThat(place.processes()).isEmpty();
            Path made = place.folder.resolve("made");
            Ran there = place.run(Map.of("WARTUNG_ANCHORS", made.toString()), "start", "--detach");
            assertThat(there.exit()).as(there.out()).isZero();
            assertThat(Files.getOwner(made).getName()).isEqualTo("wartung");
            assertThat(place.run("stop").exit()).isZero();
            // a checkout that only root may enter: the application is put where its user can read it
            Files.setPosixFilePermissions(
                    place.folder.resolve("checkout"), PosixFilePermissions.fromString("rwx------"));
            Ran again = place.run("start", "--detach");
            assertThat(again.exit()).as(again.out()).isZero();
            assertThat(place.home().resolve("program/.stamp")).exists();
            assertThat(place.home().resolve("run/wartung.log"))
                    .content()
                    .contains(place.home().resolve("program/wartung.jar").toString());
        }
        assertThat(place.run("stop").exit()).isZero();
    }

    @Test
    @DisplayName("Status tells the truth when only one of the two is up, and start brings back what is missing")
    void halves() throws Exception {
        assertThat(place.run("start", "--detach").exit()).isZero();
        place.process("run/pid").destroyForcibly();
        Workplace.await("it is gone", () -> place.processes().stream().noneMatch(p -> p.contains("wartung.jar")));
        Ran database = place.run("status");
        assertThat(database.exit()).isEqualTo(3);
        assertThat(database.out()).startsWith("only the database runs; the application does not.");
        assertThat(place.run("start", "--detach").out()).contains("Wartung is at");
        assertThat(place.run("status")).extracting(Ran::exit).isEqualTo(0);
        place.process("pg/data/postmaster.pid").destroyForcibly();
        Workplace.await("it is gone", () -> place.processes().stream().noneMatch(p -> p.contains("/postgres ")));
        Ran application = place.run("status");
        assertThat(application.exit()).isEqualTo(3);
        assertThat(application.out()).startsWith("running without its database");
        Ran healed = place.run("start", "--detach");
        assertThat(healed.out()).contains("its database does not: starting it").contains("running already");
        assertThat(place.run("status").exit()).isZero();
        place.process("run/pid").destroyForcibly();
        assertThat(place.run("stop").out()).contains("ending what is left of it");
        assertThat(place.processes()).isEmpty();
    }

    @Test
    @DisplayName(
            "Numbers that killed servers left behind and that are others' processes by now: those are let live, and starting works")
    void foreignNumbers() throws Exception {
        assertThat(place.run("start", "--detach").exit()).isZero();
        assertThat(place.run("stop").exit()).isZero();
        // of the same user as the database, so that its own check of the number would take it for a running server
        Process other = new ProcessBuilder(
                        ROOT ? List.of("runuser", "-u", "postgres", "--", "sleep", "300") : List.of("sleep", "300"))
                .start();
        try {
            Files.writeString(place.home().resolve("run/pid"), String.valueOf(other.pid()));
            Files.writeString(place.home().resolve("run/bench-pid"), String.valueOf(other.pid()));
            Files.writeString(
                    place.home().resolve("pg/data/postmaster.pid"),
                    other.pid() + "\n" + place.home().resolve("pg/data") + "\n");
            assertThat(place.run("stop").out()).isEqualTo("Wartung is not running.\n");
            assertThat(place.run("status").out()).startsWith("stopped");
            assertThat(other.isAlive()).isTrue();
            Ran started = place.run("start", "--detach");
            assertThat(started.exit()).as(started.out()).isZero();
            assertThat(place.run("stop").exit()).isZero();
            assertThat(other.isAlive()).isTrue();
        } finally {
            other.destroy();
        }
    }

    @Test
    @DisplayName("Two starts at once: one wins, the other says who is at work; stop ends a start under way")
    void twoAtOnce() throws Exception {
        place.unbuilt();
        place.say("mvn-hangs");
        Begun first = place.begin(Map.of(), "start");
        Workplace.await("it builds", () -> place.isSaid("building"));
        Ran second = place.run("start", "--detach");
        assertThat(second.exit()).isEqualTo(1);
        // the part of it that works: what is begun is begun by that one, and it lives as long
        String working = Files.readString(place.home().resolve("run/lock")).strip();
        assertThat(first.process().children()).anyMatch(p -> working.equals(String.valueOf(p.pid())));
        assertThat(second.out()).contains("another ./wartung (process " + working + ") is at work");
        assertThat(place.run("stop").out()).contains("Ending the ./wartung that is at work (process " + working + ")");
        first.ended();
        assertThat(place.processes()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "0, from 1 to 65535",
        "99999, from 1 to 65535",
        "http, must be a number",
        "-1, must be a number",
        "08x, must be a number"
    })
    @DisplayName("A port that is none is told before anything is begun")
    void ports(String port, String told) throws Exception {
        Ran ran = place.run(Map.of("PORT", port), "start");
        assertThat(ran.exit()).isEqualTo(1);
        assertThat(ran.out()).contains(told);
        assertThat(place.home()).doesNotExist();
    }

    @Test
    @DisplayName("A port in use, an unknown option, an unknown command, no home: each is named")
    void named() throws Exception {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getByName("127.0.0.1"))) {
            Ran ran = place.run(Map.of("PORT", String.valueOf(taken.getLocalPort())), "demo", "--detach");
            assertThat(ran.exit()).isEqualTo(1);
            assertThat(ran.out()).contains("port " + taken.getLocalPort() + " is in use");
        }
        assertThat(place.run("start", "--detached").out()).contains("unknown option --detached. There is --detach.");
        assertThat(place.run("reset", "-y").out()).contains("not a Wartung data folder");
        Ran unknown = place.run("dmeo");
        assertThat(unknown.exit()).isEqualTo(2);
        assertThat(unknown.out()).contains("no command “dmeo”", "usage:", "demo [--detach]");
        Ran noPackage = place.run("mutations", "nonsense");
        assertThat(noPackage.exit()).isNotZero();
        assertThat(noPackage.out()).contains("say which package of the core");
        assertThat(place.run("psql").out()).contains("the database is not running");
        assertThat(place.home()).doesNotExist();
        Ran homeless = place.run(Map.of("WARTUNG_HOME", "", "HOME", "", "XDG_DATA_HOME", ""), "status");
        assertThat(homeless.exit()).as(homeless.out()).isIn(0, 3);
        assertThat(homeless.out()).contains("(data in /");
    }

    @Test
    @DisplayName(
            "What fails leaves nothing up: a build, an application that does not start, a restore, an initial disk without room")
    void failures() throws Exception {
        place.unbuilt();
        place.say("mvn-fails");
        assertThat(place.run("start", "--detach").out())
                .contains("a sentence that cannot be compiled", "the build failed");
        Files.delete(place.folder.resolve("says/mvn-fails"));
        place.say("java-fails");
        Ran ran = place.run("start", "--detach");
        assertThat(ran.exit()).isEqualTo(1);
        assertThat(ran.out()).contains("no room for it", "Wartung did not start; its log is");
        assertThat(place.processes()).isEmpty();
        Path backup = Files.writeString(place.folder.resolve("no.backup"), "PGDMP and nothing more");
        Ran restored = place.run("restore", backup.toString(), "--yes", "--unsigned", "a test");
        assertThat(restored.exit()).isEqualTo(1);
        assertThat(restored.out()).contains("not a whole backup", "untouched").doesNotContain("NOTICE");
        assertThat(place.run("verify").exit()).isNotZero();
        assertThat(place.processes()).isEmpty();
    }

    @Test
    @DisplayName("No room on the disk: said, nothing stays up, and once there is room it starts")
    void fullDisk() throws Exception {
        Path disk = Files.createDirectory(place.folder.resolve("disk"));
        assumeTrue(
                ROOT
                        && new ProcessBuilder(
                                                "mount",
                                                "-t",
                                                "tmpfs",
                                                "-o",
                                                "size=12m,mode=755",
                                                "none",
                                                disk.toString())
                                        .start()
                                        .waitFor()
                                == 0,
                "this user may not mount a disk");
        try {
            Map<String, String> there =
                    Map.of("WARTUNG_HOME", disk.resolve("home").toString());
            Ran full = place.run(there, "start", "--detach");
            assertThat(full.exit()).isEqualTo(1);
            assertThat(full.out()).contains("could not make its data folder");
            assertThat(place.processes()).isEmpty();
            assertThat(new ProcessBuilder("mount", "-o", "remount,size=200m", disk.toString())
                            .start()
                            .waitFor())
                    .isZero();
            Ran roomy = place.run(there, "start", "--detach");
            assertThat(roomy.exit()).as(roomy.out()).isZero();
            assertThat(place.run(there, "stop").exit()).isZero();
        } finally {
            new ProcessBuilder("umount", "-l", disk.toString()).start().waitFor();
        }
    }

    @Test
    @DisplayName(
            "An archive of classes that was cut short is left out; one that breaks the machine is dropped, and it starts without")
    void archives() throws Exception {
        place.unbuilt();
        Ran built = place.run("start", "--detach");
        assertThat(built.exit()).as(built.out()).isZero();
        assertThat(built.out()).contains("Building", "archive of classes");
        assertThat(place.run("stop").exit()).isZero();
        Path archive = place.app().resolve("classes.jsa");
        byte[] whole = Files.readAllBytes(archive);
        String sum = Files.readString(archive.resolveSibling("classes.cksum"));
        place.say("java-breaks-with-archive");
        Ran broke = place.run("start", "--detach");
        assertThat(broke.exit()).as(broke.out()).isZero();
        assertThat(broke.out()).contains("once more without the archive");
        assertThat(archive).doesNotExist();
        assertThat(place.run("stop").exit()).isZero();
        Files.write(archive, Arrays.copyOf(whole, whole.length - 1));
        Files.writeString(archive.resolveSibling("classes.cksum"), sum);
        Ran cut = place.run("start", "--detach");
        assertThat(cut.exit()).isZero();
        assertThat(cut.out()).contains("archive of classes is damaged").doesNotContain("once more");
    }

    @Test
    @DisplayName("Data of another PostgreSQL: said, with what to do, and left as they are")
    void otherPostgres() throws Exception {
        assertThat(place.run("start", "--detach").exit()).isZero();
        assertThat(place.run("stop").exit()).isZero();
        Path version = place.home().resolve("pg/data/PG_VERSION");
        Files.writeString(version, "9\n");
        Ran ran = place.run("start", "--detach");
        assertThat(ran.exit()).isEqualTo(1);
        assertThat(ran.out()).contains("made by PostgreSQL 9; here is 1", "install postgresql-9", "docs/deployment.md");
        assertThat(place.processes()).isEmpty();
    }

    @Test
    @DisplayName("Folders that hold something else are neither used nor deleted; reset asks")
    void folders() throws Exception {
        Path foreign = Files.createDirectory(place.folder.resolve("letters"));
        Files.writeString(foreign.resolve("letter.txt"), "Dear");
        assertThat(place.run(Map.of("WARTUNG_HOME", foreign.toString()), "reset", "--yes")
                        .out())
                .contains("not a Wartung data folder");
        assertThat(place.run(Map.of("WARTUNG_HOME", foreign.toString()), "start")
                        .out())
                .contains("holds something else");
        assertThat(foreign.resolve("letter.txt")).exists();
        Files.createDirectories(place.home());
        Files.createFile(place.home().resolve(".wartung"));
        assertThat(place.run("reset").exit()).isNotZero();
        assertThat(place.home()).exists();
        assertThat(place.run("reset", "--yes").exit()).isZero();
        assertThat(place.home()).doesNotExist();
    }
}
