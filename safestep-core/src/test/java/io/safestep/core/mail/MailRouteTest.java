package io.safestep.core.mail;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class MailRouteTest {

    private static final MailRoute GOOD = new MailRoute(
            "mail.ferries.example", 587, MailProtection.STARTTLS, "safe-step", "safe-step@ferries.example");

    private static MailRoute to(String host, MailProtection protection, String user) {
        return new MailRoute(host, 587, protection, user, GOOD.sender());
    }

    @Test
    void aWholeRouteHasNoProblem() {
        assertThat(GOOD.problems(true)).isEmpty();
        assertThat(to("mail", MailProtection.NONE, "").problems(false)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "127.0.0.1",
                "localhost",
                "::1",
                "[::1]",
                "mail",
                "10.20.0.9",
                "MAIL.Ferries.example",
                "2001:db8::25"
            })
    void namesAndAddressesAreHosts(String host) {
        assertThat(to(host, MailProtection.TLS, "").problems(false)).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                " ",
                "mail server",
                "-mail",
                "mail.",
                "http://mail",
                "mail:25",
                "mail\nRSET",
                "mail/..",
                "a@b"
            })
    void whatIsNoHostIsSaidSo(String host) {
        assertThat(to(host, MailProtection.TLS, "").problems(false)).containsOnlyKeys("host");
    }

    @ParameterizedTest
    @ValueSource(ints = {-1, 0, 65536, Integer.MAX_VALUE})
    void whatIsNoPortIsSaidSo(int portOfNothing) {
        MailRoute route = new MailRoute("mail", portOfNothing, MailProtection.TLS, "", GOOD.sender());
        assertThat(route.problems(false)).containsOnlyKeys("port");
    }

    @Test
    void aPasswordIsNotSentInTheClearButToThisMachine() {
        assertThat(to("mail.ferries.example", MailProtection.NONE, "safe-step").problems(true))
                .containsOnlyKeys("protection");
        assertThat(to("127.0.0.1.ferries.example", MailProtection.NONE, "safe-step")
                        .problems(true))
                .containsOnlyKeys("protection");
        for (String here : new String[] {"127.0.0.1", "127.4.4.4", "localhost", "::1"}) {
            assertThat(to(here, MailProtection.NONE, "safe-step").problems(true))
                    .as(here)
                    .isEmpty();
        }
    }

    @Test
    void aLogInGoesWithAPassword() {
        assertThat(GOOD.problems(false)).containsOnlyKeys("password");
        assertThat(GOOD.problems(false).get("password")).contains("of safe-step");
        assertThat(to("mail", MailProtection.TLS, "a\rb").problems(true)).containsOnlyKeys("user");
        assertThat(to("mail", MailProtection.TLS, "u".repeat(201)).problems(true))
                .containsOnlyKeys("user");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"", "safe-step", "a@b@c", "a b@c", "a@b\nBcc: x@y", "Safe Step <a@b>", "a@b,c@d", "@b", "a@"})
    void whatIsNoSenderIsSaidSo(String sender) {
        MailRoute route = new MailRoute("mail", 25, MailProtection.NONE, "", sender);
        assertThat(route.problems(false)).as(sender).containsOnlyKeys("sender");
    }

    @Test
    void aMachineWithoutADomainSendsToo() {
        assertThat(MailAddress.isSender("safe-step@localhost")).isTrue();
        assertThat(MailAddress.isSomebodys("safe-step@localhost")).isFalse();
        assertThat(MailAddress.isSomebodys("m.tarrant@ferries.example")).isTrue();
        assertThat(MailAddress.isSomebodys("m".repeat(65) + "@ferries.example")).isFalse();
        assertThat(MailAddress.isSomebodys("m@" + "f".repeat(200) + ".example")).isFalse();
    }

    static Stream<MailRoute> elsewhere() {
        return Stream.of(
                to("mail.ferries.example.org", GOOD.protection(), GOOD.user()),
                new MailRoute(GOOD.host(), 2525, GOOD.protection(), GOOD.user(), GOOD.sender()),
                to(GOOD.host(), MailProtection.NONE, GOOD.user()),
                to(GOOD.host(), GOOD.protection(), "somebody"));
    }

    @ParameterizedTest
    @MethodSource("elsewhere")
    void aStoredPasswordGoesNowhereElse(MailRoute route) {
        assertThat(route.keepsPasswordOf(GOOD)).isFalse();
    }

    @Test
    void aStoredPasswordStaysWhereOnlyTheSenderMovesOrTheWayIsSafer() {
        assertThat(new MailRoute("MAIL.ferries.example", 587, MailProtection.STARTTLS, "safe-step", "x@y")
                        .keepsPasswordOf(GOOD))
                .isTrue();
        assertThat(to(GOOD.host(), MailProtection.TLS, GOOD.user()).keepsPasswordOf(GOOD))
                .isTrue();
    }

    /** Wherever a password is kept, the way is at least as safe; and a route keeps its own. */
    @Test
    void keepingNeverWeakens() {
        Random random = new Random(2811);
        MailProtection[] all = MailProtection.values();
        for (int i = 0; i < 2_000; i++) {
            MailRoute before = any(random, all);
            MailRoute after = any(random, all);
            assertThat(before.keepsPasswordOf(before)).isTrue();
            if (after.keepsPasswordOf(before)) {
                assertThat(after.protection())
                        .as("%s after %s", after, before)
                        .isGreaterThanOrEqualTo(before.protection());
                assertThat(after.host()).isEqualToIgnoringCase(before.host());
                assertThat(after.port()).isEqualTo(before.port());
            }
        }
    }

    private static MailRoute any(Random random, MailProtection[] all) {
        return new MailRoute(
                random.nextBoolean() ? "mail" : "MAIL",
                random.nextInt(2) + 25,
                all[random.nextInt(all.length)],
                random.nextBoolean() ? "a" : "b",
                "a@b");
    }

    @Test
    void theRecordNamesTheWayAndNoPassword() {
        assertThat(GOOD.words())
                .isEqualTo(
                        "mail.ferries.example port 587, STARTTLS, or nothing is sent, as safe-step, from safe-step@ferries.example");
        assertThat(to("mail", MailProtection.NONE, "").words())
                .isEqualTo("mail port 587, not protected, from safe-step@ferries.example");
    }
}
