package io.safestep.core.run;

import io.safestep.core.change.FailureRule;
import io.safestep.core.run.RunPicture.Pause;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;

/**
 * A run played with generated luck: steps that end in any order or fail, processes that die in mid-step, people who press
 * anything that they may press. What a device holds is kept beside, as the truth that the run does not see.
 */
final class SimulatedRun {

    static final Instant START = Instant.parse("2026-11-26T05:30:00Z");
    private static final Duration WINDOW = Duration.ofHours(3);

    /** What a device really holds. */
    enum Holds {
        BEFORE,
        PART,
        OUTCOME
    }

    static final class SimulatedDevice {
        final String name;
        final int wave;
        final String partner;
        final boolean hasScript;
        final boolean timer;
        final Map<Phase, StepState> steps = new EnumMap<>(Phase.class);
        Holds holds = Holds.BEFORE;
        boolean written;
        boolean takenBack;
        boolean skipped;

        SimulatedDevice(String name, int wave, String partner, boolean hasScript, boolean timer) {
            this.name = name;
            this.wave = wave;
            this.partner = partner;
            this.hasScript = hasScript;
            this.timer = timer;
        }

        DeviceProgress progress() {
            return new DeviceProgress(name, wave, hasScript, timer, written, takenBack, skipped, steps);
        }

        boolean isGoing(Phase... phases) {
            for (Phase phase : phases) {
                if (steps.get(phase) == StepState.GOING) {
                    return true;
                }
            }
            return false;
        }
    }

    final Random random;
    final Map<String, SimulatedDevice> devices = new TreeMap<>();
    final FailureRule rule;
    final double failure;
    final double death;
    final double stop;
    final List<String> log = new ArrayList<>();
    final List<String> wrong = new ArrayList<>();
    Instant now = START;
    Instant waveEndedAt;
    boolean stopAsked;
    boolean turningBack;
    Pause pause = Pause.NONE;
    RunState end;

    SimulatedRun(long seed) {
        random = new Random(seed);
        rule = FailureRule.values()[random.nextInt(FailureRule.values().length)];
        failure = random.nextInt(3) * 0.04;
        death = random.nextInt(3) * 0.04;
        stop = random.nextInt(3) * 0.01;
        List<WaveOrder.Member> members = new ArrayList<>();
        int pairs = 1 + random.nextInt(3);
        for (int i = 0; i < pairs; i++) {
            members.add(new WaveOrder.Member("gw-" + i + "a", "edge", "gw-" + i + "b", 1 + i));
            members.add(new WaveOrder.Member("gw-" + i + "b", "edge", "gw-" + i + "a", 1 + i));
            members.add(new WaveOrder.Member("ac-" + i, "access", null, 2 + i));
        }
        WaveOrder order = new WaveOrder(
                members,
                List.of(),
                new WaveOrder.Settings(
                        random.nextInt(2), 1 + random.nextInt(4), Duration.ofMinutes(random.nextInt(2))));
        for (WaveOrder.Wave wave : order.waves()) {
            for (String name : wave.devices()) {
                String partner = members.stream()
                        .filter(m -> m.device().equals(name))
                        .findFirst()
                        .orElseThrow()
                        .partner();
                devices.put(
                        name,
                        new SimulatedDevice(name, wave.number(), partner, random.nextInt(8) > 0, random.nextBoolean()));
            }
        }
    }

    RunPicture picture() {
        List<DeviceProgress> progress =
                devices.values().stream().map(SimulatedDevice::progress).toList();
        RunTimes times = new RunTimes(new PhaseTimes(Map.of(), Map.of(), Duration.ofSeconds(30)), 20);
        return new RunPicture(
                progress,
                rule,
                stopAsked,
                turningBack,
                pause,
                Duration.ofMinutes(1),
                waveEndedAt,
                new TimeLeft(
                        now, times.rest(progress, Duration.ofMinutes(1)), times.wayBack(progress), START.plus(WINDOW)));
    }

    void play() {
        for (int i = 0; i < 3_000 && end == null; i++) {
            if (!stopAsked && random.nextDouble() < stop) {
                stopAsked = true;
                log.add("stop asked");
            }
            if (random.nextDouble() < 0.01) {
                pause = random.nextBoolean() ? Pause.AFTER_DEVICE : Pause.AFTER_WAVE;
                log.add("pause asked: " + pause);
            }
            if (random.nextDouble() < death) {
                die();
            }
            Decision decision = RunDecisions.next(picture());
            if (decision instanceof Decision.Finish finish) {
                end = finish.state();
                log.add("end " + end);
            } else if (decision instanceof Decision.TakeBack takeBack) {
                log.add(takeBack.toString());
                takeBack.devices().forEach(d -> devices.get(d).takenBack = true);
                turningBack |= takeBack.whole();
            } else if (decision instanceof Decision.Perform perform) {
                perform.steps().forEach(this::begin);
                endOneStep();
            } else if (decision instanceof Decision.Wait wait && wait.until() != null) {
                now = wait.until();
            } else if (decision instanceof Decision.Hold hold) {
                answer(hold);
            } else {
                endOneStep();
            }
            watch();
        }
    }

