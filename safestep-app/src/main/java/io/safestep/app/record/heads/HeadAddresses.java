package io.safestep.app.record.heads;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** To whom heads are mailed. There is one row of it. */
@Entity
@Table(name = "record_heads_mail")
class HeadAddresses {

    static final short ID = 1;

    @Id
    private short id = ID;

    @Version
    private @Nullable Integer version;

    private String addresses = "";

    /** Zero before it is stored for the first time. */
    int version() {
        return version == null ? 0 : version;
    }

    List<String> addresses() {
        return addresses.isEmpty() ? List.of() : List.of(addresses.split(","));
    }

    void say(List<String> wanted) {
        addresses = String.join(",", wanted);
    }
}
