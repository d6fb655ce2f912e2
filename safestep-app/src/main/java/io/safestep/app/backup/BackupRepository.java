package io.safestep.app.backup;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface BackupRepository extends JpaRepository<Backup, Long> {

    List<Backup> findByDeviceIdOrderByIdDesc(Long deviceId, Limit limit);

    /** The newest running configuration of each device. */
    @Query(
            value = "select * from backup where id in "
                    + "(select max(id) from backup where kind = 'RUNNING' group by device_id)",
            nativeQuery = true)
    List<Backup> newestRunning();

    /**
     * The newest running configuration of each device whose text holds the word. Structured configurations hold a line's
     * words apart, so that one word is looked for and not the whole line.
     */
    @Query(
            value = "select b.* from backup b join config_content c on c.hash = b.hash where b.id in "
                    + "(select max(id) from backup where kind = 'RUNNING' group by device_id) "
                    + "and position(lower(:word) in lower(c.text)) > 0 order by b.device_id",
            nativeQuery = true)
    List<Backup> newestHolding(String word);
}
