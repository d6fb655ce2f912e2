package io.safestep.app.web;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Describes records in the OpenAPI document as they are: every component is always there, one marked {@link Nullable} may
 * be null, and a record inside another type carries both names.
 */
@Component
class RecordSchemas implements ModelConverter {

    @Override
    public @Nullable Schema<?> resolve(
            AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
        if (!chain.hasNext()) {
            return null;
        }
        JavaType java = type.getType() == null ? null : Json.mapper().constructType(type.getType());
        boolean own = java != null && java.getRawClass().getName().startsWith("io.safestep.");
        if (java == null || !own || !java.getRawClass().isRecord()) {
            return chain.next().resolve(type, context, chain);
        }
        String name = name(java.getRawClass());
        type.setName(name);
        Schema<?> resolved = chain.next().resolve(type, context, chain);
        Schema<?> model = context.getDefinedModels().get(name);
        describe(model == null ? resolved : model, java.getRawClass());
        return resolved;
    }

    private static String name(Class<?> record) {
        Class<?> enclosing = record.getEnclosingClass();
        return enclosing == null
                ? record.getSimpleName()
                : enclosing.getSimpleName().replace("Controller", "").replace("Views", "") + record.getSimpleName();
    }

    private static void describe(Schema<?> model, Class<?> record) {
        if (model == null || model.getProperties() == null || model.getRequired() != null && seen(model, record)) {
            return;
        }
        List<String> required = new ArrayList<>();
        describe(model, record, required);
        model.setRequired(required);
    }

    /** Parts of a record that are written beside its own properties are described with them. */
    private static void describe(Schema<?> model, Class<?> record, List<String> required) {
        for (RecordComponent component : record.getRecordComponents()) {
            String property = component.getName();
            if (component.getAccessor().isAnnotationPresent(JsonUnwrapped.class)) {
                describe(model, component.getType(), required);
            } else if (model.getProperties().containsKey(property)) {
                required.add(property);
                if (component.getAnnotatedType().isAnnotationPresent(Nullable.class)) {
                    model.getProperties()
                            .put(property, orNull(model.getProperties().get(property)));
                }
            }
        }
    }

    private static boolean seen(Schema<?> model, Class<?> record) {
        return model.getRequired().size() == properties(record);
    }

    private static int properties(Class<?> record) {
        int count = 0;
        for (RecordComponent component : record.getRecordComponents()) {
            count += component.getAccessor().isAnnotationPresent(JsonUnwrapped.class)
                    ? properties(component.getType())
                    : 1;
        }
        return count;
    }

    private static Schema<?> orNull(Schema<?> schema) {
        if (schema.getAnyOf() != null) {
            return schema; // said already, where a part was described by itself
        }
        if (schema.get$ref() != null) {
            Schema<Object> none = new Schema<>();
            none.setTypes(Set.of("null"));
            Schema<Object> either = new Schema<>();
            either.setAnyOf(List.of(schema, none));
            return either;
        }
        Set<String> types =
                new LinkedHashSet<>(schema.getTypes() == null ? Set.of(schema.getType()) : schema.getTypes());
        types.add("null");
        schema.setTypes(types);
        return schema;
    }
}
