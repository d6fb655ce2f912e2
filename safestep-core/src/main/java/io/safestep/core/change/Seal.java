package io.safestep.core.change;

import io.safestep.core.digest.Sha256;
import java.util.Map;
import java.util.TreeMap;

/**
 * SHA-256 (FIPS 180-4) over sealed content. Every text goes in with its length before it and every list with its size,
 * so that no two different contents are written as the same bytes.
 *
 * @param hex 64 hexadecimal digits, lower case
 */
public record Seal(String hex) {

    public static Seal of(SealedContent content) {
        Sha256 writer = new Sha256();
        writer.number(content.targets().size());
        for (SealedContent.Target target : content.targets()) {
            writer.text(target.device());
            writer.number(target.wave());
            writer.text(target.script());
            writer.text(target.undo());
            writer.number(target.touchedGround().size());
            for (Map.Entry<String, String> part : new TreeMap<>(target.touchedGround()).entrySet()) {
                writer.text(part.getKey());
                writer.text(part.getValue());
            }
        }
        writer.number(content.checks().size());
        content.checks().forEach(writer::text);
        writer.text(content.failureRule());
        writer.text(content.order());
        writer.number(content.sheets().size());
        for (SealedContent.Sheet sheet : content.sheets()) {
            writer.text(sheet.device());
            writer.text(sheet.runBy());
            writer.text(sheet.lines());
            writer.text(sheet.undo());
        }
        return new Seal(writer.hex());
    }

    /** The first eight digits of a seal in two groups, enough for people to compare. */
    public static String brief(String hex) {
        return hex.substring(0, 4) + " " + hex.substring(4, 8);
    }
}
