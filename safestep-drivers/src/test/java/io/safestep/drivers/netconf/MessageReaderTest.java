package io.safestep.drivers.netconf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import io.safestep.drivers.netconf.MessageReader.NoMessageException;
import io.safestep.drivers.netconf.MessageReader.Outcome;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** However a server cuts its messages, and however the network cuts what it sends: the same messages come out. */
class MessageReaderTest {

    private static final Duration LONG = Duration.ofSeconds(30);
    private static final String HELLO = "<hello><session-id>7</session-id></hello>";

    /** What messages are made of: text of one to four octets a character, and what looks like a frame. */
    private static final String[] PIECES = {
        "<ok/>", "]]>]]>", "\n##\n", "\n#3\n", "\n", "#", "\u00e4", "\u20ac", "\ud83d\ude80", "<data>", "]]>", " "
    };

    private static String text(Random random) {
        StringBuilder text = new StringBuilder();
        for (int i = random.nextInt(40); i >= 0; i--) {
            text.append(PIECES[random.nextInt(PIECES.length)]);
        }
        return text.toString();
    }

    private static void writeInChunks(ByteArrayOutputStream out, String message, Random random) {
        byte[] octets = message.getBytes(StandardCharsets.UTF_8);
        for (int at = 0; at < octets.length; ) {
            int size = 1 + random.nextInt(Math.min(octets.length - at, 50));
            out.writeBytes(("\n#" + size + "\n").getBytes(StandardCharsets.US_ASCII));
            out.write(octets, at, size);
            at += size;
        }
        out.writeBytes("\n##\n".getBytes(StandardCharsets.US_ASCII));
    }

    /** Pieces as they may come over the network. */
    private static void arrive(MessageReader reader, byte[] octets, Random random) {
        for (int at = 0; at < octets.length; ) {
            int size = 1 + random.nextInt(Math.min(octets.length - at, random.nextBoolean() ? 3 : 400));
            reader.write(octets, at, size);
            at += size;
        }
    }

    private static List<String> taken(MessageReader reader, int count) throws Exception {
        List<String> taken = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            taken.add(reader.next(LONG));
        }
        return taken;
    }

    @Test
    void chunksOfAnySizeGiveTheMessagesThatWereSent() throws Exception {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            List<String> sent = new ArrayList<>();
            ByteArrayOutputStream octets = new ByteArrayOutputStream();
            for (int i = random.nextInt(6); i >= 0; i--) {
                sent.add(text(random));
                writeInChunks(octets, sent.get(sent.size() - 1), random);
            }
            MessageReader reader = new MessageReader();
            reader.useChunks();
            arrive(reader, octets.toByteArray(), random);
            assertThat(taken(reader, sent.size())).as("seed %d", seed).isEqualTo(sent);
        }
    }

    @Test
    void messagesThatEndWithAMarkAreCutThere() throws Exception {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            List<String> sent = new ArrayList<>();
            StringBuilder octets = new StringBuilder();
            for (int i = random.nextInt(6); i >= 0; i--) {
                // What ends with a bracket would make a mark that begins one character earlier.
                sent.add(text(random).replace("]]>]]>", "]]") + "<");
                octets.append(sent.get(sent.size() - 1)).append("]]>]]>");
            }
            MessageReader reader = new MessageReader();
            arrive(reader, octets.toString().getBytes(StandardCharsets.UTF_8), random);
            assertThat(taken(reader, sent.size())).as("seed %d", seed).isEqualTo(sent);
        }
    }

    @Test
    void whatFollowsTheHelloInTheSamePacketIsReadInChunks() throws Exception {
        for (int seed = 0; seed < 100; seed++) {
            Random random = new Random(seed);
            String reply = text(random);
            ByteArrayOutputStream octets = new ByteArrayOutputStream();
            octets.writeBytes((HELLO + "]]>]]>").getBytes(StandardCharsets.US_ASCII));
            writeInChunks(octets, reply, random);
            MessageReader reader = new MessageReader();
            reader.write(octets.toByteArray(), 0, octets.size());
            assertThat(reader.next(LONG)).isEqualTo(HELLO);
            reader.useChunks();
            assertThat(reader.next(LONG)).as("seed %d", seed).isEqualTo(reply);
        }
    }

    /** RFC 6242, section 4.2. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "<rpc-reply/>",
                "\r\n#5\n",
                "\n5\n<ok/>",
                "\n#\n<ok/>",
                "\n#-5\n<ok/>",
                "\n#5x\n<ok/>",
                "\n# 5\n<ok/>",
                "\n#00000000005\n<ok/>",
                "\n#5\n<ok/>#5\n",
                "\n#5\n<ok/>\n## "
            })
    void whatIsNoFrameIsSaidToBeNone(String octets) {
        MessageReader reader = new MessageReader();
        reader.useChunks();
        reader.write(octets.getBytes(StandardCharsets.US_ASCII), 0, octets.length());
        assertEnds(reader, LONG, Outcome.MALFORMED);
    }

    private static void assertEnds(MessageReader reader, Duration limit, Outcome outcome) {
        assertThatExceptionOfType(NoMessageException.class)
                .isThrownBy(() -> reader.next(limit))
                .satisfies(e -> assertThat(e.outcome()).isEqualTo(outcome));
    }

    @Test
    void aChunkThatWouldFillTheMemoryIsRefusedBeforeItComes() {
        MessageReader reader = new MessageReader();
        reader.useChunks();
        byte[] octets = "\n#4294967295\n".getBytes(StandardCharsets.US_ASCII);
        reader.write(octets, 0, octets.length);
        assertEnds(reader, LONG, Outcome.TOO_LONG);
    }

    @Test
    void whatCameBeforeTheConnectionEndedIsStillGiven() throws Exception {
        MessageReader reader = new MessageReader();
        reader.write((HELLO + "]]>]]><rpc").getBytes(StandardCharsets.US_ASCII));
        reader.close();
        assertThat(reader.next(LONG)).isEqualTo(HELLO);
        assertEnds(reader, LONG, Outcome.CLOSED);
    }

    @Test
    void aMessageOfWhichAPartIsMissingIsNotWaitedForForEver() {
        MessageReader reader = new MessageReader();
        reader.useChunks();
        reader.write('\n');
        reader.write('#');
        assertEnds(reader, Duration.ofMillis(20), Outcome.TIMED_OUT);
    }
}
