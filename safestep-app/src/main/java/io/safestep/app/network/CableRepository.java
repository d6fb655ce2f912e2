package io.safestep.app.network;

import org.springframework.data.jpa.repository.JpaRepository;

interface CableRepository extends JpaRepository<Cable, Long> {}