    private void begin(Decision.Step step) {
        SimulatedDevice device = devices.get(step.device());
        log.add("begin " + step.device() + " " + step.phase());
        if (device.steps.get(step.phase()) == StepState.GOING) {
            wrong.add(step + " was begun twice");
        }
        if (step.phase() == Phase.PUSH) {
            if (device.written) {
                wrong.add("law 8: " + step.device() + " is pushed blindly a second time");
            }
            if (device.steps.get(Phase.BACK_UP) == null
                    || !device.steps.get(Phase.BACK_UP).passed()) {
                wrong.add("law 3: " + step.device() + " is pushed without a backup");
            }
            if (pause == Pause.AFTER_DEVICE) {
                wrong.add(step.device() + " is pushed during a pause");
            }
            devices.values().stream()
                    .filter(d -> d.wave < device.wave && d.hasScript && d.holds == Holds.PART)
                    .forEach(d -> wrong.add(step.device() + " is pushed while " + d.name + " is half done"));
        }
        if (step.phase() == Phase.SAVE && !device.steps.get(Phase.CHECK_AFTER).passed()) {
            wrong.add("law 7: " + step.device() + " is saved before its checks passed");
        }
        if (step.phase() == Phase.UNDO_PUSH) {
            devices.values().stream()
                    .filter(d -> d.wave > device.wave && d.takenBack && d.written)
                    .filter(d -> d.steps.get(Phase.UNDO_READ_BACK) != StepState.DONE
                            && Phase.WAY_BACK.stream().noneMatch(p -> d.steps.get(p) == StepState.FAILED))
                    .forEach(d -> wrong.add(step.device() + " goes back before " + d.name));
        }
        device.steps.put(step.phase(), StepState.GOING);
    }

    /** Law 6, looked at after each move. */
    private void watch() {
        Phase[] changing = {Phase.PUSH, Phase.READ_BACK, Phase.CHECK_AFTER, Phase.CONFIRM, Phase.UNDO_PUSH};
        for (SimulatedDevice device : devices.values()) {
            SimulatedDevice partner = device.partner == null ? null : devices.get(device.partner);
            if (partner != null && device.isGoing(changing) && partner.isGoing(changing)) {
                wrong.add("law 6: " + device.name + " and " + partner.name + " are changed at the same time");
            }
        }
    }

    private void endOneStep() {
        List<SimulatedDevice> going = devices.values().stream()
                .filter(d -> d.steps.containsValue(StepState.GOING))
                .toList();
        if (going.isEmpty()) {
            return;
        }
        SimulatedDevice device = going.get(random.nextInt(going.size()));
        Phase phase = device.steps.entrySet().stream()
                .filter(e -> e.getValue() == StepState.GOING)
                .findFirst()
                .orElseThrow()
                .getKey();
        now = now.plusSeconds(random.nextInt(20));
        boolean wellDone = random.nextDouble() >= failure;
        device.steps.put(phase, does(device, phase, wellDone) ? StepState.DONE : StepState.FAILED);
        log.add("  " + device.name + " " + phase + " " + device.steps.get(phase));
        boolean waveDone = devices.values().stream()
                .filter(d -> d.wave == device.wave)
                .allMatch(d -> d.progress().settled());
        if (waveDone && !phase.undo()) {
            waveEndedAt = now;
        }
    }

    private boolean does(SimulatedDevice device, Phase phase, boolean wellDone) {
        switch (phase) {
            case PUSH -> {
                device.written |= wellDone || random.nextBoolean();
                device.holds = wellDone ? Holds.OUTCOME : device.written ? Holds.PART : Holds.BEFORE;
            }
            case READ_BACK -> {
                return wellDone && device.holds == Holds.OUTCOME;
            }
            case UNDO_PUSH -> device.holds = wellDone ? Holds.BEFORE : Holds.PART;
            case UNDO_READ_BACK -> {
                return wellDone && device.holds == Holds.BEFORE;
            }
            default -> {
                // Looks only.
            }
        }
        return wellDone;
    }

    /** The process ends in the middle of everything that goes on; a push may have sent all, some or nothing. */
    private void die() {
        log.add("the process dies");
        for (SimulatedDevice device : devices.values()) {
            device.steps.replaceAll((phase, state) -> {
                if (state != StepState.GOING) {
                    return state;
                }
                if (phase == Phase.PUSH && random.nextBoolean()) {
                    device.written = true;
                    device.holds = Holds.values()[random.nextInt(3)];
                }
                if (phase == Phase.UNDO_PUSH) {
                    device.holds = random.nextBoolean() ? Holds.BEFORE : Holds.PART;
                }
                return StepState.INTERRUPTED;
            });
            // Who takes over reads; where nothing of the push arrived, it begins again.
            if (device.steps.get(Phase.PUSH) == StepState.INTERRUPTED
                    && device.written
                    && device.holds == Holds.BEFORE
                    && !device.takenBack
                    && random.nextBoolean()) {
                device.written = false;
            }
        }
    }

    private void answer(Decision.Hold hold) {
        log.add(hold.toString());
        if (rule == FailureRule.UNDO_ALL && hold.reason() != Decision.Hold.Reason.PAUSE_ASKED) {
            wrong.add("nobody has to be asked: " + hold);
        }
        switch (random.nextInt(5)) {
            case 0 -> stopAsked = true;
            case 1 -> now = now.plus(Duration.ofMinutes(30)); // nobody is there
            case 2 -> retry();
            default -> goOn(hold);
        }
    }

    private void retry() {
        for (SimulatedDevice device : devices.values()) {
            device.steps.replaceAll(
                    (phase, state) -> state == StepState.FAILED && phase.repeatable() ? StepState.AGAIN : state);
        }
    }

    private void goOn(Decision.Hold hold) {
        pause = Pause.NONE;
        for (String name : hold.devices()) {
            devices.get(name).skipped = true;
        }
        if (hold.reason() == Decision.Hold.Reason.TURN_BACK_POINT) {
            stopAsked = true;
        }
    }
}
