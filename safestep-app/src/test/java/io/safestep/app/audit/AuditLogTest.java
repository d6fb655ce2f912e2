package io.safestep.app.audit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import io.safestep.app.testing.SafeStepTest;
import io.safestep.core.record.Break;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.JdbcTemplate;

class AuditLogTest extends SafeStepTest {

    @Autowired
    private RecordReading reading;

    @Autowired
    private JdbcTemplate jdbc;

    @Test
    void theRecordCannotBeRewritten() {
        assertThatThrownBy(() -> jdbc.update("update audit_entry set detail = 'nothing happened' where id = 1"))
                .hasMessageContaining("append-only");
        assertThatThrownBy(() -> jdbc.update("delete from audit_entry where id = 1"))
                .hasMessageContaining("append-only");
        assertThat(reading.proof(List.of()).end()).isEmpty();
    }

    @Test
    void whoGetsAroundTheDatabaseIsFoundOut() {
        Long id = jdbc.queryForObject("select max(id) from audit_entry", Long.class);
        String detail = jdbc.queryForObject("select detail from audit_entry where id = ?", String.class, id);
        rewrite(id, detail + " Not.");
        try {
            assertThat(reading.proof(List.of()).end()).contains(new Break(Break.Kind.ALTERED, id));
        } finally {
            rewrite(id, detail);
        }
        assertThat(reading.proof(List.of()).end()).isEmpty();
    }

    private void rewrite(Long id, String detail) {
        jdbc.execute("alter table audit_entry disable trigger audit_entry_append_only");
        jdbc.update("update audit_entry set detail = ? where id = ?", detail, id);
        jdbc.execute("alter table audit_entry enable trigger audit_entry_append_only");
    }
}
