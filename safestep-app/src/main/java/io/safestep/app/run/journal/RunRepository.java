package io.safestep.app.run.journal;

import io.safestep.core.run.RunState;
import jakarta.persistence.LockModeType;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

public interface RunRepository extends JpaRepository<Run, Long> {

    List<Run> findByChangeIdOrderByIdDesc(Long changeId);

    List<Run> findByStateIn(Collection<RunState> states);

    List<Run> findByEndedAtAfterOrderByEndedAtDesc(Instant after, Limit limit);

    boolean existsByChangeIdAndState(Long changeId, RunState state);

    @Query("select c.number from Run r join Change c on c.id = r.changeId where r.id = :id")
    Optional<Integer> changeNumberOf(long id);

    /** The run, held for this transaction so that nobody else moves it. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select r from Run r where r.id = :id")
    Optional<Run> lock(Long id);

    /**
     * Whether a living process drives the run: its job gives a sign of life every three seconds, or is looked at again in
     * a moment.
     */
    @Query(
            value =
                    "select count(*) > 0 from scheduled_tasks where task_name = 'drive-run'"
                            + " and task_instance = cast(:runId as text)"
                            + " and case when picked then last_heartbeat else execution_time end > now() - interval '8 seconds'",
            nativeQuery = true)
    boolean attended(Long runId);

    @Modifying
    @Query(
            value = "insert into device_claim (device_id, run_id) values (:deviceId, :runId) on conflict do nothing",
            nativeQuery = true)
    int claim(Long deviceId, Long runId);

    /** @return how many of the devices nobody had claimed before */
    @Modifying
    @Query(
            value =
                    "insert into device_claim (device_id, run_id) select id, :runId from unnest(:deviceIds) id order by id"
                            + " on conflict do nothing",
            nativeQuery = true)
    int claim(Long[] deviceIds, Long runId);

    /** The ids of those of the devices that other runs have claimed. */
    @Query(
            value = "select device_id from device_claim where run_id <> :runId and device_id = any(:deviceIds)",
            nativeQuery = true)
    Set<Long> claimedByOthers(Long[] deviceIds, Long runId);

    @Query(value = "select run_id from device_claim where device_id = :deviceId", nativeQuery = true)
    Optional<Long> claimedBy(Long deviceId);

    @Modifying
    @Query(value = "delete from device_claim where run_id = :runId", nativeQuery = true)
    void release(Long runId);
}
