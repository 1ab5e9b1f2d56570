package dev.wartung.web.handheld;

import java.time.Instant;
import java.util.Optional;
import java.util.UUID;

/**
 * A device that somebody took jobs along on.
 *
 * @param id     made on the device, one for each person who uses it
 * @param whose  the name of that person
 * @param name   what kind of device it is, as its browser says
 * @param heard  when it was last heard of
 * @param forget since when it is to forget; empty where it is not
 * @param told   when it was told so, and forgot; empty while it was not
 */
public record Handheld(
        UUID id, String whose, String name, Instant heard, Optional<Instant> forget, Optional<Instant> told) {}
