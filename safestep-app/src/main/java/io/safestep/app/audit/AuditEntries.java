package io.safestep.app.audit;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.JpaSpecificationExecutor;

interface AuditEntries extends JpaRepository<AuditEntry, Long>, JpaSpecificationExecutor<AuditEntry> {

    Optional<AuditEntry> findFirstByOrderByIdDesc();

    List<AuditEntry> findBySubjectOrderById(String subject);

    List<AuditEntry> findByTokenOrderByIdDesc(Long token, Limit limit);

    List<AuditEntry> findByIdGreaterThanOrderById(long after, Limit limit);
}
