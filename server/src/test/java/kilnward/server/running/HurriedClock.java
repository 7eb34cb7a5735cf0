package kilnward.server.running;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/** A clock that runs as any other, and is put forward by who lives through weeks in minutes. */
public final class HurriedClock extends Clock {
    private volatile Duration ahead;

    /** One that shows an instant now. */
    public HurriedClock(Instant now) {
        ahead = Duration.between(Instant.now(), now);
    }

    /** Puts it forward; back it goes only by {@link #leap}. */
    public void hurry(Duration by) {
        if (by.isNegative()) {
            throw new IllegalArgumentException("a clock that goes back: " + by);
        }
        ahead = ahead.plus(by);
    }

    /** It is so far off from now on, ahead or behind: a clock that somebody set wrong. */
    public void leap(Duration off) {
        ahead = off;
    }

    @Override
    public Instant instant() {
        return Instant.now().plus(ahead);
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return Clock.fixed(instant(), zone);
    }
}
