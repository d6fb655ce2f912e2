package io.safestep.core.check.definition;

import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Something to look at before and after a change.
 *
 * @param name what people call it; null to say what is looked at instead
 * @param value what the expectation is about; null when it takes none
 * @param notYetUntil number of the change until which it may be incomplete; null when it has to pass now
 * @param settleSeconds for how long it is tried again before it counts as failed; for a question, how long an answer is
 *     waited for
 * @param everySeconds how long is waited between two looks
 * @param staysSeconds for how long after a change it has to be right without a break before it counts as passed; null for
 *     as long as the timers run on which that rests what it looks at ({@link SessionTimers})
 * @param devices the devices of the change on which it is looked at; empty for all
 */
public record CheckDefinition(
        @Nullable String name,
        Look look,
        Extraction extraction,
        Expectation expectation,
        @Nullable String value,
        Beforehand before,
        @Nullable Integer notYetUntil,
        int settleSeconds,
        int everySeconds,
        @Nullable Integer staysSeconds,
        Severity severity,
        List<String> devices) {

    public static final int USUAL_PAUSE_SECONDS = 2;

    public CheckDefinition {
        devices = List.copyOf(devices);
    }

    /** One that stays so for as long as timers say. */
    public CheckDefinition(
            @Nullable String name,
            Look look,
            Extraction extraction,
            Expectation expectation,
            @Nullable String value,
            Beforehand before,
            @Nullable Integer notYetUntil,
            int settleSeconds,
            int everySeconds,
            Severity severity,
            List<String> devices) {
        this(
                name,
                look,
                extraction,
                expectation,
                value,
                before,
                notYetUntil,
                settleSeconds,
                everySeconds,
                null,
                severity,
                devices);
    }

    /**
     * A check that fails the change, of a read command with the rows that the profile finds.
     *
     * @param address what the command asks for; null when it takes none
     */
    public static CheckDefinition reading(
            String read, @Nullable String address, Expectation expectation, @Nullable String value, int settleSeconds) {
        return new CheckDefinition(
                null,
                Look.read(read, address == null ? Map.of() : Map.of("address", address)),
                Extraction.rows(),
                expectation,
                value,
                usualBefore(expectation),
                null,
                settleSeconds,
                USUAL_PAUSE_SECONDS,
                Severity.FAIL,
                List.of());
    }

    /** The same for some devices of a change. */
    public CheckDefinition on(List<String> some) {
        return new CheckDefinition(
                name,
                look,
                extraction,
                expectation,
                value,
                before,
                notYetUntil,
                settleSeconds,
                everySeconds,
                staysSeconds,
                severity,
                some);
    }

    /** The same that has to be right for so long without a break. */
    public CheckDefinition staying(int seconds) {
        return new CheckDefinition(
                name,
                look,
                extraction,
                expectation,
                value,
                before,
                notYetUntil,
                settleSeconds,
                everySeconds,
                seconds,
                severity,
                devices);
    }

    /** For how long it has to be right without a break; 0 where one look is enough. */
    public int stays() {
        return staysSeconds == null ? 0 : staysSeconds;
    }

    public boolean concerns(String device) {
        return devices.isEmpty() || devices.contains(device);
    }

    /** Every part in one text, for the seal; different checks have different texts. */
    public String sealed() {
        return isPlain() ? plainText() : wholeText();
    }

    /** Whether it is no more than a check could be when a read command was all that there was. */
    private boolean isPlain() {
        Map<String, String> address = look.arguments().containsKey("address")
                ? Map.of("address", look.arguments().get("address"))
                : Map.of();
        return stays() == 0
                && equals(new CheckDefinition(
                        null,
                        Look.read(look.read() == null ? "" : look.read(), address),
                        Extraction.rows(),
                        expectation,
                        value,
                        usualBefore(expectation),
                        null,
                        settleSeconds,
                        USUAL_PAUSE_SECONDS,
                        staysSeconds,
                        Severity.FAIL,
                        List.of()));
    }

    /** What is asked of it before the change unless somebody says otherwise. */
    public static Beforehand usualBefore(Expectation expectation) {
        return expectation == Expectation.REACHABLE ? Beforehand.PASSES : Beforehand.ANY;
    }

    /** In the form that it has always had, so that what was approved long ago is still what was approved. */
    private String plainText() {
        return String.join(
                "\u001f",
                look.read(),
                String.valueOf(look.arguments().get("address")),
                expectation.name(),
                String.valueOf(value),
                Integer.toString(settleSeconds));
    }

    private String wholeText() {
        SealedText text = new SealedText();
        text.add(name)
                .add(look.kind().name())
                .add(look.read())
                .add(look.from())
                .add(look.question())
                .add(look.arguments().size());
        look.arguments().forEach((kind, argument) -> text.add(kind).add(argument));
        text.add(extraction.kind().name())
                .add(extraction.expression())
                .add(extraction.only())
                .add(extraction.number())
                .addAll(extraction.columns())
                .addAll(extraction.masked());
        text.add(expectation.name())
                .add(value)
                .add(before.name())
                .add(notYetUntil)
                .add(settleSeconds)
                .add(everySeconds)
                .add(severity.name())
                .addAll(devices);
        if (stays() > 0) {
            text.add(stays()); // behind all else: what was approved before there was such a time has the text it had
        }
        return text.toString();
    }

    /** Parts with their lengths, so that no two lists of parts give the same text. */
    private static final class SealedText {

        private final StringBuilder text = new StringBuilder();

        SealedText add(@Nullable Object part) {
            if (part == null) {
                text.append("-;");
            } else {
                String written = part.toString();
                text.append(written.length()).append(':').append(written).append(';');
            }
            return this;
        }

        SealedText addAll(List<String> parts) {
            add(parts.size());
            parts.forEach(this::add);
            return this;
        }

        @Override
        public String toString() {
            return text.toString();
        }
    }
}
