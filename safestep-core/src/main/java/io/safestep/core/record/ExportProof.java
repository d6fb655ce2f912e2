package io.safestep.core.record;

import io.safestep.core.digest.Sha256;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Proves a file that {@link ExportLines} has written, line by line and without anything else: that no entry was altered, added
 * or left out, and that not one byte of the file is another one. Keeps nothing of what it has seen.
 *
 * <p>That nobody has written the whole file anew, only heads that were kept elsewhere can tell.
 */
public final class ExportProof {

    private static final Pattern HASH = Pattern.compile("[0-9a-f]{64}");

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private final List<RecordHead> kept;
    private final Sha256 bytes = new Sha256();
    private int lines;
    private @Nullable Opening opening;
    private @Nullable ChainProof chain;
    private long withheld;
    private @Nullable String lastLine;
    private @Nullable String wrong;

    private record Opening(String network, String madeAt, String madeBy, String choice) {}

    /** @param kept heads that were kept elsewhere; may be empty */
    public ExportProof(Collection<RecordHead> kept) {
        this.kept = List.copyOf(kept);
    }

    /** The next line, without the line feed at its end. What comes after something that is wrong is not looked at any more. */
    public void line(String text) {
        lines++;
        if (wrong != null) {
            return;
        }
        if (lastLine != null) {
            wrong = "Line " + lines + " stands after the one that ends the file.";
            return;
        }
        try {
            take(text);
        } catch (JacksonException | DateTimeException | IllegalArgumentException e) {
            wrong = "Line " + lines + " is none that Safe Step writes.";
        }
    }

    /** Something stands behind the last line feed, as in no whole file. */
    public void rest() {
        lines++;
        if (wrong == null) {
            wrong = "The last line is not ended: the end of the file was cut off.";
        }
    }

    private void take(String text) {
        JsonNode line = JSON.readTree(text);
        if (chain == null) {
            begin(line);
        } else if (line.has("sha256")) {
            lastLine = text;
            return;
        } else if (line.has("withheldFrom")) {
            withheld(chain, line);
        } else {
            act(chain, line);
        }
        bytes.plain(text + "\n");
    }

    private void begin(JsonNode line) {
        if (whole(line, "form") != ExportLines.FORM) {
            wrong = "The file has form " + whole(line, "form") + ", and this Safe Step knows form " + ExportLines.FORM
                    + " only. Take a newer one.";
            return;
        }
        RecordHead after = new RecordHead(whole(line, "after"), hash(text(line, "afterHash")));
        if (after.number() == 0 && !after.equals(RecordHead.START)) {
            wrong = "Line 1 does not say how a record begins.";
        }
        Opening file = new Opening(
                text(line, "record"),
                Instant.parse(text(line, "madeAt")).toString(),
                text(line, "madeBy"),
                text(line, "choice"));
        chain = new ChainProof(after, kept);
        opening = file;
    }

    private static void act(ChainProof chain, JsonNode line) {
        JsonNode token = line.get("token");
        chain.act(
                new RecordedAct(
                        whole(line, "number"),
                        Instant.parse(text(line, "at")),
                        text(line, "person"),
                        text(line, "subject"),
                        text(line, "action"),
                        text(line, "detail"),
                        token == null ? null : whole(line, "token"),
                        text(line, "salt")),
                hash(text(line, "hash")));
    }

    private void withheld(ChainProof along, JsonNode line) {
        long number = whole(line, "withheldFrom");
        JsonNode contents = line.get("contents");
        if (contents == null || !contents.isArray()) {
            throw new IllegalArgumentException("contents");
        }
        for (JsonNode one : contents) {
            along.withheld(number++, hash(one.asString()));
            withheld++;
        }
    }

    private static String text(JsonNode line, String name) {
        JsonNode value = line.get(name);
        if (value == null || !value.isString()) {
            throw new IllegalArgumentException(name);
        }
        return value.asString();
    }

    private static long whole(JsonNode line, String name) {
        JsonNode value = line.get(name);
        if (value == null || !value.isIntegralNumber() || !value.canConvertToLong()) {
            throw new IllegalArgumentException(name);
        }
        return value.asLong();
    }

    private static String hash(String text) {
        if (!HASH.matcher(text).matches()) {
            throw new IllegalArgumentException("hash");
        }
        return text;
    }

    /** What the file proves, now that it is over. */
    public ExportVerdict end() {
        List<String> found = new ArrayList<>();
        Optional.ofNullable(chain)
                .flatMap(ChainProof::broken)
                .map(Break::sentence)
                .ifPresent(found::add);
        if (lines == 0) {
            found.add("The file is empty.");
        } else if (wrong != null) {
            found.add(wrong);
        } else if (lastLine == null) {
            found.add("The file has no last line: its end was cut off.");
        } else if (found.isEmpty()
                && !ExportLines.end(Objects.requireNonNull(chain).head(), bytes.hex())
                        .equals(lastLine + "\n")) {
            found.add("The last line does not fit what stands before it: something was altered, added or left out.");
        }
        return new ExportVerdict(found.isEmpty(), found, opening == null ? List.of() : told(opening, found.isEmpty()));
    }

    private List<String> told(Opening file, boolean proven) {
        List<String> told = new ArrayList<>();
        ChainProof along = Objects.requireNonNull(chain);
        long last = along.head().number();
        told.add("The record of " + file.network + ", written to a file " + file.madeAt + " by " + file.madeBy
                + ": entries " + (last - along.entries() + 1) + " to " + last + ".");
        if (!file.choice.isEmpty()) {
            told.add("Chosen: " + file.choice + ".");
        }
        if (withheld > 0) {
            told.add(withheld + (withheld == 1 ? " entry is" : " entries are")
                    + " not told. That nothing else stands in their place is proven, what they say is not shown.");
        }
        if (proven) {
            told.add("It ends with the head " + along.head().written() + ".");
            told.add(keptHeads(along));
        }
        return told;
    }

    private String keptHeads(ChainProof along) {
        long later =
                kept.stream().filter(k -> k.number() > along.head().number()).count();
        if (along.met() > 0) {
            return "It is the record that was written: " + along.met()
                    + (along.met() == 1
                            ? " head that was kept elsewhere fits."
                            : " heads that were kept elsewhere fit.")
                    + (later == 0
                            ? ""
                            : " The heads that were kept go on to later entries: it was made before them, or its end is"
                                    + " missing.");
        }
        return kept.isEmpty()
                ? "No part of it was altered. Whether it is the record that was written, and whether it goes on,"
                        + " shows a head that was kept elsewhere: give one."
                : "No head that was kept is one of its entries, so that they prove nothing about it.";
    }
}
