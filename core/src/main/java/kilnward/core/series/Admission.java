package kilnward.core.series;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** Whether a reading is taken in as it comes, or kept aside for somebody to decide. */
public final class Admission {
    /** How far ahead of the server's clock a device's may be. */
    public static final Duration AHEAD = Duration.ofMinutes(5);

    /** Why a reading is held back. */
    public enum Reason {
        /** Of a time that has not come: the device's clock is wrong. */
        FUTURE,
        /** No such value can be. */
        IMPOSSIBLE,
        /** Of a time of which readings are no longer kept. */
        TOO_OLD,
        /** Of a series that is not known. */
        UNKNOWN_SERIES,
        /** Another value of the same series and instant is kept already. */
        CHANGED
    }

    private Admission() {
    }

    /**
     * What can be said of a reading by itself.
     *
     * @param value  in {@code unit}
     * @param now    by the server's clock
     * @param oldest before it nothing is kept of this series
     * @return empty where it is to be taken in
     */
    public static Optional<Reason> heldBack(Instant at, double value, SeriesUnit unit, Instant now, Instant oldest) {
        if (!unit.isPossible(value)) {
            return Optional.of(Reason.IMPOSSIBLE);
        }
        if (at.isAfter(now.plus(AHEAD))) {
            return Optional.of(Reason.FUTURE);
        }
        return at.isBefore(oldest) ? Optional.of(Reason.TOO_OLD) : Optional.empty();
    }
}
