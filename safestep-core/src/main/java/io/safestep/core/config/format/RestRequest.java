package io.safestep.core.config.format;

import org.jspecify.annotations.Nullable;

/**
 * One request to a RESTCONF server (RFC 8040, section 4).
 *
 * @param method PUT, PATCH or DELETE
 * @param path of the resource beneath the data resource, percent-encoded, without a slash in front
 * @param body JSON (RFC 7951); null for DELETE
 */
public record RestRequest(
        String method, String path, @Nullable String body) {}
