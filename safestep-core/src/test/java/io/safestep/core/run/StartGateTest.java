package io.safestep.core.run;

import static org.assertj.core.api.Assertions.assertThat;

import io.safestep.core.change.ChangeState;
import io.safestep.core.run.StartGate.Claim;
import io.safestep.core.run.StartGate.Hours;
import io.safestep.core.run.StartGate.Objection;
import io.safestep.core.run.StartGate.OfChange;
import io.safestep.core.run.StartGate.OfDevice;
import io.safestep.core.run.StartGate.Shown;
import io.safestep.core.run.StartGate.Stop;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Laws 2, 4 and 6 rest on this: every one of the facts that speaks against a run stops it, whatever the others are. */
class StartGateTest {

    private static final Instant OPENS = Instant.parse("2026-11-05T01:30:00Z");
    private static final Instant CLOSES = Instant.parse("2026-11-05T05:15:00Z");
    private static final Instant WITHIN = Instant.parse("2026-11-05T02:00:00Z");
    private static final Hours HOURS = new Hours(OPENS, CLOSES);
    private static final OfDevice FREE = new OfDevice("brn-gw-a", true, Claim.OURS, Claim.NONE);

    private static OfChange booked(Instant now) {
        return new OfChange(ChangeState.BOOKED, false, now, HOURS, true, false, false, true);
    }

    private static Optional<Objection> atStart(OfChange change) {
        return StartGate.atStart(change).map(Stop::objection);
    }

    @Test
    void aBookedChangeBeginsFromTheOpeningOnAndNotAtTheClosing() {
        assertThat(atStart(booked(OPENS.minusNanos(1)))).contains(Objection.NOT_OPEN_YET);
        assertThat(atStart(booked(OPENS))).isEmpty();
        assertThat(atStart(booked(CLOSES.minusNanos(1)))).isEmpty();
        assertThat(atStart(booked(CLOSES))).contains(Objection.WINDOW_CLOSED);
    }

    @Test
    void eachStateSaysWhatIsMissing() {
        for (ChangeState state : ChangeState.values()) {
            Optional<Objection> missing = atStart(new OfChange(
                    state, false, WITHIN, state == ChangeState.BOOKED ? HOURS : Hours.NONE, true, false, false, true));
            switch (state) {
                case BOOKED -> assertThat(missing).isEmpty();
                case RUNNING -> assertThat(missing).contains(Objection.RUNNING_ALREADY);
                case APPROVED -> assertThat(missing).contains(Objection.NOT_BOOKED);
                default -> assertThat(missing).as("%s", state).contains(Objection.NOT_APPROVED);
            }
        }
    }

    @Test
    void anEmergencyWaitsForNoWindowAndNoFreezeButForItsSeal() {
        assertThat(atStart(new OfChange(ChangeState.APPROVED, true, WITHIN, Hours.NONE, true, false, true, true)))
                .isEmpty();
        assertThat(atStart(new OfChange(ChangeState.APPROVED, true, WITHIN, Hours.NONE, false, false, false, true)))
                .contains(Objection.SEAL_NOT_APPROVED);
        assertThat(atStart(new OfChange(ChangeState.IN_REVIEW, true, WITHIN, Hours.NONE, true, false, false, true)))
                .contains(Objection.NOT_APPROVED);
    }

    @Test
    void withoutTimeTheReasonIsTheFreezeWhereThereIsOne() {
        assertThat(atStart(new OfChange(ChangeState.BOOKED, false, WITHIN, HOURS, true, false, true, false)))
                .contains(Objection.FROZEN);
        assertThat(atStart(new OfChange(ChangeState.BOOKED, false, WITHIN, HOURS, true, false, false, false)))
                .contains(Objection.NO_TIME);
    }

    /** On generated facts: a run begins exactly when none of them speaks against it. */
    @Test
    void nothingThatSpeaksAgainstItIsOverlooked() {
        for (long seed = 1; seed <= 5_000; seed++) {
            Random random = new Random(seed);
            OfChange change = new OfChange(
                    random.nextInt(3) > 0 ? ChangeState.BOOKED : ChangeState.values()[random.nextInt(12)],
                    random.nextInt(4) == 0,
                    OPENS.minusSeconds(3_600).plusSeconds(random.nextInt(6 * 3_600)),
                    HOURS,
                    random.nextInt(4) > 0,
                    random.nextInt(6) == 0,
                    random.nextInt(4) == 0,
                    random.nextInt(4) > 0);
            boolean inWindow = !change.now().isBefore(OPENS) && change.now().isBefore(CLOSES);
            boolean atOnce = change.state() == ChangeState.APPROVED && change.emergency();
            boolean may = (change.state() == ChangeState.BOOKED && inWindow
                            || atOnce && change.now().isBefore(CLOSES))
                    && change.sealApproved()
                    && !change.approverStarts()
                    && change.fits()
                    && (change.emergency() || !change.frozen());
            assertThat(StartGate.atStart(change).isEmpty())
                    .as("seed %d, %s", seed, change)
                    .isEqualTo(may);
        }
    }

