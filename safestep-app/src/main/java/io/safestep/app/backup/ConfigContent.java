package io.safestep.app.backup;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** The text of a configuration, stored once however often it was found. */
@Entity
@Immutable
class ConfigContent {

    /** SHA-256 of the text in UTF-8, hexadecimal. */
    @Id
    @JdbcTypeCode(SqlTypes.CHAR)
    private String hash;

    private String text;

    protected ConfigContent() {}

    ConfigContent(String hash, String text) {
        this.hash = hash;
        this.text = text;
    }

    String text() {
        return text;
    }
}
