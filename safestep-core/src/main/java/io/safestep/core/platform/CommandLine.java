package io.safestep.core.platform;

import java.util.List;
import java.util.regex.Pattern;

/**
 * How to hold a conversation with the command line of a platform.
 *
 * @param prompt the end of what the device has said when it waits for a command
 * @param pager what the device shows when it waits for a key in the middle of an output
 * @param pagerKey the key that asks for more
 * @param pagingOff the command that switches paging off for the session
 * @param configure enters configuration mode
 * @param leaveBlock leaves the block that was entered last
 * @param leaveConfigure ends configuration mode from any depth
 * @param readRunning shows the running configuration
 * @param readStartup shows the startup configuration
 * @param save copies running to startup
 * @param saved how the answer to {@code save} looks when the startup configuration was written
 * @param errors how a refusal looks; the first match is the device's own reason
 */
public record CommandLine(
        Pattern prompt,
        Pattern pager,
        String pagerKey,
        String pagingOff,
        String configure,
        String leaveBlock,
        String leaveConfigure,
        String readRunning,
        String readStartup,
        String save,
        Pattern saved,
        List<Pattern> errors)
        implements Access {}
