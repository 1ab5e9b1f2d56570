package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.TlsOfScript;
import dev.wartung.web.app.TlsOfScript.Said;
import dev.wartung.web.script.Workplace.Ran;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AutoClose;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Serving TLS: what is asked for, what is made of it, and what a phone may be asked to trust. */
class TlsTest {

    private static final boolean ROOT = "root".equals(System.getProperty("user.name"));
    private static final Map<String, String> PLANT = Map.of("WARTUNG_TLS", "wartung.plant.example 10.0.4.20");

    @AutoClose
    private final Workplace place = new Workplace();

    /** Openssl's own words of the data folder's certificates. */
    private String openssl(String arguments) throws Exception {
        return bash("openssl " + arguments);
    }

    private String bash(String commands) throws Exception {
        Process process = new ProcessBuilder("bash", "-c", commands)
                .directory(place.home().resolve("tls").toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        process.waitFor();
        return said;
    }

    private static String lasting(int days) {
        return "openssl req -new -key server.key -subj /CN=Wartung | openssl x509 -req -CA ca.pem -CAkey ca.key -days "
                + days + " -out server.pem";
    }

    private String serial() throws Exception {
        return openssl("x509 -in server.pem -noout -serial");
    }

    private static Map<String, String> and(Map<String, String> settings, String name, String value) {
        Map<String, String> all = new HashMap<>(settings);
        all.put(name, value);
        return all;
    }

    @Test
    @DisplayName(
            "Started with names: a CA, a certificate, where to go and how to trust it; what is running knows it is TLS")
    void plantCa() throws Exception {
        int trust;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            trust = free.getLocalPort();
        }
        Map<String, String> settings = and(PLANT, "WARTUNG_TRUST_PORT", String.valueOf(trust));
        Ran started = place.run(settings, "start", "--detach");
        assertThat(started.exit()).as(started.out()).isZero();
        assertThat(started.out())
                .contains("Wartung is at https://wartung.plant.example:18099")
                .contains("trust it at http://wartung.plant.example:" + trust + "/trust")
                .contains(openssl("x509 -in ca.pem -noout -fingerprint -sha256")
                        .strip()
                        .replaceAll(".*=", ""));
        assertThat(Files.readString(place.folder.resolve("says/with")))
                .contains("SERVER_ADDRESS=0.0.0.0", "SERVER_SSL_BUNDLE=wartung", "SERVER_HTTP2_ENABLED=true")
                .contains("WARTUNG_TLS_TRUSTPORT=" + trust, "WARTUNG_TLS_HSTSDAYS=0")
                .contains("WARTUNG_TLS_CA=" + place.home().resolve("tls/ca.pem"));
        assertThat(Files.readString(place.folder.resolve("says/asked-for"))).contains("https://127.0.0.1:18099/");
        assertThat(place.run("status").out()).startsWith("running: https://wartung.plant.example:18099 ");
        assertThat(PosixFilePermissions.toString(
                        Files.getPosixFilePermissions(place.home().resolve("tls/ca.key"))))
                .isEqualTo("rw-------");
        assertThat(PosixFilePermissions.toString(
                        Files.getPosixFilePermissions(place.home().resolve("tls/server.key"))))
                .isEqualTo("rw-------");
        if (ROOT) {
            // the application can read what it serves with, and never what could vouch for another
            assertThat(Files.getOwner(place.home().resolve("tls/server.key")).getName())
                    .isEqualTo("wartung");
            assertThat(Files.getOwner(place.home().resolve("tls/ca.key")).getName())
                    .isEqualTo("root");
        }
        String before = serial();
        assertThat(place.run(settings, "start", "--detach").out()).contains("running already: https://wartung");
        assertThat(serial()).isEqualTo(before);
        // renewed while it runs, and the application can read it
        bash(lasting(89));
        String shortly = serial();
        assertThat(place.run(settings, "start", "--detach").exit()).isZero();
        assertThat(serial()).isNotEqualTo(shortly);
        if (ROOT) {
            assertThat(Files.getOwner(place.home().resolve("tls/server.key")).getName())
                    .isEqualTo("wartung");
        }
        assertThat(place.run("stop").exit()).isZero();
        // and without, again
        Ran plain = place.run("start", "--detach");
        assertThat(plain.out()).contains("Wartung is at http://127.0.0.1:18099");
        assertThat(Files.readString(place.folder.resolve("says/with"))).doesNotContain("SERVER_SSL", "SERVER_ADDRESS");
        Ran refused = place.run(settings, "start", "--detach");
        assertThat(refused.exit()).isEqualTo(1);
        assertThat(refused.out()).contains("running without TLS");
        assertThat(place.run("stop").exit()).isZero();
    }

