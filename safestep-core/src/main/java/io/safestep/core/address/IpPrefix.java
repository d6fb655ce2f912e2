package io.safestep.core.address;

/**
 * A block of IPv4 addresses (RFC 4632, section 3.1). Bits behind the length are always zero.
 *
 * @param bits the bits of the first address of the block
 * @param length how many leading bits are fixed, 0 to 32
 */
public record IpPrefix(int bits, int length) implements Comparable<IpPrefix> {

    /** The block that holds every address: the destination of a default route. */
    public static final IpPrefix ALL = new IpPrefix(0, 0);

    public IpPrefix {
        if (length < 0 || length > 32) {
            throw new IllegalArgumentException("a prefix length is 0 to 32, not " + length);
        }
        bits &= mask(length);
    }

    /** Takes {@code 10.77.40.0/23}; host bits are cleared. */
    public static IpPrefix parse(String text) {
        return InterfaceAddress.parse(text).prefix();
    }

    /** The block of this one address alone. */
    public static IpPrefix of(IpAddress address) {
        return new IpPrefix(address.bits(), 32);
    }

    static int mask(int length) {
        return length == 0 ? 0 : -1 << (32 - length);
    }

    public boolean contains(IpAddress address) {
        return (address.bits() & mask(length)) == bits;
    }

    public boolean contains(IpPrefix other) {
        return other.length >= length && (other.bits & mask(length)) == bits;
    }

    /** The first address of the block. */
    public IpAddress first() {
        return new IpAddress(bits);
    }

    @Override
    public int compareTo(IpPrefix other) {
        int byBits = Integer.compareUnsigned(bits, other.bits);
        return byBits != 0 ? byBits : Integer.compare(length, other.length);
    }

    @Override
    public String toString() {
        return first() + "/" + length;
    }
}
