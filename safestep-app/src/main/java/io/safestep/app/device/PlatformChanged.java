package io.safestep.app.device;

/** Told inside the transaction in which devices get another platform: what is stored of them is in another language now. */
public record PlatformChanged() {}
