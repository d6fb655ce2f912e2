package io.safestep.app.kept;

import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Tells whether what a list shows has moved since it was read. The front door of this package. */
@Component
public class Stamps {

    /** Greater after every commit that wrote something of the list, by whichever process: triggers see to that. */
    private static final String MOVED = "select coalesce(sum(moved), 0) from list_counter where list = :list";

    private final JdbcClient jdbc;

    /** Another program may write the same rows otherwise, and another database may have counted as far. */
    private final UUID writer = UUID.randomUUID();

    Stamps(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** What is counted apart; names are those that the triggers give. */
    public enum Listed {
        /** All devices, with what a list shows of them. */
        DEVICES("device"),
        /** What a change waits for and for whom, but for what passes with time or within a run. */
        OPEN_CHANGES("open"),
        /** Changes that are over. */
        ENDED_CHANGES("ended");

        private final String counter;

        Listed(String counter) {
            this.counter = counter;
        }
    }

    /**
     * To be asked for before what it stands for is read. Another one whenever that has moved, is read by another program, or
     * from another database; letters, digits and hyphens.
     */
    public String of(Listed list) {
        return writer + "-"
                + jdbc.sql(MOVED).param("list", list.counter).query(Long.class).single();
    }
}
