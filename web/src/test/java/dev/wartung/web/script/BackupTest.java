package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.test.web.servlet.MockMvc;

/**
 * A backup of the running application's data, put back on another machine (another data folder), with its records
 * verified.
 */
@ExtendWith(RunningApplication.class)
class BackupTest {

    @TempDir
    private Path folder;

    private final MockMvc web;
    private final Jobs jobs;

    BackupTest(MockMvc web, Jobs jobs) {
        this.web = web;
        this.jobs = jobs;
    }

    private record Ran(int exit, String out) {}

    private Ran wartung(Path home, String... arguments) throws IOException, InterruptedException {
        ProcessBuilder builder =
                new ProcessBuilder("bash", Path.of("../wartung").toRealPath().toString());
        builder.command().addAll(List.of(arguments));
        builder.environment().put("WARTUNG_HOME", home.toString());
        builder.environment().put("WARTUNG_DATABASE", RunningApplication.database());
        builder.environment().put("WARTUNG_CLASSPATH", System.getProperty("java.class.path"));
        Process process = builder.redirectErrorStream(true)
                .redirectInput(ProcessBuilder.Redirect.from(Path.of("/dev/null").toFile()))
                .start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
        return new Ran(process.exitValue(), out);
    }

    @Test
    @DisplayName(
            "Saved while running, restored elsewhere, verified; a damaged file and changed records leave what is there untouched")
    void thereAndBack() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-021", "oil-actuator", "tessa");
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "tessa");
        }
        bench.close(job, "tessa");
        Path live = Path.of(System.getenv("WARTUNG_HOME"));
        Path file = folder.resolve("wartung.backup");
        Ran saved = wartung(live, "backup", file.toString());
        assertThat(saved.exit()).as(saved.out()).isZero();
        assertThat(file).exists();
        // the folder is entered by the database's own user
        Path home = Files.createTempDirectory("wartung-elsewhere").resolve("home");
        home.getParent().toFile().setExecutable(true, false);
        home.getParent().toFile().setReadable(true, false);
        try {
            Ran asked = wartung(home, "restore", file.toString());
            assertThat(asked.exit()).as("asks first").isNotZero();
            Ran restored = wartung(home, "restore", file.toString(), "--yes");
            assertThat(restored.exit()).as(restored.out()).isZero();
            assertThat(restored.out()).contains("1 records, all as they were written");
            Path damaged = folder.resolve("damaged.backup");
            byte[] bytes = Files.readAllBytes(file);
            Files.write(damaged, Arrays.copyOf(bytes, bytes.length / 2));
            Ran refused = wartung(home, "restore", damaged.toString(), "--yes");
            assertThat(refused.exit()).isNotZero();
            assertThat(refused.out()).contains("untouched");
            Ran verified = wartung(home, "verify");
            assertThat(verified.exit()).as(verified.out()).isZero();
        } finally {
            assertThat(wartung(home, "reset", "--yes").exit()).isZero();
        }
    }
}
