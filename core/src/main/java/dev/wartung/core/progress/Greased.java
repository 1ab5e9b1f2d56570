package dev.wartung.core.progress;

import dev.wartung.core.message.Message;
import dev.wartung.core.progress.Answer.Acceptance;
import java.util.Optional;

/**
 * A film that was laid on.
 *
 * @param part         what it was laid on, in words
 * @param grease       as it stands on the tin
 * @param lot          of the tin; empty where the site keeps no list and none was typed
 * @param registration its food contact class
 * @param against      what speaks against it here; empty where nothing does
 * @param accepted     why it was used all the same, and who agreed
 */
public record Greased(
        String part, String grease, String lot, String registration, Message against, Optional<Acceptance> accepted) {}
