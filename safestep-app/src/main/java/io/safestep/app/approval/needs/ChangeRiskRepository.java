package io.safestep.app.approval.needs;

import org.springframework.data.jpa.repository.JpaRepository;

interface ChangeRiskRepository extends JpaRepository<ChangeRisk, Long> {}
