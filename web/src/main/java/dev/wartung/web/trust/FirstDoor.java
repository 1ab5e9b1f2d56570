package dev.wartung.web.trust;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Set;
import org.apache.catalina.connector.Connector;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * A second port, without TLS, where how to trust the plant's CA is told and nothing else: a phone that does not trust
 * it yet would warn of that page, and whoever is told to pass over a warning once passes over the next. Whatever else
 * is asked there, under whatever name, leads to that page; nobody logs in without TLS.
 */
@Component
class FirstDoor implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    private static final Set<String> PAGES = Set.of("/trust", "/trust/ca.crt", "/favicon.svg", "/manifest.webmanifest");
    private static final List<String> LOOKS = List.of("/css/", "/js/", "/vendor/", "/webjars/", "/icons/");
    private static final Set<String> READING = Set.of("GET", "HEAD");

    private final int port;

    /** @param port 0 for none */
    FirstDoor(@Value("${wartung.tls.trust-port:0}") int port) {
        this.port = port;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        if (port == 0) {
            return;
        }
        Connector connector = new Connector();
        connector.setPort(port);
        // a page now and then: it takes nothing from those who work
        connector.setProperty("maxThreads", "8");
        connector.setProperty("minSpareThreads", "1");
        connector.setProperty("maxConnections", "100");
        connector.setProperty("connectionTimeout", "10000");
        if (factory.getAddress() != null) {
            connector.setProperty("address", factory.getAddress().getHostAddress());
        }
        factory.addAdditionalConnectors(connector);
        factory.addEngineValves(new OnlyTrust(connector));
    }

    /** Lets nothing else through that came in at the second port. */
    private static final class OnlyTrust extends ValveBase {

        private final Connector without;

        OnlyTrust(Connector without) {
            super(true);
            this.without = without;
        }

        @Override
        public void invoke(Request request, Response response) throws IOException, ServletException {
            String path = request.getDecodedRequestURI();
            if (request.getConnector() == without && !isOpen(request.getMethod(), path)) {
                response.setStatus(HttpServletResponse.SC_FOUND);
                response.setHeader("Location", "/trust");
            } else {
                getNext().invoke(request, response);
            }
        }

        private static boolean isOpen(String method, @Nullable String path) {
            // an address that cannot be read has no path
            return path != null
                    && READING.contains(method)
                    && (PAGES.contains(path) || LOOKS.stream().anyMatch(path::startsWith));
        }
    }
}
