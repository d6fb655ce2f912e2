package io.safestep.core.pool;

import io.safestep.core.address.InterfaceAddress;
import io.safestep.core.address.IpAddress;
import io.safestep.core.address.IpPrefix;

/**
 * The addresses of the two ends of a link within a block: both addresses of a block of two (RFC 3021), otherwise the first
 * two that hosts may have.
 */
public record LinkPair(InterfaceAddress one, InterfaceAddress other) {

    /** @throws IllegalArgumentException when the block has no room for two */
    public static LinkPair in(IpPrefix block) {
        if (block.length() > 31) {
            throw new IllegalArgumentException(block + " has no room for two ends");
        }
        int first = block.length() == 31 ? block.bits() : block.bits() + 1;
        return new LinkPair(
                new InterfaceAddress(new IpAddress(first), block.length()),
                new InterfaceAddress(new IpAddress(first + 1), block.length()));
    }
}
