package kilnward.core.series;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;

/**
 * A day by the calendar of a place: 23 or 25 hours long when clocks change.
 *
 * @param day  the day
 * @param from its first moment
 * @param to   the first moment of the next
 */
public record CalendarDay(LocalDate day, Instant from, Instant to) {
    /** A day of a place. */
    public static CalendarDay of(LocalDate day, ZoneId zone) {
        return new CalendarDay(day, day.atStartOfDay(zone).toInstant(), day.plusDays(1).atStartOfDay(zone).toInstant());
    }

    /** Its length (h). */
    public double hours() {
        return java.time.Duration.between(from, to).toSeconds() / 3600.0;
    }

    /** The same day a year before; the 28th for a 29th of February. */
    public LocalDate lastYear() {
        return day.minusYears(1);
    }
}
