package io.safestep.app.web;

import com.fasterxml.jackson.annotation.JsonSetter;
import com.fasterxml.jackson.annotation.Nulls;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What a request may hold at all, whatever its endpoint. */
@Configuration
class RequestReading {

    /** No list and no map of this API holds null: one that does is not the JSON that is expected. */
    @Bean
    JsonMapperBuilderCustomizer refuseNullInLists() {
        return mapper -> mapper.changeDefaultNullHandling(
                handling -> JsonSetter.Value.construct(handling.getValueNulls(), Nulls.FAIL));
    }
}
