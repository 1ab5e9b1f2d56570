package dev.wartung.web.trust;

import java.time.Instant;
import java.util.List;

/**
 * The certificate that browsers are shown.
 *
 * @param names what this machine may be called with it, the first named first
 * @param until when it ends
 */
record Served(List<String> names, Instant until) {}
