package io.safestep.app.audit;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface AuditEntries extends JpaRepository<AuditEntry, Long> {

    Optional<AuditEntry> findFirstByOrderByIdDesc();

    List<AuditEntry> findBySubjectOrderById(String subject);

    List<AuditEntry> findAllByOrderById();

    List<AuditEntry> findByTokenOrderByIdDesc(Long token, Limit limit);
}
