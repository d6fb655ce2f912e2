package io.safestep.app.change.content;

import io.safestep.app.change.stored.ChangeRepository;
import io.safestep.app.change.stored.ChangeTarget;
import io.safestep.app.platform.Platforms;
import io.safestep.app.pool.PlannedFacts;
import io.safestep.core.change.ChangeState;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The scripts of changes that have not run yet, for those who look for what is free. */
@Component
class PlannedLines implements PlannedFacts {

    private static final Set<ChangeState> NOT_RUN_YET = EnumSet.of(
            ChangeState.DRAFT,
            ChangeState.RETURNED,
            ChangeState.IN_REVIEW,
            ChangeState.APPROVED,
            ChangeState.BOOKED,
            ChangeState.RUNNING);

    private final ChangeRepository repository;
    private final Platforms platforms;

    PlannedLines(ChangeRepository repository, Platforms platforms) {
        this.repository = repository;
        this.platforms = platforms;
    }

    @Override
    @Transactional(readOnly = true)
    public List<Planned> planned() {
        return repository.findByStateInOrderByUpdatedAtDesc(NOT_RUN_YET).stream()
                .flatMap(change -> change.targets().stream()
                        .filter(ChangeTarget::hasScript)
                        .map(target -> {
                            String platform = target.device().platform();
                            return new Planned(
                                    change.subject(),
                                    platform,
                                    platforms.engine(platform).written(target.script()));
                        }))
                .toList();
    }
}
