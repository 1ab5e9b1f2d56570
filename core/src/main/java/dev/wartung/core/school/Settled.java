package dev.wartung.core.school;

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
    public String inWords() {
        return school.question() + ": " + school.words(answer) + " (" + by.words()
                + (by == By.DEFAULT ? ": " + school.why() : "") + ")";
    }
}
