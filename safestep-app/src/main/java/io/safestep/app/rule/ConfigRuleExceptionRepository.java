package io.safestep.app.rule;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ConfigRuleExceptionRepository extends JpaRepository<ConfigRuleException, Long> {

    List<ConfigRuleException> findByRuleId(Long ruleId);

    Optional<ConfigRuleException> findByRuleIdAndDeviceId(Long ruleId, Long deviceId);
}
