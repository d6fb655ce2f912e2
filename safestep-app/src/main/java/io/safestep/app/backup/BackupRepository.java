package io.safestep.app.backup;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface BackupRepository extends JpaRepository<Backup, Long> {

    List<Backup> findByDeviceIdAndKindNotOrderByTakenAtDescIdDesc(Long deviceId, BackupKind kind, Limit limit);

    Optional<Backup> findByDeviceIdAndReferenceReasonIsNotNull(Long deviceId);

    Optional<Backup> findFirstByDeviceIdAndKindAndTakenAtLessThanEqualOrderByTakenAtDescIdDesc(
            Long deviceId, BackupKind kind, Instant at);

    boolean existsByDeviceIdAndKindAndTakenAtAndHash(Long deviceId, BackupKind kind, Instant takenAt, String hash);

    /** The newest version of each kind and file of a device. */
    @Query(
            value = "select distinct on (kind, file) * from backup where device_id = :deviceId"
                    + " order by kind, file, taken_at desc, id desc",
            nativeQuery = true)
    List<Backup> newestOfEach(long deviceId);

    Optional<Backup> findFirstByDeviceIdAndKindOrderByTakenAtDescIdDesc(Long deviceId, BackupKind kind);

    /** The newest running configuration of each device. */
    @Query(
            value = "select b.* from device d cross join lateral (select * from backup where device_id = d.id"
                    + " and kind = 'RUNNING' order by taken_at desc, id desc limit 1) b",
            nativeQuery = true)
    List<Backup> newestRunning();

    /** The device said by its marker that nothing has changed. */
    @Modifying
    @Query(
            value = "update backup set confirmed_at = :at, confirmations = confirmations + 1 where id in"
                    + " (select distinct on (kind) id from backup where device_id = :deviceId"
                    + " and kind in ('RUNNING', 'STARTUP') order by kind, taken_at desc, id desc)",
            nativeQuery = true)
    void confirmNewest(long deviceId, Instant at);

    /** One process at a time stores versions of a device, until the transaction ends. */
    @Query(
            value = "select 1 from (select pg_advisory_xact_lock(41, cast(:deviceId as integer))) locked",
            nativeQuery = true)
    int lock(long deviceId);
}
