package io.safestep.app.network;

import org.springframework.data.jpa.repository.JpaRepository;

interface NeighbouringMachineRepository extends JpaRepository<NeighbouringMachine, Long> {}
