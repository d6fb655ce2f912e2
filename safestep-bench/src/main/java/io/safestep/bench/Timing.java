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

    /** Several works that take turns, so that whatever else the machine does meets all of them, and none is measured cold. */
    static Timing[] takingTurns(int warmUps, int rounds, Work... works) throws Exception {
        double[][] seconds = new double[works.length][rounds];
        for (int round = -warmUps; round < rounds; round++) {
            for (int i = 0; i < works.length; i++) {
                double time = of(works[i]);
                if (round >= 0) {
                    seconds[i][round] = time;
                }
            }
        }
        return Arrays.stream(seconds).map(Timing::new).toArray(Timing[]::new);
    }

    double median() {
        return median(seconds);
    }

    static double median(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    double worst() {
        return Arrays.stream(seconds).max().orElse(0);
    }
}