    /** Law 6: whichever device of many it is, and whichever half of a pair. */
    @Test
    void noDeviceIsWrittenToThatAnotherRunHasOrWhosePartnerItHas() {
        for (long seed = 1; seed <= 5_000; seed++) {
            Random random = new Random(seed);
            List<OfDevice> devices = new ArrayList<>();
            for (int i = 0; i <= random.nextInt(5); i++) {
                devices.add(new OfDevice(
                        "device-" + i,
                        random.nextInt(8) > 0,
                        random.nextInt(8) > 0 ? Claim.OURS : Claim.values()[random.nextInt(3)],
                        Claim.values()[random.nextInt(8) > 0 ? random.nextInt(2) : 2]));
            }
            boolean may = devices.stream()
                    .allMatch(d -> d.managed() && d.claim() == Claim.OURS && d.partnerClaim() != Claim.ANOTHERS);
            Optional<Stop> stop = StartGate.toTake(devices);
            assertThat(stop.isEmpty()).as("seed %d, %s", seed, devices).isEqualTo(may);
            stop.ifPresent(s -> {
                OfDevice named = devices.stream()
                        .filter(d -> d.name().equals(s.device()))
                        .findFirst()
                        .orElseThrow();
                boolean holds = switch (s.objection()) {
                    case OBSERVED -> !named.managed();
                    case TAKEN -> named.claim() != Claim.OURS;
                    case PARTNER_TAKEN -> named.partnerClaim() == Claim.ANOTHERS;
                    default -> false;
                };
                assertThat(holds).as("%s of %s", s, devices).isTrue();
            });
        }
    }

    @Test
    void beforeEachDeviceItIsAskedAgain() {
        OfChange going = new OfChange(ChangeState.RUNNING, false, WITHIN, HOURS, true, false, false, true);
        assertThat(StartGate.beforeDevice(going, FREE)).isEmpty();
        OfChange late = new OfChange(ChangeState.RUNNING, false, CLOSES, HOURS, true, false, false, true);
        assertThat(StartGate.beforeDevice(late, FREE)).contains(new Stop(Objection.WINDOW_CLOSED, null));
        OfChange broken = new OfChange(ChangeState.RUNNING, false, WITHIN, HOURS, false, false, false, true);
        assertThat(StartGate.beforeDevice(broken, FREE)).contains(new Stop(Objection.SEAL_NOT_APPROVED, null));
        OfChange frozen = new OfChange(ChangeState.RUNNING, false, WITHIN, HOURS, true, false, true, true);
        assertThat(StartGate.beforeDevice(frozen, FREE)).contains(new Stop(Objection.FROZEN, null));
        OfChange emergency = new OfChange(ChangeState.RUNNING, true, WITHIN, HOURS, true, false, true, true);
        assertThat(StartGate.beforeDevice(emergency, FREE)).isEmpty();
        OfDevice lost = new OfDevice("brn-gw-a", true, Claim.NONE, Claim.NONE);
        assertThat(StartGate.beforeDevice(going, lost)).contains(new Stop(Objection.TAKEN, "brn-gw-a"));
    }

    /** Law 4, and what only the device itself can say. */
    @Test
    void whatTheDeviceShowsStopsItToo() {
        for (int bits = 0; bits < 16; bits++) {
            Shown shown = new Shown((bits & 1) > 0, (bits & 2) > 0, (bits & 4) > 0, (bits & 8) > 0);
            boolean may = !shown.anotherBox() && !shown.moved() && (!shown.cutsItself() || shown.timer());
            assertThat(StartGate.onDevice("a", shown).isEmpty()).as("%s", shown).isEqualTo(may);
        }
        assertThat(StartGate.onDevice("a", new Shown(true, true, true, false)))
                .contains(new Stop(Objection.ANOTHER_BOX, "a"));
        assertThat(StartGate.onDevice("a", new Shown(false, true, true, false)))
                .contains(new Stop(Objection.GROUND_MOVED, "a"));
        assertThat(StartGate.onDevice("a", new Shown(false, false, true, false)))
                .contains(new Stop(Objection.CUTS_ITSELF, "a"));
    }
}
