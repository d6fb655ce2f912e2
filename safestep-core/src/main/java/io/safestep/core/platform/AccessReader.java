package io.safestep.core.platform;

import io.safestep.core.platform.access.Access;
import io.safestep.core.platform.access.CommandLine;
import io.safestep.core.platform.access.DeadManCommands;
import io.safestep.core.platform.access.NetconfAccess;
import io.safestep.core.platform.access.RestconfAccess;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;

/** Reads the part of a profile that says how devices are talked with: one entry for each family of platforms. */
final class AccessReader {

    private static final Map<String, Function<ProfileEntries, Access>> FAMILIES = families();

    private AccessReader() {}

    private static Map<String, Function<ProfileEntries, Access>> families() {
        Map<String, Function<ProfileEntries, Access>> families = new LinkedHashMap<>();
        families.put("commandLine", AccessReader::commandLine);
        families.put("netconf", AccessReader::netconf);
        families.put("restconf", AccessReader::restconf);
        return families;
    }

    /** @throws ProfileException when the profile names no family */
    static Access read(ProfileEntries top) {
        return FAMILIES.entrySet().stream()
                .filter(family -> top.has(family.getKey()))
                .findFirst()
                .orElseThrow(() -> top.wrong("How the platform is talked with is missing: one of "
                        + String.join(", ", FAMILIES.keySet()) + "."))
                .getValue()
                .apply(top);
    }

    private static Access commandLine(ProfileEntries top) {
        ProfileEntries e = top.entries("commandLine");
        return new CommandLine(
                new CommandLine.Screen(
                        e.pattern("prompt"),
                        e.has("pager") ? e.pattern("pager") : null,
                        e.has("pagerKey") ? e.text("pagerKey") : null,
                        e.has("pagingOff") ? e.text("pagingOff") : null,
                        e.list("loginPages").stream()
                                .map(page -> new CommandLine.LoginPage(page.pattern("shows"), page.text("keys")))
                                .toList(),
                        e.has("interrupt") ? e.text("interrupt") : "\u0003"),
                new CommandLine.Moves(e.text("configure"), e.text("leaveBlock"), e.text("leaveConfigure")),
                new CommandLine.Datastores(
                        e.text("readRunning"),
                        e.has("readStartup") ? e.text("readStartup") : null,
                        e.text("save"),
                        e.pattern("saved"),
                        e.has("restore") ? e.text("restore") : null,
                        e.has("restored") ? e.pattern("restored") : null),
                e.has("timer") ? timer(e.entries("timer")) : null,
                e.patterns("errors"),
                e.patterns("notes"),
                port(e, 22));
    }

    private static DeadManCommands timer(ProfileEntries e) {
        return new DeadManCommands(
                e.text("start"),
                e.pattern("started"),
                e.text("confirm"),
                e.pattern("confirmed"),
                e.text("goBack"),
                e.pattern("wentBack"));
    }

    private static Access netconf(ProfileEntries top) {
        ProfileEntries e = top.entries("netconf");
        return new NetconfAccess(
                Duration.ofSeconds(Long.parseLong(e.text("confirmWithinSeconds"))),
                e.has("restoresStartup"),
                !e.says("validate", false),
                port(e, 830));
    }

    private static Access restconf(ProfileEntries top) {
        ProfileEntries e = top.entries("restconf");
        return new RestconfAccess(
                e.text("root"),
                e.has("startup") ? e.text("startup") : null,
                e.has("save") ? e.text("save") : null,
                e.has("restore") ? e.text("restore") : null,
                port(e, 443));
    }

    private static int port(ProfileEntries e, int usual) {
        return e.has("port") ? Integer.parseInt(e.text("port")) : usual;
    }
}
