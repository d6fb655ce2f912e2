package io.safestep.app.meeting;

import static io.safestep.app.testing.ChangeStory.ok;
import static org.assertj.core.api.Assertions.assertThat;

import com.lowagie.text.pdf.PdfReader;
import com.lowagie.text.pdf.parser.PdfTextExtractor;
import io.safestep.app.people.PeopleTest;
import io.safestep.app.testing.ApiClient;
import io.safestep.app.testing.ChangeStory;
import java.io.StringReader;
import java.util.List;
import java.util.Map;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.validate.ValidationResult;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Changes that are decided together. */
class MeetingTest extends PeopleTest {

    private ChangeStory story;
    private int first;
    private int second;

    @BeforeEach
    void twoChangesWait() {
        awaitWholeDemo();
        story = new ChangeStory(port);
        first = submitted("brn-ac-1");
        second = submitted("dun-ac-1");
    }

    private int submitted(String device) {
        return story.submitted(
                "Whom to call", Map.of(device, contact(device, "meeting " + System.nanoTime())), List.of());
    }

    private JsonNode listed(int number) {
        return ok(story.approver().get("/api/meeting"))
                .valueStream()
                .filter(m -> m.path("number").asInt() == number)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatWaitsForADecisionIsListedWithWhatItWaitsFor() {
        assertThat(listed(first).path("yours").asBoolean()).isTrue();
        assertThat(listed(first).path("needs").toString()).contains("somebody who has not written it");
        assertThat(listed(second).path("fits").isNull()).isFalse();
        story.approve(first);
        assertThat(ok(story.approver().get("/api/meeting")).toString()).doesNotContain("\"number\":" + first + ",");
    }

    @Test
    void onPaperEachChangeHasAPageOfItsOwn() throws Exception {
        byte[] pdf = story.approver().file("/api/meeting/pages?changes=" + first + "," + second);
        PdfReader reader = new PdfReader(pdf);
        assertThat(reader.getNumberOfPages()).isGreaterThanOrEqualTo(3);
        PdfTextExtractor text = new PdfTextExtractor(reader);
        assertThat(text.getTextFromPage(1)).contains("CR-" + first).contains("CR-" + second);
        assertThat(text.getTextFromPage(2) + text.getTextFromPage(3))
                .contains("What is approved")
                .contains("Undo script");
    }

    @Test
    void theInvitationIsOneThatCalendarsRead() throws Exception {
        String ics = new String(story.approver()
                .file("/api/meeting/invitation?changes=" + first + "&begins=2026-12-04T14:00:00Z&minutes=45"));
        Calendar calendar = new CalendarBuilder().build(new StringReader(ics));
        ValidationResult valid = calendar.validate(true);
        assertThat(valid.hasErrors()).as("%s", valid).isFalse();
        assertThat(ics).contains("METHOD:REQUEST");
        VEvent event = (VEvent) calendar.getComponents().get(0);
        assertThat(event.toString())
                .contains("DTSTART:20261204T140000Z")
                .contains("ORGANIZER;CN=D. Fennimore:mailto:dfennimore@merrow-sound.example")
                .contains("mailto:hloman@merrow-sound.example")
                .doesNotContain("mailto:roake@");
    }

    @Test
    void whatWaitsForNothingOrIsNonsenseIsRefused() {
        ApiClient approver = story.approver();
        story.approve(first);
        assertThat(approver.get("/api/meeting/pages?changes=" + first).body().toString())
                .contains("does not wait for a decision any more");
        assertThat(approver.get("/api/meeting/pages?changes=").status()).isEqualTo(422);
        assertThat(approver.get("/api/meeting/invitation?changes=" + second + "&begins=2026-12-04T14:00:00Z&minutes=0")
                        .body()
                        .toString())
                .contains("from 1 to 480 minutes");
        assertThat(approver.get("/api/meeting/invitation?changes=" + second + "&begins=soon&minutes=5")
                        .status())
                .isEqualTo(400);
    }
}
