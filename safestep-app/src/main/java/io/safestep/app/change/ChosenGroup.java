package io.safestep.app.change;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import java.util.List;

/** A group that an author chose, with the devices that it held when the change was saved. */
@Embeddable
public class ChosenGroup {

    @Column(name = "group_name")
    private String name;

    /** Names, each on a line. */
    private String members;

    protected ChosenGroup() {}

    ChosenGroup(String name, List<String> members) {
        this.name = name;
        this.members = String.join("\n", members);
    }

    String name() {
        return name;
    }

    List<String> members() {
        return members.lines().toList();
    }
}
