package io.safestep.core.template;

import java.util.Map;
import java.util.Set;

/**
 * What a template may say about the device for which it is used: {@code device.name} and so on.
 *
 * @param address the address under which Safe Step reaches it
 * @param partner the name of the partner; empty when there is none
 * @param interfaces names of the interfaces that it has; empty when they are not known
 */
public record DeviceWords(
        String name, String address, String site, String role, String partner, Set<String> interfaces) {

    Map<String, Object> bindings() {
        return Map.of("name", name, "address", address, "site", site, "role", role, "partner", partner);
    }
}
