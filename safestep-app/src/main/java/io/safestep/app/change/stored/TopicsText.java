package io.safestep.app.change.stored;

import io.safestep.core.check.definition.Topic;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.EnumSet;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Topics as they are stored: their names with commas between them. */
@Converter
class TopicsText implements AttributeConverter<Set<Topic>, String> {

    @Override
    public String convertToDatabaseColumn(Set<Topic> topics) {
        return topics.stream().sorted().map(Enum::name).collect(Collectors.joining(","));
    }

    @Override
    public Set<Topic> convertToEntityAttribute(String stored) {
        return Stream.of(stored.split(","))
                .filter(name -> !name.isEmpty())
                .map(Topic::valueOf)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Topic.class)));
    }
}
