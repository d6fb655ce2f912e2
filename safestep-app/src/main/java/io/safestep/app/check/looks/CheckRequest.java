package io.safestep.app.check.looks;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import io.safestep.core.check.definition.Beforehand;
import io.safestep.core.check.definition.CheckDefinition;
import io.safestep.core.check.definition.Expectation;
import io.safestep.core.check.definition.Extraction;
import io.safestep.core.check.definition.Look;
import io.safestep.core.check.definition.LookKind;
import io.safestep.core.check.definition.Severity;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A check as somebody writes it. What is left out is as usual: a read command with the profile's rows, a failure that
 * counts, looked at every two seconds on all devices; what has to be reachable has to be so before, too.
 *
 * @param library the check in the library from which it was taken; null when it was written for this change
 */
public record CheckRequest(
        @Nullable @Size(max = 80, message = "At most 80 characters.")
        String name,

        @JsonUnwrapped @Valid Looking look,
        @Nullable @Valid Extract extraction,
        @NotNull(message = "Choose what to expect.") Expectation expectation,

        @Nullable @Size(max = 2_000, message = "At most 2,000 characters.")
        String value,

        @JsonUnwrapped @Valid Timing timing,
        @Nullable Severity severity,
        @Nullable @Size(max = 200) List<@NotBlank @Size(max = 60) String> devices,
        @Nullable @Size(max = 80) String library) {

    /** Where it looks, and at what; see {@link Look}. */
    public record Looking(
            @Nullable LookKind kind,
            @Nullable @Size(max = 40) String read,
            @Nullable @Size(max = 3) Map<@Size(max = 10) String, @Size(max = 60) String> arguments,
            @Nullable @Size(max = 60) String from,

            @Nullable @Size(max = 300, message = "At most 300 characters.")
            String question) {

        private Look look() {
            Map<String, String> given = new HashMap<>();
            if (arguments != null) {
                arguments.forEach((what, written) -> {
                    if (written != null && !written.isBlank()) {
                        given.put(what, written.strip());
                    }
                });
            }
            LookKind looks = kind == null ? LookKind.READ : kind;
            return new Look(
                    looks,
                    looks == LookKind.READ ? blankToNull(read) : null,
                    given,
                    blankToNull(from),
                    looks.asksPerson() ? blankToNull(question) : null);
        }
    }

    /**
     * When it looks.
     *
     * @param before what has to be so beforehand; null for what is usual
     * @param notYetUntil see {@link CheckDefinition}
     * @param everySeconds between two looks; null for what is usual
     */
    public record Timing(
            @Nullable Beforehand before,
            @Nullable Integer notYetUntil,
            int settleSeconds,
            @Nullable Integer everySeconds,
            @Nullable Integer staysSeconds) {}

    /** See {@link Extraction}. */
    public record Extract(
            Extraction.@Nullable Kind kind,

            @Nullable @Size(max = 300, message = "At most 300 characters.")
            String expression,

            @Nullable @Size(max = 10, message = "At most 10 columns.")
            List<@Size(max = 60) String> columns,

            @Nullable @Size(max = 200, message = "At most 200 characters.")
            String only,

            @Nullable @Size(max = 10, message = "At most 10 patterns.")
            List<@NotBlank @Size(max = 200) String> masked,

            boolean number) {

        Extraction extraction() {
            return new Extraction(
                    kind == null ? Extraction.Kind.ROWS : kind,
                    blankToNull(expression),
                    columns == null
                            ? List.of()
                            : columns.stream().map(String::strip).toList(),
                    blankToNull(only),
                    masked == null ? List.of() : masked,
                    number);
        }
    }

    public CheckDefinition definition() {
        return new CheckDefinition(
                blankToNull(name),
                look.look(),
                extraction == null ? Extraction.rows() : extraction.extraction(),
                expectation,
                blankToNull(value),
                timing.before() != null ? timing.before() : CheckDefinition.usualBefore(expectation),
                timing.notYetUntil(),
                timing.settleSeconds(),
                timing.everySeconds() == null ? CheckDefinition.USUAL_PAUSE_SECONDS : timing.everySeconds(),
                timing.staysSeconds(),
                severity == null ? Severity.FAIL : severity,
                devices == null ? List.of() : devices);
    }

    private static @Nullable String blankToNull(@Nullable String text) {
        return text == null || text.isBlank() ? null : text.strip();
    }
}
