package io.safestep.app.backup.keeping;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.job.RegularJob;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Takes away what is not to be kept any longer, where somebody has said so. */
@Component
class DailyClearing implements RegularJob {

    private final Retention retention;

    DailyClearing(Retention retention) {
        this.retention = retention;
    }

    @Override
    public String name() {
        return "backup-clearing";
    }

    @Override
    public Duration every() {
        return Duration.ofHours(24);
    }

    @Override
    public void execute() {
        if (retention.policy().clearsDaily()) {
            retention.clear(null, AuditLog.SAFE_STEP);
        }
    }
}
