package io.safestep.core.mail;

import java.util.regex.Pattern;

/** What is written as a mail address: loosely, since only the mail server of a house knows (RFC 5321, section 4.1.2). */
public final class MailAddress {

    public static final int MOST = 200;

    private static final Pattern SOMEBODYS = Pattern.compile("[^\\s@<>,;]{1,64}@[^\\s@<>,;]+[.][^\\s@.<>,;]{2,}");
    private static final Pattern SENDER = Pattern.compile("[^\\s@<>,;]{1,64}@[^\\s@<>,;]+");

    private MailAddress() {}

    /** Whether mail to somebody may go there. */
    public static boolean isSomebodys(String text) {
        return text.length() <= MOST && SOMEBODYS.matcher(text).matches();
    }

    /** Whether mail may come from there; a machine without a domain of its own has one, too. */
    public static boolean isSender(String text) {
        return text.length() <= MOST && SENDER.matcher(text).matches();
    }
}
