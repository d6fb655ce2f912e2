package io.safestep.core.record;

import io.safestep.core.digest.Sha256;
import java.time.Instant;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Writes a record, or a stretch of it, as JSON lines (one JSON value in each line, RFC 8259, lines ended by a line feed): what
 * it is, the entries in their order, and a last line with the head and the hash of all bytes before it. Entries that are not
 * to be told go in by the hash of their contents, so that the chain can be followed over them.
 */
public final class ExportLines {

    /** The first number that the form of such files had; there is no other yet. */
    static final int FORM = 1;

    private static final JsonMapper JSON = new JsonMapper();

    private final Sha256 bytes = new Sha256();
    private RecordHead head;

    /** @param before what stands in the record before the first entry of the file */
    public ExportLines(RecordHead before) {
        this.head = before;
    }

    /**
     * The first line.
     *
     * @param network name of the network
     * @param at when the file is made, UTC
     * @param person log-in of who makes it
     * @param choice which entries are told, in words; empty for all
     */
    public String begin(String network, Instant at, String person, String choice) {
        ObjectNode line = JSON.createObjectNode();
        line.put("record", network);
        line.put("form", FORM);
        line.put("madeAt", at.toString());
        line.put("madeBy", person);
        line.put("choice", choice);
        line.put("after", head.number());
        line.put("afterHash", head.hash());
        return written(line);
    }

    /** The next entry, told. */
    public String act(RecordedAct act) {
        head = head.then(act);
        ObjectNode line = JSON.createObjectNode();
        line.put("number", act.number());
        line.put("at", act.at().toString());
        line.put("person", act.person());
        line.put("subject", act.subject());
        line.put("action", act.action());
        line.put("detail", act.detail());
        if (act.token() != null) {
            line.put("token", act.token());
        }
        line.put("salt", act.salt());
        line.put("hash", head.hash());
        return written(line);
    }

    /**
     * The next entries, not told.
     *
     * @param contents the hash of each, in their order
     */
    public String withheld(List<String> contents) {
        ObjectNode line = JSON.createObjectNode();
        line.put("withheldFrom", head.number() + 1);
        ArrayNode hashes = line.putArray("contents");
        for (String one : contents) {
            hashes.add(one);
            head = head.then(one);
        }
        return written(line);
    }

    /** The last line. */
    public String end() {
        return end(head, bytes.hex());
    }

    static String end(RecordHead head, String sha256) {
        ObjectNode line = JSON.createObjectNode();
        line.put("last", head.number());
        line.put("head", head.hash());
        line.put("sha256", sha256);
        return JSON.writeValueAsString(line) + "\n";
    }

    private String written(ObjectNode line) {
        String text = JSON.writeValueAsString(line) + "\n";
        bytes.plain(text);
        return text;
    }
}
