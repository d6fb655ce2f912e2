package io.safestep.drivers.restconf;

import io.safestep.core.config.ConfigEngine;
import io.safestep.core.config.format.RestRequest;
import io.safestep.core.config.script.Script;
import io.safestep.core.platform.access.RestconfAccess;
import io.safestep.drivers.DeadManTimer;
import io.safestep.drivers.DeviceAnswer;
import io.safestep.drivers.DeviceException;
import io.safestep.drivers.DeviceException.Reason;
import io.safestep.drivers.DeviceSession;
import io.safestep.drivers.DeviceTarget;
import io.safestep.drivers.PushListener;
import io.safestep.drivers.TimeLimits;
import io.safestep.drivers.restconf.HttpChannel.Answer;
import io.safestep.drivers.structured.StateLines;
import io.safestep.drivers.structured.Verification;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A conversation with a RESTCONF server (RFC 8040). Edits carry the entity tag of the configuration that was read, so that
 * nobody's change made meanwhile is written over. The front door of this package.
 */
public final class RestconfSession implements DeviceSession {

    private static final JsonMapper JSON = JsonMapper.shared();
    /** Of all data, what is configured (RFC 8040, section 4.8.1). */
    private static final String CONFIGURATION = "/data?content=config";

    private static final Pattern COMMAND = Pattern.compile("(GET|HEAD|POST) (/\\S*)(?: (.*))?", Pattern.DOTALL);

    private final DeviceTarget target;
    private final RestconfAccess access;
    private final HttpChannel channel;
    private final Verification verification;

    private RestconfSession(DeviceTarget target, RestconfAccess access, HttpChannel channel) {
        this.target = target;
        this.access = access;
        this.channel = channel;
        this.verification = new Verification(target);
    }

    /** Connects, compares the certificate's key and proves the log-in. */
    static RestconfSession open(DeviceTarget target, RestconfAccess access, TimeLimits limits) throws DeviceException {
        RestconfSession session = openForReads(target, access, limits);
        boolean opened = false;
        try {
            session.logIn();
            opened = true;
            return session;
        } finally {
            if (!opened) {
                session.close();
            }
        }
    }

    /** Sends nothing yet: the first request connects, compares the certificate's key and proves the log-in. */
    static RestconfSession openForReads(DeviceTarget target, RestconfAccess access, TimeLimits limits)
            throws DeviceException {
        return new RestconfSession(target, access, new HttpChannel(target, limits));
    }

    /** Asks for the smallest resource that every server has (RFC 8040, section 3.3.3); some have it not. */
    private void logIn() throws DeviceException {
        Answer answer = channel.send("GET", access.root() + "/yang-library-version", null, null);
        if (answer.status() == 401 || answer.status() == 403) {
            checked(answer);
        }
    }

    @Override
    public @Nullable String hostKey() {
        return channel.certificateKey();
    }

    @Override
    public String account() {
        return target.login();
    }

    @Override
    public String readRunning() throws DeviceException {
        return data().body();
    }

    private Answer data() throws DeviceException {
        return checked(channel.send("GET", access.root() + CONFIGURATION, null, null));
    }

    @Override
    public boolean keepsRunning() {
        return access.save() == null && access.startup() == null;
    }

