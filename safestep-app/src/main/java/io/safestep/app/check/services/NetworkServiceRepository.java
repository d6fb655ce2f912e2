package io.safestep.app.check.services;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.CrudRepository;

interface NetworkServiceRepository extends CrudRepository<NetworkService, Long> {

    List<NetworkService> findAllByOrderByName();

    Optional<NetworkService> findByName(String name);
}
