package io.safestep.app.approval.rules;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ApprovalRuleVersionRepository extends JpaRepository<ApprovalRuleVersion, ApprovalRuleVersion.Key> {

    List<ApprovalRuleVersion> findByKeyRuleIdOrderByKeyVersionDesc(Long ruleId);
}
