package io.safestep.app.web;

import io.safestep.app.sight.Sight;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the OpenAPI document says of itself. */
@Configuration
class ApiDescription {

    static {
        // Not sent by anybody: it is who asks, as endpoints take it.
        SpringDocUtils.getConfig().addRequestWrapperToIgnore(Sight.class);
    }

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
