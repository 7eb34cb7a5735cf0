package kilnward.core.calibration;

import java.time.LocalDate;
import java.util.Optional;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * When a probe wants its next check.
 *
 * @param from   first day on which it is due
 * @param latest day by which it should be done; the first day where that is now
 * @param why    what makes it due
 */
public record Due(LocalDate from, LocalDate latest, Why why) {
    /** Common practice, no source: every 3 to 6 months for humidity … */
    private static final int HUMIDITY_FROM_MONTHS = 3;
    private static final int HUMIDITY_LATEST_MONTHS = 6;
    /** … and at each season's start for temperature, once a year where a box runs through. */
    private static final int TEMPERATURE_MONTHS = 12;

    /** What makes it due. */
    public enum Why {
        /** It was never checked. */
        NEVER_CHECKED,
        /** A new season has begun since. */
        SEASON,
        /** So much time has gone by. */
        AGE,
        /** By its drift the error will have passed what is tolerated. */
        DRIFT
    }

    public Due {
        Require.that(!latest.isBefore(from), "latest", latest, "must not be before the first day");
    }

    /**
     * @param quantity what it reads
     * @param last     day of the last check beside the probe; empty where there was none
     * @param season   day on which the occupant moved in; empty where that is not known
     * @param passes   day on which the error passes the tolerance by its drift; empty where it does not, or nothing can be said
     * @param today    today
     */
    public static Due of(Quantity quantity, Optional<LocalDate> last, Optional<LocalDate> season, Optional<LocalDate> passes, LocalDate today) {
        if (last.isEmpty()) {
            return new Due(today, today, Why.NEVER_CHECKED);
        }
        LocalDate checked = last.get();
        Due due = quantity != Quantity.TEMPERATURE ? new Due(checked.plusMonths(HUMIDITY_FROM_MONTHS), checked.plusMonths(HUMIDITY_LATEST_MONTHS), Why.AGE)
                : new Due(checked.plusMonths(TEMPERATURE_MONTHS), checked.plusMonths(TEMPERATURE_MONTHS), Why.AGE);
        // A check made within the weeks before they move in is that season's check.
        if (season.isPresent() && checked.isBefore(season.get().minusMonths(1)) && season.get().isBefore(due.from())) {
            due = new Due(season.get(), season.get(), Why.SEASON);
        }
        if (passes.isPresent() && passes.get().isBefore(due.latest())) {
            LocalDate day = passes.get().isBefore(checked) ? checked : passes.get();
            due = new Due(day.isBefore(due.from()) ? day : due.from(), day, Why.DRIFT);
        }
        return due;
    }

    /** Whether it is due on a day. */
    public boolean isDue(LocalDate on) {
        return !on.isBefore(from);
    }
}