    @Test
    @DisplayName("The CA vouches for the names it was made for and those below, and for nothing else in the world")
    void constrained() throws Exception {
        TlsOfScript.ready(place.home(), PLANT);
        assertThat(openssl("x509 -in server.pem -noout -ext subjectAltName"))
                .contains("DNS:wartung.plant.example, IP Address:10.0.4.20, DNS:localhost, IP Address:127.0.0.1");
        // whoever steals the key: a certificate for a bank
        assertThat(openssl("genpkey -algorithm EC -pkeyopt ec_paramgen_curve:P-256 -out x.key 2>/dev/null && "
                        + "openssl req -new -key x.key -subj /CN=x -out x.csr && "
                        + "openssl x509 -req -in x.csr -CA ca.pem -CAkey ca.key -days 1 -extfile <(echo subjectAltName=DNS:bank.example) -out x.pem 2>/dev/null; "
                        + "openssl verify -CAfile ca.pem x.pem"))
                .contains("permitted subtree violation");
        String before = serial();
        Map<String, String> more = Map.of("WARTUNG_TLS", "wartung.plant.example,10.0.4.20 pit.wartung.plant.example");
        TlsOfScript.ready(place.home(), more);
        assertThat(serial()).isNotEqualTo(before);
        for (String other : new String[] {"plant.example", "notwartung.plant.example", "10.0.4.21"}) {
            Said refused = TlsOfScript.run(place.home(), Map.of("WARTUNG_TLS", other), "tls_ready");
            assertThat(refused.exit()).isEqualTo(1);
            assertThat(refused.out()).contains("not for " + other, "move that folder elsewhere");
        }
    }

    @Test
    @DisplayName("Renewed 90 days before its end, when it is damaged and when a stop of the machine left half of it")
    void renewed() throws Exception {
        TlsOfScript.ready(place.home(), PLANT);
        String ca = openssl("x509 -in ca.pem -noout -serial");
        // no phone takes more than 825 days
        assertThat(openssl("x509 -in server.pem -noout -checkend $((799 * 86400))"))
                .contains("will not expire");
        assertThat(openssl("x509 -in server.pem -noout -checkend $((825 * 86400))"))
                .contains("will expire");
        for (String damage : new String[] {
            lasting(89),
            "echo nonsense >server.pem",
            "rm server.key",
            // half of what a renewal writes
            "openssl genpkey -algorithm EC -pkeyopt ec_paramgen_curve:P-256 -out server.key"
        }) {
            bash(damage);
            String before = serial();
            TlsOfScript.ready(place.home(), PLANT);
            assertThat(serial()).as(damage).isNotEqualTo(before);
            assertThat(openssl("verify -CAfile ca.pem server.pem")).contains("OK");
        }
        bash(lasting(91));
        String before = serial();
        TlsOfScript.ready(place.home(), PLANT);
        assertThat(serial()).isEqualTo(before);
        assertThat(openssl("x509 -in ca.pem -noout -serial")).isEqualTo(ca);
    }

