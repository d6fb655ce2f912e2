package io.safestep.practice.gate;

import io.safestep.practice.device.PracticeDevice;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.Socket;
import java.time.Duration;
import java.util.Arrays;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/** The way of bytes between a caller and a device, which can be closed for a while. */
final class Passage {

    /** How often a closed way is looked at. */
    private static final Duration LOOK = Duration.ofMillis(40);

    /** After so many looks, ten minutes, whoever waits has given up. */
    private static final int MOST_LOOKS = 15_000;

    private static final int LARGEST_PIECE = 32 * 1024;

    private final PracticeDevice device;
    private final Predicate<PracticeDevice> reachable;
    private final int boot;

    Passage(PracticeDevice device, Predicate<PracticeDevice> reachable, int boot) {
        this.device = device;
        this.reachable = reachable;
        this.boot = boot;
    }

    /** @return false when the caller gave up, or the device was started again meanwhile */
    boolean awaitOpen(Socket caller) throws IOException {
        for (int looks = 0; DeviceGate.cutOff(device) || !reachable.test(device); looks++) {
            pause(LOOK);
            if (caller.isClosed() || device.boots() != boot || looks > MOST_LOOKS) {
                return false;
            }
        }
        return device.boots() == boot;
    }

    /** @return what the caller says first; null when it ends without a word */
    static byte @Nullable [] opening(Socket caller) throws IOException {
        byte[] buffer = new byte[LARGEST_PIECE];
        int read = caller.getInputStream().read(buffer);
        return read < 0 ? null : Arrays.copyOf(buffer, read);
    }

    /** @return false when the way was closed for too long, or the device was started again meanwhile */
    boolean carry(byte[] piece, Socket from, Socket to) throws IOException {
        if (!awaitOpen(from)) {
            return false;
        }
        to.getOutputStream().write(piece);
        return true;
    }

    /** Carries bytes until one end closes; then closes the other. */
    void pump(Socket from, Socket to, boolean answers) throws IOException {
        byte[] buffer = new byte[LARGEST_PIECE];
        try {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                if (answers) {
                    pause(device.delay());
                }
                if (!awaitOpen(from)) {
                    return;
                }
                out.write(buffer, 0, read);
            }
        } finally {
            from.close();
            to.close();
        }
    }

    private static void pause(Duration time) throws IOException {
        if (time.isZero()) {
            return;
        }
        try {
            Thread.sleep(time.toMillis());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("the practice network ends", e);
        }
    }
}
