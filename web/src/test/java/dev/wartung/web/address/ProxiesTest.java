package dev.wartung.web.address;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import jakarta.servlet.http.HttpServlet;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServer;

/** Whose word counts for where somebody comes from, at a server of its own; and what links begin with. */
class ProxiesTest {

    private static final class Told extends HttpServlet {

        private static final long serialVersionUID = 1;

        @Override
        protected void doGet(HttpServletRequest request, HttpServletResponse response) throws IOException {
            response.getWriter()
                    .print(request.getRemoteAddr() + " " + request.isSecure() + " " + request.getServerName());
        }
    }

    /** What the application is told of a request that says it comes from elsewhere. */
    private static String told(String proxies) throws Exception {
        TomcatServletWebServerFactory factory = new TomcatServletWebServerFactory(0);
        new Proxies(proxies, 200).customize(factory);
        WebServer server = factory.getWebServer(
                context -> context.addServlet("told", new Told()).addMapping("/"));
        server.start();
        try {
            return HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + server.getPort() + "/"))
                                    .header("X-Forwarded-For", "203.0.113.9")
                                    .header("X-Forwarded-Proto", "https")
                                    .header("X-Forwarded-Host", "elsewhere.example")
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .body();
        } finally {
            server.stop();
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'' | 127.0.0.1 false 127.0.0.1",
                "192.0.2.10 | 127.0.0.1 false 127.0.0.1",
                // a dot is a dot
                "127x0.0.1 | refused",
                "'192.0.2.10, 127.0.0.1' | 203.0.113.9 true 127.0.0.1",
                "127.0.0.1 ::1 | 203.0.113.9 true 127.0.0.1",
            })
    @DisplayName("Only a proxy that is named is believed, and never what the site is called")
    void named(String proxies, String told) throws Exception {
        if (told.equals("refused")) {
            assertThatThrownBy(() -> new Proxies(proxies, 200)).hasMessageContaining("127x0.0.1");
        } else {
            assertThat(told(proxies)).isEqualTo(told);
        }
    }

    @Test
    @DisplayName("Links begin with what the plant says they do")
    void address() {
        assertThat(new PublicAddress("https://wartung.plant.example/").base())
                .isEqualTo("https://wartung.plant.example");
        assertThat(new PublicAddress("https://plant.example/wartung")
                        .builder()
                        .pathSegment("valves", "A/1")
                        .toUriString())
                .isEqualTo("https://plant.example/wartung/valves/A%2F1");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"plant", "ftp://plant.example", "https://", "https://a@plant.example", "https://plant.example/?x"
            })
    @DisplayName("What is no address is refused at the start, with words")
    void none(String typed) {
        assertThatThrownBy(() -> new PublicAddress(typed))
                .hasMessageContaining("WARTUNG_ADDRESS is what links begin with");
    }
}
