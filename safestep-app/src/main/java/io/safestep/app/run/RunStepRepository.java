package io.safestep.app.run;

import org.springframework.data.jpa.repository.JpaRepository;

interface RunStepRepository extends JpaRepository<RunStep, Long> {}
