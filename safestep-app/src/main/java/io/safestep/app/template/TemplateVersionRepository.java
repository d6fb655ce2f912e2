package io.safestep.app.template;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

interface TemplateVersionRepository extends Repository<TemplateVersion, Long> {

    TemplateVersion save(TemplateVersion version);

    Optional<TemplateVersion> findById(long id);

    List<TemplateVersion> findByTemplateIdOrderByNumberDesc(long templateId);

    @Query(
            "select v from TemplateVersion v where v.number = (select max(w.number) from TemplateVersion w where w.template ="
                    + " v.template)")
    List<TemplateVersion> newest();
}
