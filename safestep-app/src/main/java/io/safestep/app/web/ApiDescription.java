package io.safestep.app.web;

import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the OpenAPI document says of itself. */
@Configuration
class ApiDescription {

    @Bean
    OpenApiCustomizer title() {
        return api -> {
            api.getInfo()
                    .title("Safe Step")
                    .version("1")
                    .description("Changes, devices and runs. All instants are UTC.");
            api.setServers(null); // the address differs from one installation to the next
        };
    }
}
