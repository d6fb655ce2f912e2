package io.safestep.app.discovery;

import io.safestep.app.problem.FieldError;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.address.AddressSet;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;
import io.safestep.core.address.WrittenForms;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The addresses of a search over a range.
 *
 * @param ranges as they are understood
 * @param exclusions as they are understood
 */
record SearchPlan(List<IpPrefix> ranges, List<IpPrefix> exclusions) {

    /** More can't be looked at in one night; and a wrong digit in a length makes millions. */
    static final long MOST_ADDRESSES = 65_536;

    private static final int MOST_BLOCKS = 200;

    /** @throws ProblemException that names what can't be read, or says that it is too much */
    static SearchPlan of(List<String> ranges, List<String> exclusions) {
        List<FieldError> errors = new ArrayList<>();
        SearchPlan plan = new SearchPlan(blocks("ranges", ranges, errors), blocks("exclusions", exclusions, errors));
        if (errors.isEmpty() && plan.ranges().isEmpty()) {
            errors.add(FieldError.of("ranges", "Enter at least one range, such as 10.77.2.0/24."));
        }
        if (errors.isEmpty() && plan.size() > MOST_ADDRESSES) {
            errors.add(FieldError.of(
                    "ranges",
                    String.format(
                            Locale.ROOT,
                            "These are %,d addresses. One search looks at %,d at most: choose smaller ranges.",
                            plan.size(),
                            MOST_ADDRESSES)));
        }
        if (errors.isEmpty() && plan.size() == 0) {
            errors.add(FieldError.of("exclusions", "Nothing is left to look at: everything is excluded."));
        }
        if (!errors.isEmpty()) {
            throw ProblemException.invalid(errors);
        }
        return plan;
    }

    private static List<IpPrefix> blocks(String field, List<String> written, List<FieldError> errors) {
        List<IpPrefix> blocks = new ArrayList<>();
        int line = 0;
        for (String text : written) {
            line++;
            String block = text.strip();
            if (block.isEmpty()) {
                continue;
            }
            if (WrittenForms.isAddress(block)) {
                blocks.add(IpPrefix.of(IpAddress.parse(block)));
            } else if (WrittenForms.isPrefix(block)) {
                blocks.add(IpPrefix.parse(block));
            } else {
                errors.add(new FieldError(
                        field, line, "“" + block + "” is neither an address nor a range such as 10.77.2.0/24."));
            }
        }
        if (blocks.size() > MOST_BLOCKS) {
            errors.add(FieldError.of(field, "At most " + MOST_BLOCKS + " ranges."));
        }
        return blocks;
    }

    AddressSet addresses() {
        return AddressSet.of(ranges, exclusions);
    }

    long size() {
        return addresses().size();
    }
}
