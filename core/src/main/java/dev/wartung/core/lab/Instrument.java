package dev.wartung.core.lab;

import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** One calculation with what it asks for. Without state. */
public interface Instrument {

    Plate plate();

    /**
     * What it asks for. May depend on what was chosen: five bolts have five gaps.
     *
     * @param typed what stands in the fields so far, by id
     */
    List<Field> fields(Map<String, String> typed);

    /**
     * Works it out; empty if it refused something ({@link Inputs#refuse}). Called only when every field was understood.
     */
    Optional<Result> work(Inputs in);

    /**
     * What is engraved on it.
     *
     * @param id      as it stands in links and in the JSON interface
     * @param purpose when one reaches for it, in a sentence
     * @param formula for those who want to follow it
     * @param source  of the formula and its numbers
     * @param unknown what it does not know: where it holds, and what to do elsewhere
     */
    record Plate(
            String id, String title, String purpose, Drawer drawer, Message formula, Message source, Message unknown) {

        /** With texts whose amounts are found in their words. */
        public Plate(
                String id, String title, String purpose, Drawer drawer, String formula, String source, String unknown) {
            this(
                    id,
                    title,
                    purpose,
                    drawer,
                    EarlierText.of("lab.formula", formula),
                    EarlierText.of("lab.source", source),
                    EarlierText.of("lab.unknown", unknown));
        }
    }

    /** Where it lies. */
    enum Drawer {
        BOLTS("Bolts"),
        DIAPHRAGM("Diaphragm"),
        FITS("Fits and flow"),
        FORCES("Forces and air"),
        GREASE("Grease"),
        JUDGEMENT("Judgement"),
        LEAK("Leak and shelf life");

        private final String title;

        Drawer(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }
    }

    /** What was chosen or typed, or what the field begins with. */
    static String chosen(Map<String, String> typed, String id, String initial) {
        String text = typed.getOrDefault(id, "").strip();
        return text.isEmpty() ? initial : text;
    }

    /** A whole number within limits that shapes the other fields; out of limits or no number: the initial one. */
    static int count(Map<String, String> typed, String id, int initial, int least, int most) {
        String text = typed.getOrDefault(id, "").strip();
        int count = text.matches("\\d{1,3}") ? Integer.parseInt(text) : initial;
        return count < least || count > most ? initial : count;
    }
}
