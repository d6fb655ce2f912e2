package io.safestep.app.device.record;

import io.safestep.app.problem.FieldError;
import io.safestep.core.address.WrittenForms;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** What the record of a device may look like. */
public final class DeviceRules {

    public static final int MOST_LABELS = 20;

    private static final Pattern NAME = Pattern.compile("[A-Za-z0-9][A-Za-z0-9._-]{0,59}");
    private static final Pattern HOST_NAME = Pattern.compile(
            "(?=.{1,253}$)[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?(?:\\.[A-Za-z0-9](?:[A-Za-z0-9-]{0,61}[A-Za-z0-9])?)*");
    private static final Pattern NUMBERS = Pattern.compile("[0-9.]+");
    private static final Pattern SITE_CODE = Pattern.compile("[A-Za-z0-9][A-Za-z0-9-]{0,9}");
    private static final Pattern LABEL = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N} ._:-]{0,39}");

    private DeviceRules() {}

    /** Null when the name can be taken, else a sentence. */
    public static @Nullable String nameProblem(String name) {
        return NAME.matcher(name).matches()
                ? null
                : "A name has 1 to 60 letters, digits, hyphens, dots and underscores, and begins with a letter or digit.";
    }

    /** An IPv4 address, or a host name (RFC 1123, section 2.1). */
    public static @Nullable String addressProblem(String address) {
        boolean good = WrittenForms.isAddress(address)
                || HOST_NAME.matcher(address).matches()
                        && !NUMBERS.matcher(address).matches();
        return good ? null : "Enter an IPv4 address such as 10.77.0.1, or a host name.";
    }

    public static @Nullable String siteCodeProblem(String code) {
        return SITE_CODE.matcher(code).matches()
                ? null
                : "The short name of a site has 1 to 10 letters, digits and hyphens.";
    }

    public static @Nullable String labelsProblem(Collection<String> labels) {
        if (labels.size() > MOST_LABELS) {
            return "A device has at most " + MOST_LABELS + " labels.";
        }
        return labels.stream().allMatch(l -> LABEL.matcher(l).matches())
                ? null
                : "A label has 1 to 40 letters, digits, blanks and . _ : - and begins with a letter or digit.";
    }

    /** What is wrong with these parts of a record, by field. */
    public static List<FieldError> errors(String address, String siteCode, Collection<String> labels) {
        List<FieldError> errors = new ArrayList<>();
        add(errors, "address", addressProblem(address));
        add(errors, "siteCode", siteCodeProblem(siteCode));
        add(errors, "labels", labelsProblem(labels));
        return errors;
    }

    /** Adds the problem of a field to those found so far, when there is one. */
    public static void add(List<FieldError> errors, String field, @Nullable String problem) {
        if (problem != null) {
            errors.add(FieldError.of(field, problem));
        }
    }
}
