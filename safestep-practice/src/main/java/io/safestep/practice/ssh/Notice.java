package io.safestep.practice.ssh;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import org.apache.sshd.server.Environment;

/** One sentence, and the end. */
final class Notice extends SessionCommand {

    private final String sentence;

    Notice(String sentence) {
        this.sentence = sentence;
    }

    @Override
    int serve(InputStream in, OutputStream out, Environment environment) throws IOException {
        out.write((sentence + "\r\n").getBytes(StandardCharsets.UTF_8));
        out.flush();
        return 1;
    }
}
