package io.safestep.app.comment;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

interface LineCommentRepository extends Repository<LineComment, Long> {

    LineComment save(LineComment comment);

    Optional<LineComment> findById(long id);

    List<LineComment> findByChangeIdOrderById(long changeId);
}
