package dev.wartung.web.address;

import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.apache.catalina.valves.RemoteIpValve;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/**
 * The proxies that stand before the application, named by their addresses: their word counts for who asks and whether
 * that was over TLS. What anybody else says in the same headers is not looked at; nor is it said by anybody under which
 * name the application was reached.
 */
@Component
class Proxies implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {

    private static final Pattern ADDRESS = Pattern.compile("[0-9a-fA-F.:]{2,45}");

    private final List<String> named;
    private final int threads;

    /**
     * @param proxies addresses, with blanks or commas between them; none by default
     * @param threads that answer requests
     * @throws IllegalArgumentException if one is no address
     */
    Proxies(@Value("${wartung.proxies:}") String proxies, @Value("${server.tomcat.threads.max}") int threads) {
        this.threads = threads;
        named = Pattern.compile("[\\s,]+")
                .splitAsStream(proxies.strip())
                .filter(p -> !p.isEmpty())
                .toList();
        named.stream().filter(p -> !ADDRESS.matcher(p).matches()).findFirst().ifPresent(no -> {
            throw new IllegalArgumentException(
                    "WARTUNG_PROXIES names the addresses of proxies, for instance 192.0.2.10: “" + no + "” is none.");
        });
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addConnectorCustomizers(connector -> connector.setEncodedSolidusHandling("decode"));
        if (!named.isEmpty()) {
            RemoteIpValve valve = new RemoteIpValve();
            valve.setInternalProxies(named.stream().map(Pattern::quote).collect(Collectors.joining("|")));
            valve.setRemoteIpHeader("X-Forwarded-For");
            valve.setProtocolHeader("X-Forwarded-Proto");
            factory.addEngineValves(valve);
        }
        // after it, so that a proxy's word for who asks is known
        factory.addEngineValves(new FairShare(threads / 2));
    }
}
