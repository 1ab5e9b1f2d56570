package dev.wartung.core.school;

import dev.wartung.core.message.Message;
import java.util.Locale;

/**
 * A question of practice as it is settled for one valve.
 *
 * @param school  the question
 * @param answer  the value
 * @param by      who settled it
 */
public record Settled(School school, String answer, By by) {

    /** Who settles a question, the strongest first. */
    public enum By {
        /** the type sheet, or how the valve is made */
        MAKER("the maker's sheet says so"),
        /** the plant */
        PLANT("this plant's choice"),
        /** nobody: the usual way */
        DEFAULT("usual");

        private final String words;

        By(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** For instance "Housing bolts: tightened to a gap, cycled, then tightened closed (this plant's choice)". */
    public Message inWords() {
        return by == By.DEFAULT
                ? Message.of(
                        "school.usual",
                        "{question}: {answer} (usual: {why})",
                        "question",
                        Message.of("school/" + school.id() + "/question", school.question()),
                        "answer",
                        Message.of("school/" + school.id() + "/" + answer, school.words(answer)),
                        "why",
                        Message.of("school/" + school.id() + "/why", school.why()))
                : Message.of(
                        "school.settled",
                        "{question}: {answer} ({by})",
                        "question",
                        Message.of("school/" + school.id() + "/question", school.question()),
                        "answer",
                        Message.of("school/" + school.id() + "/" + answer, school.words(answer)),
                        "by",
                        Message.of("school.by." + by.name().toLowerCase(Locale.ROOT), by.words()));
    }
}
