package dev.wartung.web.trust;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.WartungApplication;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TlsOfScript;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.math.BigInteger;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpClient.Redirect;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.KeyStore;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.Callable;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLHandshakeException;
import javax.net.ssl.TrustManagerFactory;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockMvcRequestBuilders;

/** An application that serves TLS with what the script made, asked by a client that trusts the plant's CA and no other. */
@ExtendWith(RunningApplication.class)
class TrustTest {

    private static final int HSTS_DAYS = 2;
    private static final Duration PATIENCE = Duration.ofSeconds(60);

    @TempDir
    static Path home;

    private static @Nullable ConfigurableApplicationContext application;
    private static int port;
    private static int trustPort;

    @BeforeAll
    static void start() throws Exception {
        TlsOfScript.ready(home, Map.of("WARTUNG_TLS", "wartung.plant.example"));
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            trustPort = free.getLocalPort();
        }
        Path tls = home.resolve("tls");
        application = WartungApplication.toRun()
                .run(
                        "--server.port=0",
                        "--spring.datasource.url=" + RunningApplication.tables().url(),
                        "--server.ssl.bundle=wartung",
                        "--server.http2.enabled=true",
                        "--spring.ssl.bundle.pem.wartung.keystore.certificate=" + tls.resolve("server.pem"),
                        "--spring.ssl.bundle.pem.wartung.keystore.private-key=" + tls.resolve("server.key"),
                        "--spring.ssl.bundle.pem.wartung.reload-on-update=true",
                        "--spring.ssl.bundle.watch.file.quiet-period=100ms",
                        "--wartung.tls.certificate=" + tls.resolve("server.pem"),
                        "--wartung.tls.ca=" + tls.resolve("ca.pem"),
                        "--wartung.tls.trust-port=" + trustPort,
                        "--wartung.tls.hsts-days=" + HSTS_DAYS);
        port = ((WebServerApplicationContext) application).getWebServer().getPort();
        // the first handshake of a virtual machine takes longest, and a busy one may not end it in the ten seconds that
        // the server waits
        assertThat(awaited(TrustTest::serves)).isTrue();
    }

    @AfterAll
    static void stop() {
        if (application != null) {
            application.close();
        }
    }

    /** Trusts the plant's CA and nobody else. */
    private static HttpClient client() throws Exception {
        KeyStore trusted = KeyStore.getInstance(KeyStore.getDefaultType());
        trusted.load(null, null);
        trusted.setCertificateEntry("ca", certificate(home.resolve("tls/ca.pem")));
        TrustManagerFactory managers = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        managers.init(trusted);
        SSLContext tls = SSLContext.getInstance("TLS");
        tls.init(null, managers.getTrustManagers(), null);
        return HttpClient.newBuilder()
                .sslContext(tls)
                .followRedirects(Redirect.NEVER)
                .build();
    }

    private static HttpResponse<String> get(String address) throws Exception {
        return client().send(HttpRequest.newBuilder(URI.create(address)).build(), BodyHandlers.ofString());
    }

    private static HttpResponse<String> withTls(String path) throws Exception {
        return get("https://localhost:" + port + path);
    }

    private static boolean serves() throws Exception {
        try {
            return withTls("/login").statusCode() == 200;
        } catch (IOException e) {
            return false;
        }
    }

    private static String without(String path) {
        return "http://127.0.0.1:" + trustPort + path;
    }

    @Test
    @DisplayName("Who trusts the plant's CA is served over HTTP/2, with cookies for TLS only")
    void served() throws Exception {
        HttpResponse<String> login = withTls("/login");
        assertThat(login.statusCode()).isEqualTo(200);
        assertThat(login.version()).isEqualTo(HttpClient.Version.HTTP_2);
        assertThat(login.headers().allValues("set-cookie"))
                .isNotEmpty()
                .allMatch(cookie -> cookie.contains("; Secure"));
        assertThat(login.body()).contains("Make it trust this server");
    }

    @Test
    @DisplayName("Browsers are told to ask with TLS only where that was asked for, and never of other names")
    void hsts(MockMvc web) throws Exception {
        for (String path : new String[] {"/login", "/api/v1/valves"}) {
            assertThat(withTls(path).headers().firstValue("strict-transport-security"))
                    .contains("max-age=" + Duration.ofDays(HSTS_DAYS).toSeconds());
            // the application of every other test, where nobody asked
            assertThat(web.perform(MockMvcRequestBuilders.get(path).secure(true))
                            .andReturn()
                            .getResponse()
                            .getHeader("Strict-Transport-Security"))
                    .isNull();
        }
    }

    @Test
    @DisplayName("The page names what is trusted, until when and with which fingerprint; the CA is handed out as it is")
    void page() throws Exception {
        X509Certificate ca = certificate(home.resolve("tls/ca.pem"));
        String told = TlsOfScript.run(home, Map.of(), "tls_fingerprint \"$WARTUNG_HOME/tls/ca.pem\"")
                .out()
                .strip();
        HttpResponse<String> page = get(without("/trust"));
        assertThat(page.statusCode()).isEqualTo(200);
        String words = page.body().replaceAll("<[^>]+>", " ").replaceAll("\\s+", " ");
        assertThat(words)
                .contains(told.replace(":", " "))
                .contains("vouch for wartung.plant.example ,")
                .contains(
                        "https://wartung.plant.example:" + port,
                        "http://wartung.plant.example:" + trustPort + "/trust");
        HttpResponse<String> file = get(without("/trust/ca.crt"));
        assertThat(file.headers().firstValue("content-type")).contains("application/x-x509-ca-cert");
        try (var pem = new ByteArrayInputStream(file.body().getBytes(StandardCharsets.US_ASCII))) {
            assertThat(CertificateFactory.getInstance("X.509").generateCertificate(pem))
                    .isEqualTo(ca);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/",
                "/login",
                "/valves",
                "/actuator/health",
                "/api/v1/valves",
                "/trust/",
                "/css/../login",
                "/trust/..;/login",
                "/trust%2f..%2flogin",
                "/css/..%2flogin",
                "//login",
                "/sw.js"
            })
    @DisplayName("The port without TLS leads to the page about trust, whatever is asked there and however")
    void withoutTls(String path) throws Exception {
        // as it stands: a client would tidy such addresses up
        try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), trustPort)) {
            socket.getOutputStream()
                    .write(("GET " + path + " HTTP/1.1\r\nHost: elsewhere.example\r\nConnection: close\r\n\r\n")
                            .getBytes(StandardCharsets.US_ASCII));
            String said = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(said)
                    .startsWith("HTTP/1.1 302")
                    .contains("Location: /trust\r\n")
                    .doesNotContain("Set-Cookie");
        }
    }

    @Test
    @DisplayName("Nobody logs in without TLS")
    void noLogin() throws Exception {
        HttpResponse<String> answer = client().send(
                        HttpRequest.newBuilder(URI.create(without("/login")))
                                .header("Content-Type", "application/x-www-form-urlencoded")
                                .POST(BodyPublishers.ofString("username=tessa&password=anything"))
                                .build(),
                        BodyHandlers.ofString());
        assertThat(answer.statusCode()).isEqualTo(302);
        assertThat(answer.headers().firstValue("location")).contains("/trust");
    }

    @Test
    @DisplayName(
            "A certificate that was renewed is served without starting again, and one of another CA is not believed")
    void renewed() throws Exception {
        withTls("/login");
        TlsOfScript.ready(home, Map.of("WARTUNG_TLS", "wartung.plant.example bench.wartung.plant.example"));
        Path served = home.resolve("tls/server.pem");
        assertThat(awaited(() -> withTls("/trust").body().contains("bench.wartung.plant.example")))
                .isTrue();
        BigInteger serial = certificate(served).getSerialNumber();
        assertThat(awaited(() -> shown().getSerialNumber().equals(serial))).isTrue();
        // somebody else's CA, same names
        Path other = Files.createDirectory(home.resolve("other"));
        TlsOfScript.ready(other, Map.of("WARTUNG_TLS", "wartung.plant.example"));
        Files.copy(
                other.resolve("tls/server.key"), home.resolve("tls/server.key"), StandardCopyOption.REPLACE_EXISTING);
        Files.copy(other.resolve("tls/server.pem"), served, StandardCopyOption.REPLACE_EXISTING);
        assertThat(awaited(() -> {
                    try {
                        withTls("/login");
                        return false;
                    } catch (SSLHandshakeException e) {
                        return true;
                    }
                }))
                .isTrue();
        TlsOfScript.ready(home, Map.of("WARTUNG_TLS", "wartung.plant.example"));
        assertThat(awaited(TrustTest::serves)).isTrue();
    }

    private static X509Certificate shown() throws Exception {
        return (X509Certificate) withTls("/login").sslSession().orElseThrow().getPeerCertificates()[0];
    }

    private static X509Certificate certificate(Path file) throws Exception {
        try (var pem = Files.newInputStream(file)) {
            return (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(pem);
        }
    }

    private static boolean awaited(Callable<Boolean> there) throws Exception {
        long until = System.nanoTime() + PATIENCE.toNanos();
        while (!there.call()) {
            if (System.nanoTime() > until) {
                return false;
            }
            Thread.sleep(100);
        }
        return true;
    }
}
