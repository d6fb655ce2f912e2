package io.safestep.app.approval.stored;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;

public interface ApprovalRepository extends JpaRepository<Approval, Long> {

    @EntityGraph(attributePaths = "person")
    List<Approval> findByChangeIdOrderById(Long changeId);

    @EntityGraph(attributePaths = "person")
    List<Approval> findByChangeIdInOrderById(Collection<Long> changeIds);
}
