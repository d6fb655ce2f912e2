package io.safestep.core.platform.access;

import io.safestep.core.platform.text.Format;
import java.time.Duration;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * How to hold a conversation with the command line of a platform.
 *
 * @param screen how it is told what the device shows
 * @param moves how one gets about in it
 * @param datastores what is done with configurations as a whole
 * @param timer how the dead-man timer is used; null when the device has none
 * @param errors how a refusal looks; the first match is the device's own reason
 * @param notes what looks like a refusal and is none
 * @param port the TCP port on which devices listen; 22 where nothing else is said
 */
public record CommandLine(
        Screen screen,
        Moves moves,
        Datastores datastores,
        @Nullable DeadManCommands timer,
        List<Pattern> errors,
        List<Pattern> notes,
        int port)
        implements Access {

    /**
     * What the device shows, and what is typed to that.
     *
     * @param prompt the end of what the device has said when it waits for a command
     * @param pager what the device shows when it waits for a key in the middle of an output; null when it never does
     * @param pagerKey the key that asks for more; null without a pager
     * @param pagingOff the command that switches paging off for the session; null when there is none
     * @param loginPages what may stand before the first prompt, with the keys that it waits for
     * @param interrupt the key that breaks off a command that does not end
     */
    public record Screen(
            Pattern prompt,
            @Nullable Pattern pager,
            @Nullable String pagerKey,
            @Nullable String pagingOff,
            List<LoginPage> loginPages,
            String interrupt) {}

    /**
     * Something that a device shows before its first prompt.
     *
     * @param shows how it ends
     * @param keys what it waits for
     */
    public record LoginPage(Pattern shows, String keys) {}

    /**
     * The commands by which one gets about.
     *
     * @param configure enters configuration mode
     * @param leaveBlock leaves the block that was entered last
     * @param leaveConfigure ends configuration mode from any depth
     */
    public record Moves(String configure, String leaveBlock, String leaveConfigure) {}

    /**
     * The commands for configurations as a whole.
     *
     * @param readRunning shows the running configuration
     * @param readStartup shows the startup configuration; null when the device can't
     * @param save copies running to startup
     * @param saved how the answer to {@code save} looks when the startup configuration was written
     * @param restore takes startup into force as a whole; null when the device can't
     * @param restored how the answer to {@code restore} looks when startup is in force; null when the device can't
     */
    public record Datastores(
            String readRunning,
            @Nullable String readStartup,
            String save,
            Pattern saved,
            @Nullable String restore,
            @Nullable Pattern restored) {}

    @Override
    public boolean showsStartup() {
        return datastores.readStartup() != null;
    }

    @Override
    public boolean restoresStartup() {
        return datastores.restore() != null && showsStartup();
    }

    @Override
    public Format answers() {
        return Format.INDENTED;
    }

    @Override
    public Optional<CommandLine> typed() {
        return Optional.of(this);
    }

    /** The commands with which its devices are driven, beside the lines of a configuration. */
    public List<String> commands() {
        return Stream.of(
                        moves.configure(),
                        moves.leaveBlock(),
                        moves.leaveConfigure(),
                        datastores.readRunning(),
                        datastores.readStartup(),
                        datastores.save(),
                        datastores.restore())
                .filter(Objects::nonNull)
                .toList();
    }

    @Override
    public Duration leastTimer() {
        return Duration.ZERO;
    }

    @Override
    public boolean notifies() {
        return false;
    }

    @Override
    public boolean hasTimer() {
        return timer != null;
    }
}
