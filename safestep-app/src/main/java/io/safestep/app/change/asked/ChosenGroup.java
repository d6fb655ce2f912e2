package io.safestep.app.change.asked;

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

    public ChosenGroup(String name, List<String> members) {
        this.name = name;
        this.members = String.join("\n", members);
    }

    public String name() {
        return name;
    }

    public List<String> members() {
        return members.lines().toList();
    }
}