    @Test
    @DisplayName("A certificate of the plant's own is taken with its key; one that does not fit is refused in words")
    void own() throws Exception {
        Path folder = Files.createDirectory(place.folder.resolve("own"));
        String made =
                "openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -nodes -subj /CN=wartung.plant.example -days %s -keyout %s.key -out %s.pem";
        for (String[] one : new String[][] {{"100", "good", "good"}, {"100", "other", "other"}}) {
            assertThat(new ProcessBuilder("bash", "-c", made.formatted((Object[]) one))
                            .directory(folder.toFile())
                            .start()
                            .waitFor())
                    .isZero();
        }
        Map<String, String> good = Map.of(
                "WARTUNG_CERTIFICATE", folder.resolve("good.pem").toString(),
                "WARTUNG_KEY", folder.resolve("good.key").toString());
        Ran started = place.run(and(good, "WARTUNG_HSTS", "30"), "start", "--detach");
        assertThat(started.exit()).as(started.out()).isZero();
        assertThat(started.out()).contains("Wartung is at https://").doesNotContain("learns to trust");
        assertThat(Files.readString(place.folder.resolve("says/with")))
                .contains("WARTUNG_TLS_HSTSDAYS=30", "WARTUNG_TLS_TRUSTPORT=0")
                .containsPattern("WARTUNG_TLS_CA=\n");
        assertThat(place.home().resolve("tls/server.key")).hasSameTextualContentAs(folder.resolve("good.key"));
        assertThat(place.home().resolve("tls/ca.pem")).doesNotExist();
        assertThat(place.run("stop").exit()).isZero();
        Ran other =
                place.run(and(good, "WARTUNG_KEY", folder.resolve("other.key").toString()), "start", "--detach");
        assertThat(other.exit()).isEqualTo(1);
        assertThat(other.out()).contains("is not that of the first certificate");
        assertThat(place.processes()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "WARTUNG_TLS=wartung.plant.example;WARTUNG_KEY=x | either WARTUNG_TLS",
                "WARTUNG_CERTIFICATE=/nowhere | go together",
                "WARTUNG_CERTIFICATE=/nowhere;WARTUNG_KEY=/nowhere | no certificate to be read at /nowhere",
                "WARTUNG_CERTIFICATE=/etc/passwd;WARTUNG_KEY=/etc/passwd | holds no certificate in PEM",
                "WARTUNG_TLS=https://wartung.plant.example | neither a name nor an address",
                "WARTUNG_TLS=wartung_.example | neither a name nor an address",
                "WARTUNG_TLS=10.0.4.256.example; | ''",
                "WARTUNG_TLS=*.example | neither a name nor an address",
                "WARTUNG_TLS=' , ' | names what this machine is reached by",
                "WARTUNG_TLS=a.example;WARTUNG_HSTS=ever | WARTUNG_HSTS must be a number",
                "WARTUNG_TLS=a.example;WARTUNG_HSTS=4000 | from 0 to 3650",
                "WARTUNG_TLS=a.example;WARTUNG_TRUST_PORT=70000 | from 0 to 65535",
                "WARTUNG_HSTS=30 | set WARTUNG_TLS",
                "WARTUNG_TRUST_PORT=8080 | set WARTUNG_TLS",
            })
    @DisplayName("What cannot be done is said before anything is begun")
    void refused(String settings, String words) throws Exception {
        Map<String, String> asked = new HashMap<>();
        for (String one : settings.split(";")) {
            String[] parts = one.split("=", 2);
            asked.put(parts[0], parts[1].replace("'", ""));
        }
        Said said = TlsOfScript.run(place.home(), asked, "true");
        assertThat(said.out()).contains(words);
        assertThat(said.exit()).isEqualTo(words.isEmpty() ? 0 : 1);
    }

    @Test
    @DisplayName("A port for both, and a unit that starts it as it was started")
    void around() throws Exception {
        Ran both = place.run(and(PLANT, "WARTUNG_TRUST_PORT", "18099"), "start", "--detach");
        assertThat(both.exit()).isEqualTo(1);
        assertThat(both.out()).contains("PORT and WARTUNG_TRUST_PORT are both 18099");
        assertThat(place.run(Map.of("WARTUNG_TLS", "a_b"), "service", "--into", place.folder.toString())
                        .out())
                .contains("neither a name nor an address");
        Path units = Files.createDirectory(place.folder.resolve("units"));
        assertThat(place.run(and(and(PLANT, "WARTUNG_HSTS", "7"), "PORT", ""), "service", "--into", units.toString())
                        .exit())
                .isZero();
        assertThat(Files.readString(units.resolve("wartung.service")))
                .contains("\"PORT=8443\"", "\"WARTUNG_TLS=wartung.plant.example 10.0.4.20\"", "\"WARTUNG_HSTS=7\"");
    }
}
