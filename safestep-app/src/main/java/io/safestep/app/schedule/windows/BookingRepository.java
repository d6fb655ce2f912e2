package io.safestep.app.schedule.windows;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

public interface BookingRepository extends JpaRepository<Booking, Long> {

    Optional<Booking> findByChangeIdAndCancelledAtIsNull(Long changeId);

    @EntityGraph(attributePaths = "window")
    List<Booking> findByChangeIdInAndCancelledAtIsNull(Collection<Long> changeIds);

    @EntityGraph(attributePaths = "window")
    @Query("select b from Booking b where b.cancelledAt is null and b.opensAt < :to and b.closesAt > :from"
            + " order by b.opensAt, b.id")
    List<Booking> alive(Instant from, Instant to);

    /** What is booked into openings of a window that have not begun. */
    @Query("select b from Booking b where b.cancelledAt is null and b.window.id = :windowId and b.opensAt >= :now"
            + " order by b.opensAt, b.id")
    List<Booking> aheadIn(long windowId, Instant now);
}
