package dev.wartung.web.trust;

import java.time.Instant;

/**
 * The CA of this plant, which vouches for the certificate that browsers are shown.
 *
 * @param fingerprint SHA-256, 32 bytes in hexadecimal with colons between them
 * @param until       when it ends
 * @param pem         the certificate, to be installed
 */
record PlantCa(String fingerprint, Instant until, String pem) {}
