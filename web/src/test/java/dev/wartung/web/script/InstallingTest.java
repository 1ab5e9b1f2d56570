package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.account.AdministratorCommand;
import dev.wartung.web.outage.Instance;
import dev.wartung.web.schema.MigrateCommand;
import dev.wartung.web.script.Workplace.Ran;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AutoClose;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;
import tools.jackson.databind.json.JsonMapper;

/** What stands around it on a machine: Debian's packages, the service manager, containers, a folder for backups. */
class InstallingTest {

    @AutoClose
    private final Workplace place = new Workplace();

    @Test
    @DisplayName(
            "Installing: what and why, a held lock waited for in words, a foreign source that fails told and passed over, apt's own words when it fails, Debian's settings put back")
    void installing() throws Exception {
        Path settings = place.folder.resolve("createcluster.d");
        ProcessBuilder builder = new ProcessBuilder(
                        "bash",
                        "-c",
                        "set -euo pipefail; here=.; . bin/home.sh; . bin/packages.sh; createcluster=\"$CREATECLUSTER\"; watch_signals; install_missing 'true=nothing=nothing' 'false=postgresql=the database'")
                .directory(place.folder.resolve("checkout").toFile())
                .redirectErrorStream(true);
        builder.environment()
                .putAll(Map.of(
                        "PATH",
                        place.folder.resolve("doubles") + ":" + System.getenv("PATH"),
                        "SAYS",
                        place.folder.resolve("says").toString(),
                        "CREATECLUSTER",
                        settings.toString()));
        Process good = builder.start();
        String said = new String(good.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(good.waitFor()).as(said).isZero();
        assertThat(said)
                .contains(
                        "Installing from Debian's packages: postgresql (the database)",
                        "waiting for it (held by process 4711 (unattended-upgr))",
                        "The repository of a foreign source does not have a Release file",
                        "Going on with what is known",
                        "Setting up nothing-of-the-kind")
                .doesNotContain("\u001b");
        assertThat(place.folder.resolve("says/createcluster")).content().contains("create_main_cluster = false");
        assertThat(settings).doesNotExist();
        place.say("apt-fails");
        Process bad = builder.start();
        said = new String(bad.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(bad.waitFor()).isEqualTo(1);
        assertThat(said).contains("E: Unable to locate package nothing-of-the-kind", "could not install postgresql");
        assertThat(settings).doesNotExist();
    }

    @Test
    @DisplayName(
            "A backup into a folder is named there and is its owner's alone; a unit for the service manager can be read by it")
    void backupAndService() throws Exception {
        assertThat(place.run("start", "--detach").exit()).isZero();
        Path folder = Files.createDirectory(place.folder.resolve("backups"));
        Ran saved = place.run("backup", folder.toString());
        assertThat(saved.exit()).as(saved.out()).isZero();
        Path file = Path.of(saved.out().replaceAll("(?s)Saved to (.*) \\(.*", "$1"));
        assertThat(file).exists().hasParent(folder);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file)))
                .isEqualTo("rw-------");
        Ran service = place.run(
                Map.of("WARTUNG_HOME", "50% of \"it\"", "WARTUNG_PROXIES", "192.0.2.10 ::1"),
                "service",
                "--into",
                folder.toString());
        assertThat(service.exit()).as(service.out()).isZero();
        String home = place.folder + "/50%% of \\\"it\\\"";
        assertThat(folder.resolve("wartung.service"))
                .content()
                .contains(
                        "Environment=\"WARTUNG_HOME=" + home + "\" \"PORT=18099\" \"WARTUNG_PROXIES=192.0.2.10 ::1\"",
                        "ExecStart=\"" + place.folder + "/checkout/wartung\" start",
                        "Restart=on-failure");
        if (Files.isExecutable(Path.of("/usr/bin/systemd-analyze"))) {
            place.folder.resolve("checkout/wartung").toFile().setExecutable(true);
            assertThat(new ProcessBuilder(
                                    "systemd-analyze",
                                    "verify",
                                    folder.resolve("wartung.service").toString())
                            .inheritIO()
                            .start()
                            .waitFor())
                    .isZero();
        }
    }

    @Test
    @DisplayName("Container files can be read, and start the application as the script and the outage test do")
    void containers() throws Exception {
        Path root = Path.of("..").toRealPath();
        List<String> machine = Instance.MACHINE.subList(1, Instance.MACHINE.size());
        assertThat(Files.readString(root.resolve("bin/application.sh")))
                .contains("machine=(" + String.join(" ", machine) + ")");
        List<String> docker = Files.readAllLines(root.resolve("Dockerfile"));
        assertThat(docker.stream().filter(l -> l.matches("[A-Z]+ .*")).map(l -> l.substring(0, l.indexOf(' '))))
                .isSubsetOf("FROM", "RUN", "WORKDIR", "COPY", "USER", "ENV", "EXPOSE", "HEALTHCHECK", "ENTRYPOINT");
        String entry = docker.stream()
                .filter(l -> l.startsWith("ENTRYPOINT "))
                .findFirst()
                .orElseThrow()
                .substring("ENTRYPOINT ".length());
        List<String> command = List.of(JsonMapper.shared().readValue(entry, String[].class));
        assertThat(command)
                .startsWith("java")
                .endsWith("-jar", "/opt/wartung/wartung.jar")
                .containsAll(
                        machine.stream().filter(m -> !m.startsWith("-Xshare")).toList());
        Map<?, ?> compose = (Map<?, ?>)
                new Load(LoadSettings.builder().build()).loadFromString(Files.readString(root.resolve("compose.yaml")));
        assertThat(((Map<?, ?>) compose.get("services")).keySet())
                .map(String::valueOf)
                .containsExactlyInAnyOrder("database", "migrate", "wartung", "administrator");
        assertThat(compose.toString())
                .contains(
                        "jdbc:postgresql://database/wartung",
                        "127.0.0.1:8080:8080",
                        AdministratorCommand.class.getName(),
                        MigrateCommand.class.getName());
    }
}
