package io.safestep.app.secret;

import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.Base64;
import org.springframework.stereotype.Component;

/**
 * A column of text that is encrypted in the database, since it may hold secrets. What begins with the mark is
 * encrypted; an empty text is stored as it is.
 */
@Component
@Converter
public class SealedText implements AttributeConverter<String, String> {

    static final String MARK = "{sealed}";

    private final SecretBox secrets;

    SealedText(SecretBox secrets) {
        this.secrets = secrets;
    }

    @Override
    public String convertToDatabaseColumn(String text) {
        return text == null || text.isEmpty()
                ? text
                : MARK + Base64.getEncoder().encodeToString(secrets.closeText(text));
    }

    @Override
    public String convertToEntityAttribute(String stored) {
        return stored == null || stored.isEmpty()
                ? stored
                : secrets.openText(Base64.getDecoder().decode(stored.substring(MARK.length())));
    }
}
