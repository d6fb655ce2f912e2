package io.safestep.app.backup.stored;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface BackupRepository extends JpaRepository<Backup, Long> {

    record Hash(Long id, String hash) {}

    @Query(
            "select new io.safestep.app.backup.stored.BackupRepository$Hash(b.id, b.hash) from Backup b where b.id in ?1")
    List<Hash> hashesOf(Collection<Long> ids);

    List<Backup> findByDeviceIdAndKindNotOrderByTakenAtDescIdDesc(Long deviceId, BackupKind kind, Limit limit);

    Optional<Backup> findByDeviceIdAndReferenceReasonIsNotNull(Long deviceId);

    Optional<Backup> findFirstByDeviceIdAndKindAndTakenAtLessThanEqualOrderByTakenAtDescIdDesc(
            Long deviceId, BackupKind kind, Instant at);

    boolean existsByDeviceIdAndKindAndTakenAtAndHash(Long deviceId, BackupKind kind, Instant takenAt, String hash);

    Optional<Backup> findFirstByDeviceIdAndKindOrderByTakenAtDescIdDesc(Long deviceId, BackupKind kind);

    /** The newest running configuration of each device. */
    @Query(
            value = "select b.* from device d cross join lateral (select * from backup where device_id = d.id"
                    + " and kind = 'RUNNING' order by taken_at desc, id desc limit 1) b",
            nativeQuery = true)
    List<Backup> newestRunning();
}
