package io.safestep.app.change.content;

import io.safestep.app.change.asked.Draft;
import io.safestep.app.problem.FieldError;
import java.util.List;

/** Something that has to be true of what an author writes, before it is stored. */
public interface DraftCondition {

    /** What is wrong; fields are named as in a content request. */
    List<FieldError> errors(Draft draft);
}
