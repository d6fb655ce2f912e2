package io.safestep.app.template;

import jakarta.persistence.LockModeType;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface TemplateRepository extends Repository<StoredTemplate, Long> {

    StoredTemplate save(StoredTemplate template);

    Optional<StoredTemplate> findById(long id);

    boolean existsByNameIgnoreCase(String name);

    boolean existsByNameIgnoreCaseAndIdNot(String name, long id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select t from StoredTemplate t where t.id = :id")
    Optional<StoredTemplate> lockById(long id);
}
