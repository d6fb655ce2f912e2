package io.safestep.app.notice.hooks;

import org.springframework.data.jpa.repository.JpaRepository;

interface TeamHookRepository extends JpaRepository<TeamHook, Long> {}
