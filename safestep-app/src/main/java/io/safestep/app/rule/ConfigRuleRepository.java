package io.safestep.app.rule;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface ConfigRuleRepository extends JpaRepository<ConfigRule, Long> {

    List<ConfigRule> findAllByOrderByName();

    List<ConfigRule> findByActiveTrueAndPlatform(String platform);

    Optional<ConfigRule> findByName(String name);
}
