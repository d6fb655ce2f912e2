package io.safestep.core.next;

/**
 * Who asks what is next.
 *
 * @param author wrote the change
 * @param decides is asked to approve it or to let it run, or may review it
 * @param books may book changes into windows
 * @param plans keeps the calendar, and so sees to changes that have no place in it
 * @param runs may start and stop runs
 * @param closes may close changes
 */
public record Viewer(boolean author, boolean decides, boolean books, boolean plans, boolean runs, boolean closes) {

    /** The same, for who is asked to decide about it, or is not. */
    public Viewer deciding(boolean isAsked) {
        return new Viewer(author, isAsked, books, plans, runs, closes);
    }
}
