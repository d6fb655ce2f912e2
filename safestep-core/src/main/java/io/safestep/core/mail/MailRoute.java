package io.safestep.core.mail;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * To which server mail is given, and as whom.
 *
 * @param host name or address of the server
 * @param port TCP
 * @param user log-in at the server; empty when it asks for none
 * @param sender address from which mail comes
 */
public record MailRoute(String host, int port, MailProtection protection, String user, String sender) {

    public static final int MOST_OF_A_HOST = 253;
    public static final int MOST_OF_A_USER = 200;

    private static final int LAST_PORT = 65535;
    private static final Pattern HOST =
            Pattern.compile("[A-Za-z0-9]([A-Za-z0-9.-]{0,251}[A-Za-z0-9])?|\\[?[0-9A-Fa-f:]{2,45}]?");
    private static final Pattern THIS_MACHINE = Pattern.compile("localhost|127(\\.[0-9]{1,3}){3}|\\[?::1]?");

    /** What is wrong, by field, in the order of the form; empty when nothing is. */
    public Map<String, String> problems(boolean withPassword) {
        Map<String, String> problems = new LinkedHashMap<>();
        if (!HOST.matcher(host).matches()) {
            problems.put("host", "Enter the name or address of the mail server, such as mail.ferries.example.");
        }
        if (port < 1 || port > LAST_PORT) {
            problems.put("port", "A port is a number from 1 to " + LAST_PORT + ".");
        }
        if (user.length() > MOST_OF_A_USER || hasControls(user)) {
            problems.put("user", "At most " + MOST_OF_A_USER + " characters, all of them visible.");
        }
        if (protection == MailProtection.NONE && !user.isEmpty() && !isThisMachine()) {
            problems.put(
                    "protection",
                    "A password is not sent in the clear. Choose STARTTLS or TLS, or leave the log-in empty.");
        }
        if (!user.isEmpty() && !withPassword) {
            problems.put("password", "Enter the password of " + user + ", or leave the log-in empty.");
        }
        if (!MailAddress.isSender(sender)) {
            problems.put("sender", "Enter the address from which mail comes, such as safe-step@ferries.example.");
        }
        return problems;
    }

    private static boolean hasControls(String text) {
        return text.chars().anyMatch(Character::isISOControl);
    }

    /** Mail does not leave this machine on its way to the server. */
    private boolean isThisMachine() {
        return THIS_MACHINE.matcher(host).matches();
    }

    /**
     * Whether a password that was entered for another route may be used on this one. Who changes the server, without knowing
     * the password, would otherwise have it sent to a server of their own.
     */
    public boolean keepsPasswordOf(MailRoute before) {
        return host.equalsIgnoreCase(before.host)
                && port == before.port
                && user.equals(before.user)
                && protection.compareTo(before.protection) >= 0;
    }

    /** As people read it. */
    public String words() {
        return host + " port " + port + ", " + protection.words() + (user.isEmpty() ? "" : ", as " + user) + ", from "
                + sender;
    }
}
