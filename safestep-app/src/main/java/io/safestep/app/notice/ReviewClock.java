package io.safestep.app.notice;

import io.safestep.app.job.RegularJob;
import io.safestep.app.next.NextSteps;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks for emergencies that ran and were not reviewed in time; each is told once. */
@Component
class ReviewClock implements RegularJob {

    private final NextSteps next;
    private final ChangeNotices notices;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final Clock clock;

    ReviewClock(NextSteps next, ChangeNotices notices, JdbcClient jdbc, TransactionTemplate transaction, Clock clock) {
        this.next = next;
        this.notices = notices;
        this.jdbc = jdbc;
        this.transaction = transaction;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "review-clock";
    }

    @Override
    public Duration every() {
        return Duration.ofMinutes(1);
    }

    @Override
    public void execute() {
        jdbc.sql("""
                select number from change_request where category = 'EMERGENCY' and review_overdue_told_at is null
                and state in ('COMPLETED', 'ROLLED_BACK', 'NEEDS_ATTENTION') order by number""").query(Integer.class).list().stream()
                .filter(next::reviewOverdue)
                .forEach(number -> transaction.executeWithoutResult(t -> tell(number)));
    }

    private void tell(int number) {
        boolean first = jdbc.sql("""
                update change_request set review_overdue_told_at = :now
                where number = :number and review_overdue_told_at is null""")
                        .param("now", Timestamp.from(clock.instant()))
                        .param("number", number)
                        .update()
                == 1;
        if (first) {
            notices.tellReviewOverdue(number);
        }
    }
}
