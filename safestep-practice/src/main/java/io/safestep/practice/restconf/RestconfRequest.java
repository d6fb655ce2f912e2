package io.safestep.practice.restconf;

/**
 * @param path as sent, percent-encoded
 * @param type the media type of the body; null when it is not said
 * @param ifMatch the entity tag that has to be the present one; null for none
 */
record RestconfRequest(String method, String path, String body, String type, String ifMatch) {

    /** Whether the body holds several edits (RFC 8072). */
    boolean isYangPatch() {
        return method.equals("PATCH") && "application/yang-patch+json".equals(type);
    }
}
