package dev.wartung.web.trust;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.CertificateFactory;
import java.security.cert.X509Certificate;
import java.util.Collection;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** The certificates that {@code ./wartung start} laid ready, as they are now: they are renewed while this runs. */
@Component
class Certificates {

    /** Kinds of names in a certificate: RFC 5280, 4.2.1.6. */
    private static final Set<Integer> NAME_OR_ADDRESS = Set.of(2, 7);

    private static final Set<String> THIS_MACHINE = Set.of("localhost", "127.0.0.1");

    private final String served;
    private final String ca;

    /**
     * @param served file of the certificate that browsers are shown; empty where this serves no TLS
     * @param ca     file of the plant's CA; empty where somebody else vouches
     */
    Certificates(@Value("${wartung.tls.certificate:}") String served, @Value("${wartung.tls.ca:}") String ca) {
        this.served = served;
        this.ca = ca;
    }

    /** Nothing where this serves no TLS. */
    Optional<Served> served() {
        return of(served).map(c -> new Served(names(c), c.getNotAfter().toInstant()));
    }

    /** Nothing where somebody else vouches. */
    Optional<PlantCa> ca() {
        return of(ca).map(c -> new PlantCa(fingerprint(c), c.getNotAfter().toInstant(), text(ca)));
    }

    private static Optional<X509Certificate> of(String file) {
        if (file.isEmpty()) {
            return Optional.empty();
        }
        try (var in = Files.newInputStream(Path.of(file))) {
            return Optional.of(
                    (X509Certificate) CertificateFactory.getInstance("X.509").generateCertificate(in));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(file + " holds no certificate", e);
        }
    }

    private static String text(String file) {
        try {
            return Files.readString(Path.of(file), StandardCharsets.US_ASCII);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<String> names(X509Certificate certificate) {
        try {
            Collection<List<?>> all = certificate.getSubjectAlternativeNames();
            return all == null
                    ? List.of()
                    : all.stream()
                            .filter(one -> NAME_OR_ADDRESS.contains(one.get(0)))
                            .map(one -> String.valueOf(one.get(1)))
                            .filter(name -> !THIS_MACHINE.contains(name))
                            .toList();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("names in the certificate cannot be read", e);
        }
    }

    private static String fingerprint(X509Certificate certificate) {
        try {
            return HexFormat.ofDelimiter(":")
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded()))
                    .toUpperCase(Locale.ROOT);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
