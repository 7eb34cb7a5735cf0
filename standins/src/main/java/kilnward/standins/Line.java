package kilnward.standins;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;

/**
 * What lies between a device and what it sends to, with all that goes wrong there. The device keeps what it could not send, up to a few days, and sends it late.
 */
final class Line {
    /** What can be wrong. */
    enum Trouble {
        DROPPED_OUT("dropped out: buffers, and sends late"),
        SILENT("switched off: measures nothing and sends nothing"),
        TWICE("sends everything twice"),
        OUT_OF_ORDER("sends out of order"),
        CLOCK_A_DAY_AHEAD("its clock is a day ahead"),
        CLOCK_AN_HOUR_BEHIND("its clock is an hour behind"),
        CLOCK_JUMPS("its clock jumps to and fro"),
        SENSOR_BROKEN("its sensor says -127, as many do when a wire is off");

        private final String says;

        Trouble(String says) {
            this.says = says;
        }

        String says() {
            return says;
        }
    }

    private static final int BUFFERED = 100_000;
    private static final int AT_ONCE = 2_000;
    private static final double BROKEN = -127;
    private final Way way;
    private final Random random;
    private final Deque<Reading> waiting = new ArrayDeque<>();
    private final Set<Trouble> troubles = EnumSet.noneOf(Trouble.class);
    private long sent;
    private int failures;
    private long notBefore;

    Line(Way way, Random random) {
        this.way = way;
        this.random = random;
    }

    synchronized void set(Trouble trouble, boolean on) {
        if (on) {
            troubles.add(trouble);
        } else {
            troubles.remove(trouble);
        }
    }

    synchronized Set<Trouble> troubles() {
        return EnumSet.copyOf(troubles.isEmpty() ? EnumSet.noneOf(Trouble.class) : troubles);
    }

    /** Takes up what was measured, by the device's own clock and sensors. */
    synchronized void take(List<Reading> measured) {
        if (troubles.contains(Trouble.SILENT)) {
            return;
        }
        for (Reading each : measured) {
            Duration off = troubles.contains(Trouble.CLOCK_A_DAY_AHEAD) ? Duration.ofDays(1) : troubles.contains(Trouble.CLOCK_AN_HOUR_BEHIND) ? Duration.ofHours(-1)
                    : troubles.contains(Trouble.CLOCK_JUMPS) ? Duration.ofSeconds(random.nextInt(-7200, 7200)) : Duration.ZERO;
            waiting.add(new Reading(each.series(), each.at().plus(off), troubles.contains(Trouble.SENSOR_BROKEN) ? BROKEN : each.value()));
        }
        while (waiting.size() > BUFFERED) {
            waiting.poll();
        }
    }

    /** Sends what waits, as far as it can; after a failure with growing pauses. */
    synchronized void flush(long nowMs) {
        if (troubles.contains(Trouble.DROPPED_OUT) || waiting.isEmpty() || nowMs < notBefore) {
            return;
        }
        List<Reading> some = new ArrayList<>();
        for (Reading each : waiting) {
            if (some.size() == AT_ONCE) {
                break;
            }
            some.add(each);
        }
        List<Reading> sending = new ArrayList<>(some);
        if (troubles.contains(Trouble.TWICE)) {
            sending.addAll(some);
        }
        if (troubles.contains(Trouble.OUT_OF_ORDER)) {
            Collections.shuffle(sending, random);
        }
        if (way.send(sending) == Way.Sent.DONE) {
            sent += some.size();
            failures = 0;
            some.forEach(each -> waiting.poll());
        } else {
            failures++;
            notBefore = nowMs + Math.min(60_000, 1_000L << Math.min(failures, 6));
        }
    }

    synchronized int waiting() {
        return waiting.size();
    }

    synchronized long sent() {
        return sent;
    }

    String last() {
        return way.last();
    }
}
