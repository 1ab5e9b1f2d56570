package dev.wartung.web.longwork;

/** A kind of long work. */
public interface LongTask {

    /** The one word it is kept under; never changed, since work of an earlier version may wait. */
    String name();

    /**
     * Does it. What it throws is taken for passing trouble, a database that is away say: it is done again some times,
     * and then {@link #givenUp given up}. What will not be otherwise the next time is told where the work is told, and
     * is not thrown.
     *
     * @param id  what it was begun with
     * @param ask whether it shall end, asked often
     */
    void run(String id, Ask ask);

    /**
     * The application that did it is gone, or has not been able to say otherwise for {@link LongWork#LOST}.
     *
     * @return whether it is done again, from its beginning
     */
    boolean again(String id);

    /** It failed for the last time. */
    void givenUp(String id);

    /** Whether work shall end. */
    @FunctionalInterface
    interface Ask {
        boolean shallEnd();
    }
}
