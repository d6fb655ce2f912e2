package io.safestep.app.approval.rules;

import org.springframework.data.jpa.repository.JpaRepository;

interface SiteTeamRepository extends JpaRepository<SiteTeam, Long> {}
