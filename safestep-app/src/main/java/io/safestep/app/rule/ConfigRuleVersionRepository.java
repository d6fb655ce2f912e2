package io.safestep.app.rule;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ConfigRuleVersionRepository extends JpaRepository<ConfigRuleVersion, Long> {

    Optional<ConfigRuleVersion> findByRuleIdAndNumber(Long ruleId, int number);

    List<ConfigRuleVersion> findByRuleIdOrderByNumberDesc(Long ruleId);
}
