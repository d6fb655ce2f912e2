package io.safestep.core.next;

/**
 * Who asks what is next.
 *
 * @param author wrote the change
 * @param decides may approve, return and reject what others wrote
 * @param books may book changes into windows
 * @param plans keeps the calendar, and so sees to changes that have no place in it
 * @param runs may start and stop runs
 * @param closes may close changes
 */
public record Viewer(boolean author, boolean decides, boolean books, boolean plans, boolean runs, boolean closes) {

    /** The same, for who has had a hand in it. */
    public Viewer withoutDeciding() {
        return new Viewer(author, false, books, plans, runs, closes);
    }
}
