package io.safestep.core.template;

import com.hubspot.jinjava.interpret.JinjavaInterpreter;
import com.hubspot.jinjava.lib.filter.Filter;
import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import java.util.List;
import java.util.function.BiFunction;

/** Filters that take addresses apart, for languages that write them otherwise than a person does. */
final class AddressFilters {

    private AddressFilters() {}

    static List<Filter> all() {
        return List.of(
                new OfAddress("address", (value, number) -> value.address().toString()),
                new OfAddress("prefix_length", (value, number) -> String.valueOf(value.length())),
                new OfAddress("prefix", (value, number) -> value.prefix().toString()),
                new OfAddress("mask", (value, number) -> new IpAddress(mask(value)).toString()),
                new OfAddress("wildcard", (value, number) -> new IpAddress(~mask(value)).toString()),
                new OfAddress("nth", AddressFilters::nth));
    }

    private static int mask(InterfaceAddress value) {
        return value.length() == 0 ? 0 : -1 << (32 - value.length());
    }

    /** The address with this number in the block, 0 being the first. */
    private static String nth(InterfaceAddress value, int number) {
        IpPrefix block = value.prefix();
        IpAddress found = new IpAddress(block.bits() + number);
        if (number < 0 || !block.contains(found)) {
            throw new IllegalArgumentException(block + " has no address with the number " + number);
        }
        return found.toString();
    }

    private record OfAddress(String name, BiFunction<InterfaceAddress, Integer, String> result) implements Filter {

        @Override
        public Object filter(Object value, JinjavaInterpreter interpreter, String... arguments) {
            String text = String.valueOf(value);
            InterfaceAddress address = InterfaceAddress.parse(text.indexOf('/') < 0 ? text + "/32" : text);
            int number = arguments.length == 0 ? 1 : Integer.parseInt(arguments[0].strip());
            return result.apply(address, number);
        }

        @Override
        public String getName() {
            return name;
        }
    }
}
