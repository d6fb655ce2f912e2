package io.safestep.app.approval.needs;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ChangeNeedRepository extends JpaRepository<ChangeNeed, Long> {

    List<ChangeNeed> findByChangeIdInOrderByPosition(Collection<Long> changeIds);

    /** When a change was submitted last. */
    record Submitted(Long id, Instant at) {}

    @Query("select new io.safestep.app.approval.needs.ChangeNeedRepository$Submitted(c.id, c.submittedAt) from Change c"
            + " where c.id in :changeIds and c.submittedAt is not null")
    List<Submitted> submitted(Collection<Long> changeIds);

    @Modifying
    @Query("delete from ChangeNeed n where n.changeId = :changeId")
    void forget(Long changeId);

    /** Numbers of changes that are approved, and of which an approval ends. */
    @Query(value = """
                    select distinct c.number from change_need n join change_request c on c.id = n.change_id
                     where c.state in ('APPROVED', 'BOOKED') and n.need -> 'terms' ->> 'validHours' is not null""", nativeQuery = true)
    List<Integer> approvedForATime();

    /** Numbers of changes that wait for an approval until a time, of which nobody was told that it is past. */
    @Query(value = """
                    select distinct c.number from change_need n join change_request c on c.id = n.change_id
                     where c.state = 'IN_REVIEW' and n.need -> 'terms' ->> 'answerHours' is not null
                       and n.overdue_told_at is null""", nativeQuery = true)
    List<Integer> askedForInTime();

    @Modifying
    @Query(value = """
                    update change_need set overdue_told_at = :now
                     where change_id = :changeId and need ->> 'key' = :key and overdue_told_at is null""", nativeQuery = true)
    int noteOverdue(Long changeId, String key, Instant now);
}
