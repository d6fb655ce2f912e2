package io.safestep.app.standard.stored;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface StandardVersionRepository extends Repository<StandardVersion, Long> {

    StandardVersion save(StandardVersion version);

    Optional<StandardVersion> findById(Long id);

    List<StandardVersion> findByStandardIdOrderByNumberDesc(Long standardId);

    List<StandardVersion> findAllByOrderByNumberDesc();

    List<StandardVersion> findByStateInOrderById(Collection<StandardVersion.Approval> states);
}
