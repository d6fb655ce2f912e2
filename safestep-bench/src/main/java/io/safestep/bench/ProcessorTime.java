package io.safestep.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/**
 * Processor time that was used so far, in seconds: by this process, by the practice network and by the database. A rate
 * alone doesn't tell which of them was the slow one.
 */
record ProcessorTime(double own, double practice, double database) {

    /** As Linux counts in {@code /proc/PID/stat}, see proc(5). */
    private static final double TICKS_PER_SECOND = 100;

    static ProcessorTime now(PracticeProcess practice) {
        double database = ProcessHandle.allProcesses()
                .filter(p ->
                        p.info().command().filter(c -> c.endsWith("/postgres")).isPresent())
                .mapToDouble(p -> of(p.pid()))
                .sum();
        return new ProcessorTime(of(ProcessHandle.current().pid()), of(practice.pid()), database);
    }

    private static double of(long pid) {
        try {
            String stat = Files.readString(Path.of("/proc/" + pid + "/stat"));
            List<String> fields =
                    List.of(stat.substring(stat.lastIndexOf(')') + 2).split(" "));
            // Fields 14 and 15, counted from the third.
            return (Long.parseLong(fields.get(11)) + Long.parseLong(fields.get(12))) / TICKS_PER_SECOND;
        } catch (IOException e) {
            // It has ended meanwhile.
            return 0;
        }
    }

    ProcessorTime since(ProcessorTime before) {
        return new ProcessorTime(own - before.own, practice - before.practice, database - before.database);
    }

    ProcessorTime plus(ProcessorTime other) {
        return new ProcessorTime(own + other.own, practice + other.practice, database + other.database);
    }

    /** Milliseconds for each of so many things that were done. */
    String each(int count) {
        double each = 1_000.0 / count;
        return "%.1f ms here, %.1f practice network, %.1f database"
                .formatted(own * each, practice * each, database * each);
    }
}
