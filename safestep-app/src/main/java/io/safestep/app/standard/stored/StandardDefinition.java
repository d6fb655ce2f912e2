package io.safestep.app.standard.stored;

import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.digest.Sha256;
import io.safestep.core.standard.Bounds;
import io.safestep.core.standard.ValueBound;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * What a version of a standard change says.
 *
 * @param purpose what it is for
 * @param templateVersion id of the version of its template
 * @param checks as they were in the library when it was written, by name
 * @param examples a value for each variable, with which it was tried
 * @param validUntil its last day, in the zone of the network
 */
public record StandardDefinition(
        String purpose,
        long templateVersion,
        Bounds bounds,
        Map<String, CheckDefinition> checks,
        Map<String, String> examples,
        LocalDate validUntil) {

    /**
     * SHA-256 over everything that is approved.
     *
     * @param devices names of those for which it is asked
     */
    public String seal(List<String> devices) {
        Sha256 writer = new Sha256();
        writer.text(purpose);
        writer.number((int) templateVersion);
        ids(writer, bounds.sites());
        ids(writer, bounds.groups());
        texts(writer, bounds.roles());
        ids(writer, bounds.windows());
        writer.number(bounds.mostDevices());
        writer.number(bounds.mostAtOnce());
        writer.number(bounds.values().size());
        new TreeMap<>(bounds.values()).forEach((name, bound) -> value(writer, name, bound));
        writer.number(checks.size());
        new TreeMap<>(checks).forEach((name, check) -> {
            writer.text(name);
            writer.text(check.sealed());
        });
        writer.text(validUntil.toString());
        texts(writer, devices);
        return writer.hex();
    }

    private static void value(Sha256 writer, String name, ValueBound bound) {
        writer.text(name);
        writer.text(bound.kind().name());
        texts(writer, bound.oneOf());
        writer.text(String.valueOf(bound.least()));
        writer.text(String.valueOf(bound.most()));
        texts(writer, bound.within());
        writer.text(bound.pattern());
    }

    private static void ids(Sha256 writer, Collection<Long> ids) {
        writer.number(ids.size());
        new TreeSet<>(ids).forEach(id -> writer.text(id.toString()));
    }

    private static void texts(Sha256 writer, Collection<String> texts) {
        writer.number(texts.size());
        new TreeSet<>(texts).forEach(writer::text);
    }
}
