package io.safestep.core.template;

/** What values a variable of a template takes. */
public enum VariableType {
    /** One IPv4 address, such as {@code 10.77.40.2}. */
    ADDRESS("one address, such as 10.77.40.2"),
    /** An address of an interface with the length of its prefix, such as {@code 10.77.40.2/24}. */
    INTERFACE_ADDRESS("an address with the length of its prefix, such as 10.77.40.2/24"),
    /** A block of addresses without host bits, such as {@code 10.77.40.0/24}. */
    PREFIX("a block of addresses, such as 10.77.40.0/24"),
    /** A VLAN identifier (IEEE 802.1Q), 1 to 4094. */
    VLAN("a VLAN number from 1 to 4094"),
    /** The name of an interface that the device has. */
    INTERFACE("the name of an interface of the device"),
    /** Text on one line, by a pattern if there is one. */
    TEXT("text on one line"),
    /** One of several given words. */
    CHOICE("one of the choices"),
    /** A whole number, within bounds if there are some. */
    NUMBER("a whole number"),
    /** Text on one line that is never shown. */
    SECRET("text on one line, never shown");

    private final String meaning;

    VariableType(String meaning) {
        this.meaning = meaning;
    }

    /** What a value is, in words that go on after "has to be". */
    public String meaning() {
        return meaning;
    }

    boolean isNumber() {
        return this == VLAN || this == NUMBER;
    }
}
