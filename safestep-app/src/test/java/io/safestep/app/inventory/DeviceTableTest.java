package io.safestep.app.inventory;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.inventory.DeviceTable.Written;
import io.safestep.app.testing.SafeStepTest;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import javax.sql.DataSource;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.beans.factory.annotation.Autowired;

/** The list of all devices that is kept is the one that is stored. */
class DeviceTableTest extends SafeStepTest {

    @Autowired
    private DeviceTable table;

    @Autowired
    private DataSource database;

    @ParameterizedTest
    @CsvSource({
        "device, name",
        "device_label, device_id",
        "device_group, name",
        "device_group_member, device_id",
        "site, name",
        "credential, name",
        "credential_use, credential_id"
    })
    void writingToAnythingThatTheListShowsMovesItsStamp(String shown, String column) throws SQLException {
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            String before = table.current().stamp();
            for (String write : new String[] {
                "insert into %1$s overriding system value select * from %1$s where false",
                "update %1$s set %2$s = %2$s where false",
                "delete from %1$s where false"
            }) {
                statement.executeUpdate(write.formatted(shown, column));
                String after = table.current().stamp();
                assertThat(after).as(write, shown, column).isNotEqualTo(before);
                before = after;
            }
        }
    }

    @Test
    void writersDoNotWaitForEachOtherAndEachMovesTheStamp() throws SQLException {
        awaitWholeDemo();
        try (Connection one = database.getConnection();
                Connection other = database.getConnection();
                Statement first = one.createStatement();
                Statement second = other.createStatement()) {
            second.execute("set lock_timeout = '2s'");
            one.setAutoCommit(false);
            other.setAutoCommit(false);
            Written before = table.current();
            first.executeUpdate("update device set serial = serial where name = 'ops-ds-a'");
            first.executeUpdate("update site set name = 'Elver light' where code = 'elv'");
            second.executeUpdate("update device set serial = serial where name = 'ops-ds-b'");
            other.commit();
            Written between = table.current();
            assertThat(between.stamp()).isNotEqualTo(before.stamp());
            assertThat(site(between)).isEqualTo(site(before)).isNotEqualTo("Elver light");
            one.commit();
            Written after = table.current();
            assertThat(after.stamp()).isNotEqualTo(between.stamp());
            assertThat(site(after)).isEqualTo("Elver light");
            first.executeUpdate("update site set name = '" + site(before) + "' where code = 'elv'");
            one.commit();
            second.execute("reset lock_timeout");
            other.commit();
            one.setAutoCommit(true);
            other.setAutoCommit(true);
        }
        assertThat(site(table.current())).isNotEqualTo("Elver light");
    }

    private static String site(Written written) {
        return written.byName().get("elv-ac-1").row().site();
    }
}
