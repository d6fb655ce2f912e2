package io.safestep.app.problem;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Names fields as whoever sent them wrote them: parts that stand beside their owner's properties have no name of their own. */
final class WrittenFields {

    private WrittenFields() {}

    /**
     * @param request what was read
     * @param path of a field in it, with dots between, and an index in brackets behind a list
     */
    static String named(@Nullable Class<?> request, String path) {
        List<String> written = new ArrayList<>();
        Class<?> at = request;
        for (String step : path.split("\\.")) {
            RecordComponent component = component(at, step.replaceAll("\\[.*", ""));
            if (component == null || !component.getAccessor().isAnnotationPresent(JsonUnwrapped.class)) {
                written.add(step);
            }
            at = component == null ? null : held(component);
        }
        return String.join(".", written);
    }

    private static @Nullable RecordComponent component(@Nullable Class<?> type, String name) {
        return type == null || !type.isRecord()
                ? null
                : Arrays.stream(type.getRecordComponents())
                        .filter(c -> c.getName().equals(name))
                        .findFirst()
                        .orElse(null);
    }

    /** The type of a part, or of the items of a list. */
    private static Class<?> held(RecordComponent component) {
        if (component.getGenericType() instanceof ParameterizedType list) {
            Type item = list.getActualTypeArguments()[0];
            return item instanceof Class<?> known ? known : Object.class;
        }
        return component.getType();
    }
}
