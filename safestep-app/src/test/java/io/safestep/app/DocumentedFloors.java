package io.safestep.app;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.util.HashMap;
import java.util.Map;

/** Each slice uses those of the floors before its own. */
final class DocumentedFloors extends ArchCondition<JavaClass> {

    private static final String APP = "io.safestep.app.";

    private final Map<String, Integer> floors = new HashMap<>();

    DocumentedFloors() {
        super("use slices of the floors before their own");
        int floor = 0;
        for (String line : ArchitectureDocument.block("floors")) {
            for (String slice : line.split(", ")) {
                floors.put(slice, floor);
            }
            floor++;
        }
    }

    private static String sliceOf(JavaClass of) {
        String rest = of.getPackageName().startsWith(APP) ? of.getPackageName().substring(APP.length()) : "";
        return rest.contains(".") ? rest.substring(0, rest.indexOf('.')) : rest;
    }

    @Override
    public void check(JavaClass of, ConditionEvents events) {
        String slice = sliceOf(of);
        if (!floors.containsKey(slice)) {
            events.add(SimpleConditionEvent.violated(of, slice + " has no floor in docs/architecture.md"));
            return;
        }
        of.getDirectDependenciesFromSelf().forEach(dependency -> {
            String other = sliceOf(dependency.getTargetClass());
            if (!other.isEmpty()
                    && !other.equals(slice)
                    && floors.getOrDefault(other, Integer.MAX_VALUE) >= floors.get(slice)) {
                events.add(SimpleConditionEvent.violated(of, dependency.getDescription()));
            }
        });
    }
}
