package io.safestep.app.inventory;

import io.safestep.app.group.Groups;
import io.safestep.app.people.Right;
import io.safestep.app.problem.ProblemException;
import io.safestep.app.round.RoundAction;
import org.springframework.stereotype.Component;

/** Takes many devices out of a group with a fixed list. */
@Component
class TakeOutOfGroupRound implements RoundAction {

    private final Groups groups;

    TakeOutOfGroupRound(Groups groups) {
        this.groups = groups;
    }

    @Override
    public String name() {
        return "TAKE_OUT_OF_GROUP";
    }

    @Override
    public String title() {
        return "Take out of group";
    }

    @Override
    public Right right() {
        return Right.WRITE_DEVICES;
    }

    @Override
    public void check(String argument) {
        boolean known =
                groups.entries().stream().anyMatch(g -> g.fixed() && g.name().equals(argument));
        if (!known) {
            throw ProblemException.invalid("argument", "Choose a group with a fixed list.");
        }
    }

    @Override
    public Outcome on(long deviceId, String device, String argument, String person) {
        return Outcome.good(
                groups.takeOut(argument, device, person) ? "Is in the group no more." : "Was not in the group.");
    }
}
