package io.safestep.app.secret;

import java.util.List;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Encrypts what an older version stored in clear, in steps, at the start. Reading works before, between and after. */
@Component
class SealingOfOlderTexts implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(SealingOfOlderTexts.class);
    private static final int STEP = 200;

    /** Columns that may hold secrets. */
    private static final List<Column> COLUMNS = List.of(
            new Column("change_target", "lines", "id::text", "id = ?::bigint"),
            new Column("change_target", "script", "id::text", "id = ?::bigint"),
            new Column("change_target", "undo", "id::text", "id = ?::bigint"),
            new Column("change_target_value", "value", "ctid::text", "ctid = ?::tid"),
            new Column("change_sheet", "lines", "ctid::text", "ctid = ?::tid"),
            new Column("change_sheet", "undo", "ctid::text", "ctid = ?::tid"));

    /** @param key tells a row from others; @param is the condition that finds it again */
    private record Column(String table, String name, String key, String is) {}

    private record Row(String key, String text) {}

    private final JdbcTemplate jdbc;
    private final SecretBox secrets;
    private final SealedText sealedText;
    private final TransactionTemplate transaction;

    SealingOfOlderTexts(JdbcTemplate jdbc, SecretBox secrets, SealedText sealedText, TransactionTemplate transaction) {
        this.jdbc = jdbc;
        this.secrets = secrets;
        this.sealedText = sealedText;
        this.transaction = transaction;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        int sealed = 0;
        int last;
        do {
            last = transaction.execute(t -> contents());
            sealed += last;
        } while (last == STEP);
        for (Column column : COLUMNS) {
            do {
                last = transaction.execute(t -> column(column));
                sealed += last;
            } while (last == STEP);
        }
        if (sealed > 0) {
            LOG.info("Encrypted {} texts that an older version had stored in clear.", sealed);
        }
    }

    private int contents() {
        List<Row> rows = jdbc.query(
                "select hash, text from config_content where sealed is null limit " + STEP + " for update skip locked",
                (row, i) -> new Row(row.getString(1), row.getString(2)));
        rows.forEach(r -> jdbc.update(
                "update config_content set sealed = ?, text = null where hash = ?",
                secrets.closeText(r.text()),
                r.key()));
        return rows.size();
    }

    private int column(Column column) {
        List<Row> rows = jdbc.query(
                "select " + column.key() + ", " + column.name() + " from " + column.table() + " where "
                        + column.name() + " <> '' and " + column.name() + " not like ? limit " + STEP
                        + " for update skip locked",
                (row, i) -> new Row(row.getString(1), row.getString(2)),
                SealedText.MARK + "%");
        rows.forEach(r -> jdbc.update(
                "update " + column.table() + " set " + column.name() + " = ? where " + column.is(),
                sealedText.convertToDatabaseColumn(r.text()),
                r.key()));
        return rows.size();
    }
}
