package dev.wartung.web.qualify;

import java.util.ArrayList;
import java.util.List;

/**
 * Something that was looked at.
 *
 * @param id    by which requirements name it: {@code Q-} and two digits
 * @param title what it is about
 * @param lines each thing that was expected or only noted, in its order
 */
record Check(String id, String title, List<Line> lines) {

    /**
     * One thing.
     *
     * @param expected empty where it is only noted
     * @param agrees   whether it was found as expected; true where it is only noted
     */
    record Line(String what, String expected, String found, boolean agrees) {}

    static Check of(String id, String title) {
        return new Check(id, title, new ArrayList<>());
    }

    /** Something to know, whatever it is. */
    Check note(String what, Object found) {
        lines.add(new Line(what, "", String.valueOf(found), true));
        return this;
    }

    /** Something that has to be so. */
    Check expect(String what, Object expected, Object found) {
        lines.add(new Line(what, expected.toString(), found.toString(), expected.equals(found)));
        return this;
    }

    /** Something that has to hold, said in words. */
    Check expect(String what, String expected, String found, boolean agrees) {
        lines.add(new Line(what, expected, found, agrees));
        return this;
    }

    /** What kept it from being looked at to its end. */
    Check broken(Exception why) {
        lines.add(new Line("Looked at to its end", "yes", "no: " + why, false));
        return this;
    }

    /** Nothing was looked at: nothing is shown. */
    public boolean passed() {
        return !lines.isEmpty() && lines.stream().allMatch(Line::agrees);
    }
}
