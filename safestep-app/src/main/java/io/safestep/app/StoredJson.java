package io.safestep.app;

import java.util.Map;
import org.hibernate.cfg.MappingSettings;
import org.hibernate.type.format.jackson.Jackson3JsonFormatMapper;
import org.springframework.boot.hibernate.autoconfigure.HibernatePropertiesCustomizer;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** JSON columns are written and read by the mapper that everything else here uses. */
@Component
class StoredJson implements HibernatePropertiesCustomizer {

    @Override
    public void customize(Map<String, Object> properties) {
        properties.put(MappingSettings.JSON_FORMAT_MAPPER, new Jackson3JsonFormatMapper(JsonMapper.shared()));
    }
}
