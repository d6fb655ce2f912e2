package io.safestep.app.approval;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ApprovalRepository extends JpaRepository<Approval, Long> {

    List<Approval> findByChangeIdOrderById(Long changeId);
}
