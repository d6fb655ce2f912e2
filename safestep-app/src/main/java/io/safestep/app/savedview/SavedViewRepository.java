package io.safestep.app.savedview;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface SavedViewRepository extends JpaRepository<SavedView, Long> {

    List<SavedView> findByPersonIdAndPageOrderByName(Long personId, String page);

    Optional<SavedView> findByPersonIdAndPageAndName(Long personId, String page, String name);
}
