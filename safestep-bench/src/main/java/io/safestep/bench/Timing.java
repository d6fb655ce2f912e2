package io.safestep.bench;

import java.util.Arrays;

/** Times of one thing that was done several times. */
record Timing(double[] seconds) {

    /** Something to be timed. */
    interface Work {
        void run() throws Exception;
    }

    static double of(Work work) throws Exception {
        long begin = System.nanoTime();
        work.run();
        return (System.nanoTime() - begin) / 1e9;
    }

    static Timing of(int warmUps, int rounds, Work work) throws Exception {
        for (int i = 0; i < warmUps; i++) {
            work.run();
        }
        double[] seconds = new double[rounds];
        for (int i = 0; i < rounds; i++) {
            seconds[i] = of(work);
        }
        return new Timing(seconds);
    }

    double median() {
        double[] sorted = seconds.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    double worst() {
        return Arrays.stream(seconds).max().orElse(0);
    }
}
