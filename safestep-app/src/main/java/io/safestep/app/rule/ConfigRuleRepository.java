package io.safestep.app.rule;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ConfigRuleRepository extends JpaRepository<ConfigRule, Long> {

    List<ConfigRule> findAllByOrderByName();

    List<ConfigRule> findByActiveTrueAndPlatform(String platform);

    Optional<ConfigRule> findByName(String name);

    /** Unless it says something else by now. */
    @Modifying
    @Query("update ConfigRule r set r.lookedAt = :at where r.id = :id and r.versionNumber = :version")
    void lookedAt(long id, int version, Instant at);
}
