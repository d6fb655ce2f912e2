package io.safestep.drivers;

import io.safestep.core.config.script.Script;
import io.safestep.core.platform.reading.ReadCommand;
import java.time.Duration;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** An open session with one device. Not safe for use by several threads; close it when done. */
public interface DeviceSession extends AutoCloseable {

    /**
     * The host key that the device showed, in the form {@code type base64}; null only in a session for reading over HTTPS in
     * which nothing was asked yet.
     */
    @Nullable
    String hostKey();

    /** The account that is logged in. */
    String account();

    /** The running configuration as the device shows it. */
    String readRunning() throws DeviceException;

    /**
     * The startup configuration as the device shows it.
     *
     * @throws DeviceException with reason NOT_POSSIBLE when the platform can't show it
     */
    String readStartup() throws DeviceException;

    /** Whether there is no startup configuration beside the running one: what is in force outlives a restart. */
    default boolean keepsRunning() {
        return false;
    }

    /** Sends a read command and gives back what the device says. */
    DeviceAnswer ask(String command) throws DeviceException;

    /** Sends a read command of the platform profile, and ends it where it does not end by itself. */
    default DeviceAnswer ask(ReadCommand read, Map<String, String> values) throws DeviceException {
        return ask(read.commandFor(values));
    }

    /** Like {@link #ask(String)}, for those who need only the text. */
    default String read(String command) throws DeviceException {
        return ask(command).text();
    }

    /**
     * Goes to where the configuration could be changed and back, and changes nothing.
     *
     * @throws DeviceException with reason NO_RIGHT_TO_CONFIGURE when the account may not, NOT_POSSIBLE when the device
     *     gives no way to tell
     */
    void proveRightToConfigure() throws DeviceException;

    /**
     * Sends the commands of a script. A command line gets them one by one, and the first refusal ends it; where a platform
     * takes edits as a whole, all commands are announced to the listener, then sent together. What the device answers is
     * not believed: read the running configuration afterwards.
     *
     * @return how many commands the device took; fewer than the script has when the listener asked to stop
     * @throws DeviceException with reason LINE_REFUSED and the device's own words when it refused a command
     */
    int push(Script script, PushListener listener) throws DeviceException;

    /** Whether this device has a dead-man timer that outlives the session. */
    boolean hasTimer();

    /**
     * Like {@link #push(Script, PushListener)}, with a timer that is started before the first command. It goes on running
     * when the session ends, whatever came of the push.
     *
     * @throws DeviceException with reason NOT_POSSIBLE when the device has no such timer
     */
    int push(Script script, DeadManTimer timer, PushListener listener) throws DeviceException;

    /**
     * Stops a timer that this or another session started, so that what is in force stays.
     *
     * @return false when the device says that none runs: it has gone back, or was stopped before
     */
    boolean confirm(DeadManTimer timer) throws DeviceException;

    /**
     * Has the device go back at once. What it answers is not believed: read the running configuration afterwards.
     *
     * @return false when the device says that no timer runs
     */
    boolean goBack(DeadManTimer timer) throws DeviceException;

    /**
     * Copies running to startup.
     *
     * @return what the device said
     * @throws DeviceException with reason SAVE_FAILED when the device does not confirm that startup was written
     */
    String save() throws DeviceException;

    /**
     * Takes the startup configuration into force as a whole: what differs from it is gone. What the device answers is not
     * believed: read the running configuration afterwards.
     *
     * @return what the device said
     * @throws DeviceException with reason NOT_POSSIBLE when the platform can't, TRANSFER_FAILED when the device does not
     *     confirm
     */
    String restoreStartup() throws DeviceException;

    /**
     * Waits until the device says that its configuration was changed. The first call subscribes to that.
     *
     * @return false when it said nothing of the kind within the limit
     * @throws DeviceException with reason NOT_POSSIBLE when the platform has no such messages
     */
    default boolean awaitChange(Duration limit) throws DeviceException {
        throw new DeviceException(DeviceException.Reason.NOT_POSSIBLE, "It has no messages about changes.");
    }

    /** Leaves the session open while nothing is said in it: what it takes from others meanwhile is given back. */
    default void rest() {}

    /**
     * Makes sure, after a rest, that the device still answers in this session.
     *
     * @throws DeviceException with reason SESSION_LOST when it does not; close it then
     */
    void resume() throws DeviceException;

    @Override
    void close();
}
