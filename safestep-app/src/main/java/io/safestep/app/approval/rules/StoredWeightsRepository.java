package io.safestep.app.approval.rules;

import org.springframework.data.jpa.repository.JpaRepository;

interface StoredWeightsRepository extends JpaRepository<StoredWeights, Integer> {}
