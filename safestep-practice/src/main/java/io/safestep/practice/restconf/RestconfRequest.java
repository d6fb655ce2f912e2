package io.safestep.practice.restconf;

/**
 * @param path as sent, percent-encoded
 * @param ifMatch the entity tag that has to be the present one; null for none
 */
record RestconfRequest(String method, String path, String body, String ifMatch) {}
