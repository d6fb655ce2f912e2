package io.safestep.core.schema;

/**
 * Something in a document that its schema does not allow.
 *
 * @param line where, counted from 1
 * @param place path of the value in the document, as a JSON Pointer (RFC 6901); empty for the document itself
 * @param sentence what is wrong
 */
public record SchemaFinding(int line, String place, String sentence) {

    @Override
    public String toString() {
        return "line " + line + ": " + (place.isEmpty() ? "" : place + ": ") + sentence;
    }
}
