package io.safestep.app.access;

import java.util.LinkedHashMap;
import java.util.Map;

/** Maps leading parts of device addresses to those at which the devices are really reached. */
final class AddressTranslation {

    private final Map<String, String> pairs = new LinkedHashMap<>();

    /** @param written pairs such as {@code 10.77=127.77}, separated by commas; empty for none */
    AddressTranslation(String written) {
        for (String pair : written.split(",")) {
            if (!pair.isBlank()) {
                String[] sides = pair.strip().split("=");
                if (sides.length != 2) {
                    throw new IllegalArgumentException(
                            "safestep.address-translation has to look like 10.77=127.77, not " + written + ".");
                }
                pairs.put(sides[0] + ".", sides[1] + ".");
            }
        }
    }

    /** The address in the network of something that is seen at an address here. */
    String original(String reached) {
        for (Map.Entry<String, String> pair : pairs.entrySet()) {
            if (reached.startsWith(pair.getValue())) {
                return pair.getKey() + reached.substring(pair.getValue().length());
            }
        }
        return reached;
    }

    String reached(String address) {
        for (Map.Entry<String, String> pair : pairs.entrySet()) {
            if (address.startsWith(pair.getKey())) {
                return pair.getValue() + address.substring(pair.getKey().length());
            }
        }
        return address;
    }
}
