package dev.wartung.web.trust;

import dev.wartung.web.address.PublicAddress;
import dev.wartung.web.document.QrCode;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.core.env.Environment;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** How a phone comes to trust this server, for whoever holds one, before they can log in. */
@Controller
class TrustController {

    private static final MediaType CERTIFICATE = MediaType.valueOf("application/x-x509-ca-cert");
    private static final int CODE_SIZE = 150;
    private static final int PAIRS_A_LINE = 8;

    private final Certificates certificates;
    private final PublicAddress address;
    private final Environment environment;
    private final int trustPort;

    TrustController(
            Certificates certificates,
            PublicAddress address,
            Environment environment,
            @Value("${wartung.tls.trust-port:0}") int trustPort) {
        this.certificates = certificates;
        this.address = address;
        this.environment = environment;
        this.trustPort = trustPort;
    }

    @GetMapping("/trust")
    String page(Model model) {
        Optional<Served> served = certificates.served();
        Optional<PlantCa> ca = certificates.ca();
        model.addAttribute("nav", "none");
        model.addAttribute("served", served.orElse(null));
        model.addAttribute("ca", ca.orElse(null));
        model.addAttribute("print", ca.map(c -> lines(c.fingerprint())).orElse(List.of()));
        String here = served.flatMap(this::withTls).orElseGet(address::base);
        model.addAttribute("address", here);
        String told = ca.isPresent() ? served.flatMap(this::withoutTls).orElse(here) + "/trust" : here;
        model.addAttribute("told", told);
        model.addAttribute("qr", QrCode.svg(told, CODE_SIZE));
        return "trust";
    }

    /** The certificate of the plant's CA, of a kind that phones offer to install; not as a file to be put away. */
    @GetMapping("/trust/ca.crt")
    ResponseEntity<String> ca() {
        return certificates
                .ca()
                .map(ca -> ResponseEntity.ok()
                        .contentType(CERTIFICATE)
                        .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"wartung-plant-ca.crt\"")
                        .body(ca.pem()))
                .orElseGet(() -> ResponseEntity.notFound().build());
    }

    private Optional<String> withTls(Served served) {
        return address.configured().or(() -> served.names().stream()
                .findFirst()
                .map(name -> "https://" + host(name) + ":" + environment.getRequiredProperty("local.server.port")));
    }

    private Optional<String> withoutTls(Served served) {
        return trustPort == 0
                ? Optional.empty()
                : served.names().stream().findFirst().map(name -> "http://" + host(name) + ":" + trustPort);
    }

    private static String host(String name) {
        return name.contains(":") ? "[" + name + "]" : name;
    }

    private static List<String> lines(String fingerprint) {
        String[] pairs = fingerprint.split(":");
        return IntStream.range(0, pairs.length / PAIRS_A_LINE)
                .mapToObj(line ->
                        String.join(" ", List.of(pairs).subList(line * PAIRS_A_LINE, (line + 1) * PAIRS_A_LINE)))
                .toList();
    }
}
