package dev.wartung.web.technique;

import dev.wartung.core.drawing.Frame;
import dev.wartung.core.drawing.Technique;
import java.util.List;
import java.util.Map;

/**
 * A technique as it is shown somewhere.
 *
 * @param id     of the technique
 * @param frames its pictures
 * @param large  the same once more, for a page that shows them a second time
 */
public record CloseUp(String id, String name, String why, List<Frame> frames, List<Frame> large) {

    static CloseUp of(Technique technique, Map<String, String> chosen) {
        return new CloseUp(
                technique.id(),
                technique.name(),
                technique.why(),
                technique.frames(chosen),
                technique.frames(chosen, "-large"));
    }
}