    @Override
    public String readStartup() throws DeviceException {
        if (access.startup() == null) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE, target.name() + " has no startup configuration beside the running one.");
        }
        return checked(channel.send("GET", access.root() + access.startup(), null, null))
                .body();
    }

    @Override
    public DeviceAnswer ask(String command) throws DeviceException {
        Matcher matcher = COMMAND.matcher(command.strip());
        if (!matcher.matches()) {
            throw new DeviceException(
                    Reason.LINE_REFUSED, "The command was not sent: GET, HEAD or POST with a path is expected.");
        }
        Answer answer =
                checked(channel.send(matcher.group(1), access.root() + matcher.group(2), matcher.group(3), null));
        if (matcher.group(1).equals("HEAD")) {
            return new DeviceAnswer(answer.entityTag() == null ? "" : "entity-tag " + answer.entityTag(), null);
        }
        if (answer.body().isBlank()) {
            return new DeviceAnswer("", null);
        }
        try {
            return new DeviceAnswer(StateLines.of(JSON.readTree(answer.body())), answer.body());
        } catch (JacksonException e) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED, target.name() + " answers with something else than JSON.", e);
        }
    }

    /** Asks which methods the configuration allows (RFC 8040, section 4.1). */
    @Override
    public void proveRightToConfigure() throws DeviceException {
        Answer answer = channel.send("OPTIONS", access.root() + "/data", null, null);
        if (answer.status() == 401 || answer.status() == 403) {
            checked(answer);
        }
        if (answer.status() >= 300 || answer.allow() == null) {
            throw new DeviceException(Reason.NOT_POSSIBLE, target.name() + " does not tell what this account may do.");
        }
        if (!answer.allow().contains("PATCH") && !answer.allow().contains("PUT")) {
            throw new DeviceException(
                    Reason.NO_RIGHT_TO_CONFIGURE,
                    target.name() + " lets " + target.login() + " do " + answer.allow() + " with its configuration.");
        }
    }

    @Override
    public int push(Script script, PushListener listener) throws DeviceException {
        int count = script.lines().size();
        var requests = new ConfigEngine(target.profile().language()).restRequests(script);
        Answer before = data();
        for (int i = 0; i < count; i++) {
            if (!listener.before(i)) {
                return 0;
            }
        }
        if (requests.size() < 2 || !sentAtOnce(requests, before)) {
            sendOneByOne(requests, before);
        }
        if (verification.hadNoEffect(before.body(), readRunning(), script)) {
            throw new DeviceException(
                    Reason.TRANSFER_FAILED,
                    target.name() + " took every request, but its running configuration has not changed.");
        }
        for (int i = 0; i < count; i++) {
            listener.after(i, "");
        }
        return count;
    }

    /**
     * Sends several edits as one, where the server takes that: none of them is then in force without the others.
     *
     * @return false when it does not, and nothing was sent
     */
    private boolean sentAtOnce(List<RestRequest> requests, Answer before) throws DeviceException {
        Answer can = channel.send("GET", access.root() + YangPatch.CAPABILITIES, null, null);
        if (can.status() >= 300 || !can.body().contains(YangPatch.CAPABILITY)) {
            return false;
        }
        String data = access.root() + "/data";
        String tag = tagOf(data);
        refuseMoved(before);
        Answer answer = channel.send("PATCH", data, YangPatch.body(requests), YangPatch.MEDIA_TYPE, tag);
        if (answer.status() == 415) {
            return false;
        }
        checked(answer);
        if (!YangPatch.error(answer.body()).isMissingNode()) {
            throw new DeviceException(Reason.LINE_REFUSED, target.name() + " answered: " + words(answer));
        }
        return true;
    }

    private void sendOneByOne(List<RestRequest> requests, Answer before) throws DeviceException {
        for (int i = 0; i < requests.size(); i++) {
            RestRequest request = requests.get(i);
            String path = access.root() + (request.path().isEmpty() ? "/data" : "/data/" + request.path());
            String tag = request.path().isEmpty() ? i == 0 ? before.entityTag() : null : tagOf(path);
            if (i == 0 && !request.path().isEmpty()) {
                refuseMoved(before);
            }
            checked(channel.send(request.method(), path, request.body(), tag));
        }
    }

    /**
     * That of the resource itself: a server may keep one for each (RFC 8040, section 3.5.2), and would refuse that of all
     * data there. Null where it has none, or the resource is to be made.
     */
    private @Nullable String tagOf(String path) throws DeviceException {
        Answer answer = channel.send("HEAD", path, null, null);
        return answer.status() < 300 ? answer.entityTag() : null;
    }

    /** The tag of a resource guards only that: whether all else is as it was read is told by that of all data. */
    private void refuseMoved(Answer before) throws DeviceException {
        if (before.entityTag() == null) {
            return;
        }
        Answer now = channel.send("HEAD", access.root() + CONFIGURATION, null, null);
        if (now.status() < 300 && now.entityTag() != null && !now.entityTag().equals(before.entityTag())) {
            throw moved();
        }
    }

    private DeviceException moved() {
        return new DeviceException(
                Reason.IN_USE,
                "Somebody has changed the configuration of " + target.name()
                        + " since it was read. Nothing more was sent.");
    }

    @Override
    public boolean hasTimer() {
        return false;
    }

    @Override
    public int push(Script script, DeadManTimer timer, PushListener listener) throws DeviceException {
        throw noTimer();
    }

    @Override
    public boolean confirm(DeadManTimer timer) throws DeviceException {
        throw noTimer();
    }

    @Override
    public boolean goBack(DeadManTimer timer) throws DeviceException {
        throw noTimer();
    }

    private DeviceException noTimer() {
        return new DeviceException(Reason.NOT_POSSIBLE, target.name() + " has no dead-man timer.");
    }

    @Override
    public String save() throws DeviceException {
        if (access.save() == null) {
            return target.name() + " keeps what is running; nothing was left to be saved.";
        }
        Answer answer = channel.send("POST", access.root() + access.save(), null, null);
        if (answer.status() >= 300) {
            throw new DeviceException(
                    Reason.SAVE_FAILED, target.name() + " did not write its startup configuration: " + words(answer));
        }
        if (access.startup() != null) {
            verification.startupWritten(readRunning(), readStartup());
        }
        return "Running was copied to startup" + (access.startup() == null ? "." : ", and startup read back.");
    }

    @Override
    public String restoreStartup() throws DeviceException {
        if (!access.restoresStartup()) {
            throw new DeviceException(
                    Reason.NOT_POSSIBLE,
                    target.name() + " can't take its startup configuration into force as a whole.");
        }
        checked(channel.send("POST", access.root() + access.restore(), null, null));
        return "Startup is in force.";
    }

    private Answer checked(Answer answer) throws DeviceException {
        if (answer.status() < 300) {
            return answer;
        }
        String said = target.name() + " answered: " + words(answer);
        throw switch (answer.status()) {
            case 401 ->
                new DeviceException(
                        Reason.LOGIN_REFUSED, target.name() + " refuses the log-in of " + target.login() + ".");
            case 403 -> new DeviceException(Reason.NO_RIGHT_TO_CONFIGURE, said);
            case 412 -> moved();
            default -> new DeviceException(isInUse(answer) ? Reason.IN_USE : Reason.LINE_REFUSED, said);
        };
    }

    private static boolean isInUse(Answer answer) {
        String tag = error(answer).path("error-tag").asString("");
        return tag.equals("in-use") || tag.equals("lock-denied");
    }

    /** The first error in an answer (RFC 8040, section 7.1); an empty node when there is none. */
    private static JsonNode error(Answer answer) {
        JsonNode ofEdits = YangPatch.error(answer.body());
        if (!ofEdits.isMissingNode()) {
            return ofEdits;
        }
        try {
            return JSON.readTree(answer.body().isBlank() ? "{}" : answer.body())
                    .path("ietf-restconf:errors")
                    .path("error")
                    .path(0);
        } catch (JacksonException e) {
            return JSON.createObjectNode().path("error");
        }
    }

    private static String words(Answer answer) {
        JsonNode error = error(answer);
        String message = error.path("error-message").asString("");
        String path = error.path("error-path").asString("");
        String tag = error.path("error-tag").asString("");
        StringBuilder words = new StringBuilder(message.isEmpty() ? "HTTP status " + answer.status() + "." : message);
        if (!path.isEmpty()) {
            words.append(" At ").append(path).append('.');
        }
        if (!tag.isEmpty()) {
            words.append(" (").append(tag).append(')');
        }
        return words.toString();
    }

    @Override
    public void resume() throws DeviceException {
        logIn();
    }

    @Override
    public void close() {
        channel.close();
    }
}
