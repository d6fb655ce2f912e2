package io.safestep.app;

import com.tngtech.archunit.core.domain.Dependency;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.lang.ArchCondition;
import com.tngtech.archunit.lang.ConditionEvents;
import com.tngtech.archunit.lang.SimpleConditionEvent;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A package that is divided into rooms uses all of them, and none uses the package itself; each room uses those before it;
 * and from outside one uses the package, rooms that are open as a whole, and the classes that are named as a room's doors.
 */
final class DocumentedRooms extends ArchCondition<JavaClass> {

    private static final String ALL = "io.safestep.";
    private static final Pattern ROOM = Pattern.compile("(?<name>[a-z]+)(?<doors>\\*|\\([^)]*\\))?");

    /** The rooms of each package, in their order. */
    private final Map<String, List<String>> rooms = new HashMap<>();

    /** Names of rooms, and of classes. */
    private final Set<String> open = new HashSet<>();

    DocumentedRooms() {
        super("use rooms in their order and through their doors");
        for (String line : ArchitectureDocument.block("rooms")) {
            String house = ALL + line.substring(0, line.indexOf(':'));
            List<String> named = new ArrayList<>();
            Matcher room = ROOM.matcher(line.substring(line.indexOf(':') + 1));
            while (room.find()) {
                String name = house + "." + room.group("name");
                named.add(name);
                if (room.group("doors") == null) {
                    continue;
                }
                if (room.group("doors").equals("*")) {
                    open.add(name);
                } else {
                    Stream.of(room.group("doors").replaceAll("[()]", "").split(" "))
                            .forEach(door -> open.add(name + "." + door));
                }
            }
            rooms.put(house, named);
        }
    }

    @Override
    public void check(JavaClass of, ConditionEvents events) {
        rooms.forEach((house, named) -> {
            if (isIn(of.getPackageName(), house) && !of.getPackageName().equals(house) && room(of, named) < 0) {
                events.add(SimpleConditionEvent.violated(of, of.getName() + " is in a room without a place"));
            }
            of.getDirectDependenciesFromSelf().forEach(d -> {
                if (isIn(d.getTargetClass().getPackageName(), house) && !isAllowed(d, house, named)) {
                    events.add(SimpleConditionEvent.violated(of, d.getDescription()));
                }
            });
        });
    }

    private boolean isAllowed(Dependency dependency, String house, List<String> named) {
        int from = room(dependency.getOriginClass(), named);
        int to = room(dependency.getTargetClass(), named);
        if (!isIn(dependency.getOriginClass().getPackageName(), house)) {
            return to < 0 || open.contains(named.get(to)) || open.contains(outermost(dependency.getTargetClass()));
        }
        return from < 0 || to >= 0 && to <= from;
    }

    private static String outermost(JavaClass of) {
        return of.getName().replaceAll("\\$.*", "").replaceAll("^\\[+L|;$", "");
    }

    /** The place of the room in which a class is; -1 when it is in none. */
    private static int room(JavaClass of, List<String> named) {
        for (int i = 0; i < named.size(); i++) {
            if (isIn(of.getPackageName(), named.get(i))) {
                return i;
            }
        }
        return -1;
    }

    private static boolean isIn(String packageName, String house) {
        return packageName.equals(house) || packageName.startsWith(house + ".");
    }
}
