package io.safestep.app.discovery;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface SearchRepository extends JpaRepository<Search, Long> {

    List<Search> findAllByOrderByIdDesc(Limit limit);
}
