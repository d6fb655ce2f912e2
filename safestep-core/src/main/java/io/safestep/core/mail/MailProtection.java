package io.safestep.core.mail;

/** How the way to a mail server is kept from being read or changed, weakest first (RFC 8314, section 3). */
public enum MailProtection {
    /** Everything in the clear. */
    NONE("not protected"),
    /** In the clear at first, then TLS, or nothing is sent (RFC 3207). */
    STARTTLS("STARTTLS, or nothing is sent"),
    /** TLS from the first byte. */
    TLS("TLS from the first byte");

    private final String words;

    MailProtection(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** The port that is usual for it. */
    public int usualPort() {
        return switch (this) {
            case NONE -> 25;
            case STARTTLS -> 587;
            case TLS -> 465;
        };
    }
}
