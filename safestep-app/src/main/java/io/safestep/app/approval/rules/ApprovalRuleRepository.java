package io.safestep.app.approval.rules;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ApprovalRuleRepository extends JpaRepository<StoredApprovalRule, Long> {

    List<StoredApprovalRule> findByRemovedAtIsNullOrderByName();

    Optional<StoredApprovalRule> findByIdAndRemovedAtIsNull(Long id);

    boolean existsByNameIgnoreCaseAndRemovedAtIsNullAndIdNot(String name, Long id);
}
