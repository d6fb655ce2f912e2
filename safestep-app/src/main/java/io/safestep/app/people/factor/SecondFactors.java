package io.safestep.app.people.factor;

import io.safestep.app.audit.AuditLog;
import io.safestep.app.people.stored.Person;
import io.safestep.app.people.stored.PersonRepository;
import io.safestep.app.problem.ProblemException;
import io.safestep.core.people.TimeCode;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.OptionalLong;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Codes of a telephone that are asked for beside the password. The front door of this package. */
@Service
@Transactional
public class SecondFactors {

    private static final HexFormat HEX = HexFormat.of();

    private final PersonRepository people;
    private final RecoveryCodes recovery;
    private final AuditLog audit;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    SecondFactors(PersonRepository people, RecoveryCodes recovery, AuditLog audit, Clock clock) {
        this.people = people;
        this.recovery = recovery;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * A secret that is offered and not theirs yet.
     *
     * @param secret in hexadecimal
     * @param typed as it is typed into a telephone
     * @param address as telephones read it from a picture or a link
     */
    public record Offer(String secret, String typed, String address) {}

    public Offer offer(String login) {
        byte[] secret = new byte[TimeCode.SECRET_BYTES];
        random.nextBytes(secret);
        String typed = TimeCode.base32(secret);
        String name = URLEncoder.encode(login, StandardCharsets.UTF_8);
        return new Offer(
                HEX.formatHex(secret),
                typed.replaceAll("(.{4})(?!$)", "$1 "),
                "otpauth://totp/Safe%20Step:" + name + "?secret=" + typed + "&issuer=Safe%20Step");
    }

    /**
     * Takes the offered secret as theirs, once a code shows that their telephone has it.
     *
     * @return recovery codes, shown once
     * @throws ProblemException with the field {@code code} when it is not the one of now
     */
    public List<String> begin(Person who, String secret, String code) {
        Person person = people.withLock(who.id());
        if (person.hasSecondFactor()) {
            throw ProblemException.refused("You have a second factor already. Take it away first.");
        }
        Instant now = clock.instant();
        long step = TimeCode.accepted(HEX.parseHex(secret), code, now, 0)
                .orElseThrow(() -> ProblemException.invalid("code", wrong(secret, code, now)));
        person.showCodes(secret, step);
        audit.write(person.login(), person.login(), "second factor", "Codes of a telephone are asked for from now on.");
        return recovery.make(person.id());
    }

    private static String wrong(String secret, String code, Instant now) {
        return TimeCode.clockError(HEX.parseHex(secret), code, now)
                .map(SecondFactors::clock)
                .orElse("This is not the code of now. Enter the one that is shown at this moment.");
    }

    private static String clock(Duration error) {
        long minutes = Math.max(1, Math.round(error.abs().toSeconds() / 60.0));
        return "The clock of your telephone is about " + minutes + (minutes == 1 ? " minute " : " minutes ")
                + (error.isNegative() ? "late" : "ahead") + ". Let it set its time by itself, and enter the code then.";
    }

    /** What came of a code. */
    public enum Answer {
        RIGHT,
        /** It was a recovery code. */
        RECOVERED,
        WRONG
    }

    /** @param sentence what to do; empty when it was right */
    public record Tried(Answer answer, String sentence) {}

    /** Tries a code of a telephone, or a recovery code. */
    public Tried tryCode(Person who, String code) {
        Person person = people.withLock(who.id());
        String secret = person.codeSecret();
        if (secret == null) {
            return new Tried(Answer.RIGHT, "");
        }
        Instant now = clock.instant();
        OptionalLong step = TimeCode.accepted(HEX.parseHex(secret), code, now, person.codeStep());
        if (step.isPresent()) {
            person.codeTaken(step.getAsLong());
            return new Tried(Answer.RIGHT, "");
        }
        if (recovery.use(person.id(), code, now)) {
            int left = recovery.left(person.id());
            audit.write(
                    person.login(),
                    person.login(),
                    "recovery code used",
                    left + (left == 1 ? " is left." : " are left."));
            return new Tried(Answer.RECOVERED, "");
        }
        return new Tried(Answer.WRONG, wrong(secret, code, now));
    }

    /** How many recovery codes nobody has used. */
    @Transactional(readOnly = true)
    public int recoveryCodesLeft(Person person) {
        return recovery.left(person.id());
    }

    /** @param by log-in of who takes it away */
    public void drop(Person who, String by) {
        Person person = people.withLock(who.id());
        if (person.hasSecondFactor()) {
            person.dropSecondFactor();
            recovery.drop(person.id());
            audit.write(by, person.login(), "second factor taken away", "The password alone is asked for.");
        }
    }
}
