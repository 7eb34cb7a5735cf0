package kilnward.server.store;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** Instants as the record keeps them: to the microsecond. */
public final class Moments {
    /** What was written so far ahead of now (µs) was written by a clock that has been set back since: more than any device may be ahead. */
    public static final long SET_BACK_US = 360_000_000;

    private Moments() {
    }

    /** Now, as it will be read back. */
    public static Instant now(Clock clock) {
        return kept(clock.instant());
    }

    /** What is left of an instant once it is kept. */
    public static Instant kept(Instant at) {
        return at.truncatedTo(ChronoUnit.MICROS);
    }

    /** Microseconds since 1970 as an instant. */
    public static Instant micros(long us) {
        return Instant.EPOCH.plus(us, ChronoUnit.MICROS);
    }

    /** An instant as microseconds since 1970; what is finer is left out. */
    public static long micros(Instant at) {
        return ChronoUnit.MICROS.between(Instant.EPOCH, at);
    }

    /** Seconds since 1970, as the core counts them, to the microsecond. */
    public static Instant seconds(double s) {
        return micros(Math.round(s * 1e6));
    }

    /** Now in microseconds since 1970. */
    public static long nowUs(Clock clock) {
        return micros(clock.instant());
    }
}
