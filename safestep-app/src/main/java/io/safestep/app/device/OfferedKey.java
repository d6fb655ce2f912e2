package io.safestep.app.device;

import jakarta.persistence.Embeddable;
import java.time.Instant;

/**
 * Another host key than the trusted one, about which nobody has decided.
 *
 * @param offeredHostKey in the form {@code type base64}
 * @param offeredHostKeyAt when it was shown first, UTC
 */
@Embeddable
record OfferedKey(String offeredHostKey, Instant offeredHostKeyAt) {}
