package io.safestep.app.approval.seen;

import io.safestep.app.secret.SealedText;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** The content of a change that had this seal when it was submitted. */
@Entity
@Immutable
class SeenContent {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Long changeId;

    @JdbcTypeCode(SqlTypes.CHAR)
    private String seal;

    private Instant keptAt;

    @Convert(converter = SealedText.class)
    private String content;

    protected SeenContent() {}

    /** @param content a {@link Snapshot} as JSON */
    SeenContent(Long changeId, String seal, Instant keptAt, String content) {
        this.changeId = changeId;
        this.seal = seal;
        this.keptAt = keptAt;
        this.content = content;
    }

    boolean is(String otherSeal, String otherContent) {
        return seal.equals(otherSeal) && content.equals(otherContent);
    }

    String content() {
        return content;
    }
}
