package io.safestep.app.people.accounts;

import io.safestep.app.people.stored.Person;
import java.util.List;

/** What somebody has begun and not brought to its end; each slice that holds such things has a bean of this kind. */
public interface OpenWork {

    /**
     * One thing.
     *
     * @param subject as the record calls it, such as {@code CR-1003} or the name of a device
     * @param words what it is, as in "{@code the draft} CR-1003"
     */
    record Item(String subject, String words) {}

    /** In a fixed order. */
    List<Item> of(Person person);

    /**
     * Gives what can be given to somebody else.
     *
     * @param by log-in of who does it, for the record
     * @return what stays with the one before, each with why as its words
     */
    List<Item> handOver(Person from, Person to, String by);
}
