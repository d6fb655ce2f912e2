package io.safestep.app.backup;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ConfigContentRepository extends JpaRepository<ConfigContent, String> {

    /** Two runs may find the same text at the same moment. */
    @Modifying
    @Query(
            value = "insert into config_content (hash, text) values (:hash, :text) on conflict do nothing",
            nativeQuery = true)
    void keep(String hash, String text);
}
