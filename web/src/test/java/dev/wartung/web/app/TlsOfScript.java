package dev.wartung.web.app;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;

/** The part of {@code ./wartung} that makes certificates, in a data folder of a test's own. */
public final class TlsOfScript {

    private static final String PART =
            "set -euo pipefail; export LC_ALL=C.UTF-8; . bin/home.sh; . bin/packages.sh; . bin/tls.sh; tls_check; ";

    private TlsOfScript() {}

    /** How it ended, and what it said. */
    public record Said(int exit, String out) {}

    /**
     * Lays certificate and key ready, as a start does.
     *
     * @param settings of the environment
     * @throws IllegalStateException with its words if it refused
     */
    public static void ready(Path home, Map<String, String> settings) throws IOException, InterruptedException {
        Said said = run(home, settings, "tls_ready");
        if (said.exit() != 0) {
            throw new IllegalStateException(said.out());
        }
    }

    /** @param then what is done once the settings were checked */
    public static Said run(Path home, Map<String, String> settings, String then)
            throws IOException, InterruptedException {
        ProcessBuilder builder = new ProcessBuilder("bash", "-c", PART + then)
                .directory(new File(System.getProperty("wartung.script", "..")))
                .redirectErrorStream(true)
                .redirectInput(Path.of("/dev/null").toFile());
        builder.environment().keySet().removeIf(name -> name.startsWith("WARTUNG_"));
        builder.environment().put("WARTUNG_HOME", home.toString());
        builder.environment().putAll(settings);
        Process process = builder.start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Said(process.waitFor(), out);
    }
}
