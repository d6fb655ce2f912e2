package io.safestep.app.practice;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ApiClient.Answer;
import io.safestep.app.testing.SafeStepTest;
import jakarta.mail.Message;
import jakarta.mail.Session;
import jakarta.mail.Transport;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.util.Map;
import java.util.Properties;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The practice network through Safe Step. */
class PracticeControllerTest extends SafeStepTest {

    private ApiClient operator;

    @BeforeEach
    void logIn() {
        operator = ApiClient.loggedIn(port, "pquill");
    }

    private JsonNode device(String name) {
        for (JsonNode device : operator.get("/api/practice").body().path("devices")) {
            if (device.path("name").asString().equals(name)) {
                return device;
            }
        }
        throw new AssertionError("There is no practice device " + name);
    }

    @Test
    void aFaultIsSwitchedOnSeenAndSwitchedOff() {
        String fault = "/api/practice/devices/dun-ac-1/faults/REJECTS_LINE";
        assertThat(operator.put(fault, Map.of("match", "mtu")).status()).isEqualTo(204);
        try {
            JsonNode on = device("dun-ac-1").path("faults").get(0);
            assertThat(on.path("name").asString()).isEqualTo("REJECTS_LINE");
            assertThat(on.path("match").asString()).isEqualTo("mtu");
        } finally {
            assertThat(operator.delete(fault).status()).isEqualTo(204);
        }
        assertThat(device("dun-ac-1").path("faults")).isEmpty();
        assertThat(operator.get("/api/record?subject=dun-ac-1").body().toString())
                .contains("practice fault on")
                .contains("Rejects a line: mtu")
                .contains("practice fault off");
    }

    @Test
    void somebodyEditsADeviceByHandAndMistypes() {
        String edits = "/api/practice/devices/dun-ac-2/edits";
        assertThat(operator.post(edits, Map.of("lines", "contact pier 9")).status())
                .isEqualTo(204);
        assertThat(running("dun-ac-2")).contains("contact pier 9");
        assertThat(startup("dun-ac-2")).doesNotContain("pier 9");
        Answer mistyped = operator.post(edits, Map.of("lines", "contract pier 9"));
        assertThat(mistyped.status()).isEqualTo(409);
        assertThat(mistyped.detail()).contains("\"contract pier 9\" is not understood");
        assertThat(operator.get("/api/record?subject=dun-ac-2").body().toString())
                .contains("edited by hand")
                .doesNotContain("pier 9");
    }

    @Test
    void aDeviceWithoutPowerIsShownAsSuch() {
        assertThat(operator.post("/api/practice/devices/elv-ac-2/reboot", Map.of("seconds", 2))
                        .status())
                .isEqualTo(204);
        assertThat(device("elv-ac-2").path("off").asBoolean()).isTrue();
        operator.await("/api/practice", practice -> {
            for (JsonNode device : practice.path("devices")) {
                if (device.path("name").asString().equals("elv-ac-2")) {
                    return !device.path("off").asBoolean()
                            && device.path("reachable").asBoolean();
                }
            }
            return false;
        });
    }

    @Test
    void mailsOfTheSinkAreShownAndDeleted() throws Exception {
        Properties properties = new Properties();
        properties.put("mail.smtp.host", "127.0.0.1");
        properties.put("mail.smtp.port", Integer.toString(PRACTICE.network().mailPort()));
        MimeMessage mail = new MimeMessage(Session.getInstance(properties));
        mail.setFrom(new InternetAddress("safe-step@merrow.example"));
        mail.setRecipient(Message.RecipientType.TO, new InternetAddress("watch@merrow.example"));
        mail.setSubject("CR-1001 has ended");
        mail.setText("It succeeded.");
        Transport.send(mail);

        JsonNode shown = operator.await("/api/practice", p -> !p.path("mails").isEmpty())
                .path("mails")
                .get(0);
        assertThat(shown.path("subject").asString()).isEqualTo("CR-1001 has ended");
        assertThat(shown.path("to").get(0).asString()).isEqualTo("watch@merrow.example");
        assertThat(shown.path("text").asString()).contains("It succeeded.");
        assertThat(operator.delete("/api/practice/mails").status()).isEqualTo(204);
        assertThat(operator.get("/api/practice").body().path("mails")).isEmpty();
    }

    @Test
    void whatDoesNotExistOrMakesNoSenseIsRefused() {
        assertThat(operator.put("/api/practice/devices/nobody/faults/SLOW", Map.of("match", ""))
                        .status())
                .isEqualTo(404);
        assertThat(operator.put("/api/practice/devices/dun-ac-1/faults/RUSTY", Map.of("match", ""))
                        .detail())
                .isEqualTo("A fault called RUSTY does not exist.");
        assertThat(operator.put("/api/practice/devices/dun-ac-1/faults/SLOW", Map.of("match", "x".repeat(201)))
                        .status())
                .isEqualTo(422);
        Answer never = operator.post("/api/practice/devices/dun-ac-1/reboot", Map.of("seconds", 0));
        assertThat(fieldErrors(never.body(), "seconds")).isEqualTo("At least one second.");
        Answer nothing = operator.post("/api/practice/devices/dun-ac-1/edits", Map.of("lines", " "));
        assertThat(fieldErrors(nothing.body(), "lines")).isEqualTo("Enter the lines that somebody types.");
    }
}
