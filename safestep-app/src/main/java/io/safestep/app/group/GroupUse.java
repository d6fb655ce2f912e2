package io.safestep.app.group;

import java.util.List;

/** Says what refers to a group, so that it can't be removed. */
public interface GroupUse {

    /** Each in words, such as {@code the regular round Nightly}; empty when nothing does. */
    List<String> of(long groupId);
}
