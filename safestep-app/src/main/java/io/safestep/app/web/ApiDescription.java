package io.safestep.app.web;

import io.swagger.v3.oas.models.media.Schema;
import java.util.ArrayList;
import java.util.Map;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Says in the OpenAPI document what is always there: every property of an answer is, and a nullable one may be null. */
@Configuration
class ApiDescription {

    @Bean
    OpenApiCustomizer everyPropertyIsThere() {
        return api -> {
            api.getInfo()
                    .title("Safe Step")
                    .version("1")
                    .description("Changes, devices and runs. All instants are UTC.");
            api.setServers(null); // the address differs from one installation to the next
            Map<String, Schema> schemas = api.getComponents().getSchemas();
            schemas.values().forEach(ApiDescription::requireAll);
        };
    }

    private static void requireAll(Schema<?> schema) {
        if (schema.getProperties() != null) {
            schema.setRequired(new ArrayList<>(schema.getProperties().keySet()));
        }
    }
}
