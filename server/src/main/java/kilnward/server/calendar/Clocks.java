package kilnward.server.calendar;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;

/** Times as people say them. */
final class Clocks {
    private static final DateTimeFormatter MINUTE = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm");
    private static final Duration AHEAD = Duration.ofMinutes(5);

    private Clocks() {
    }

    static String text(LocalDateTime at) {
        return MINUTE.format(at);
    }

    static String text(UUID id) {
        return id == null ? null : id.toString();
    }

    /** Nobody plans for another century. */
    static void requireSensible(String field, LocalDateTime at) {
        if (at.getYear() < 2000 || at.getYear() >= 2200) {
            throw new RefusedValueException(field, at, "must lie in the years 2000 to 2199");
        }
    }

    /** What was done lies behind, but for clocks that differ a little. */
    static void requirePast(String field, Instant at, Instant now) {
        if (at.isAfter(now.plus(AHEAD))) {
            throw new RefusedValueException(field, at, "must not be in the future");
        }
        if (at.isBefore(Instant.parse("2000-01-01T00:00:00Z"))) {
            throw new RefusedValueException(field, at, "must lie after the year 1999");
        }
    }
}
