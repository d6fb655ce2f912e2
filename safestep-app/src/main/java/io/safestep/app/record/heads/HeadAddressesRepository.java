package io.safestep.app.record.heads;

import org.springframework.data.jpa.repository.JpaRepository;

interface HeadAddressesRepository extends JpaRepository<HeadAddresses, Short> {}
