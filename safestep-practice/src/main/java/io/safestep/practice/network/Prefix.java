package io.safestep.practice.network;

/** An IPv4 address with the length of its network part. */
record Prefix(int bits, int length) {

    static Prefix parse(String text) {
        int slash = text.indexOf('/');
        return new Prefix(address(text.substring(0, slash)), Integer.parseInt(text.substring(slash + 1)));
    }

    static int address(String text) {
        int bits = 0;
        for (String part : text.split("\\.")) {
            bits = bits << 8 | Integer.parseInt(part);
        }
        return bits;
    }

    static String text(int bits) {
        return (bits >>> 24) + "." + (bits >>> 16 & 255) + "." + (bits >>> 8 & 255) + "." + (bits & 255);
    }

    private int mask() {
        return length == 0 ? 0 : -1 << 32 - length;
    }

    Prefix network() {
        return new Prefix(bits & mask(), length);
    }

    boolean contains(int address) {
        return (address & mask()) == (bits & mask());
    }

    /** The network part and its length. */
    @Override
    public String toString() {
        return text(bits & mask()) + "/" + length;
    }
}
