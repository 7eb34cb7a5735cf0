package kilnward.core.plan;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import kilnward.core.finding.Require;

/** When a task that comes again is due next, by the wall clock of its place. */
public final class Recurrence {
    private static final double DAY_S = 86_400;

    private Recurrence() {
    }

    /**
     * The next time after one was done. What comes several times a day keeps its hours: the next of them that is still to come. What comes once in so many whole days keeps its hour, whenever in the
     * day it was done. Anything between counts from when it was done.
     *
     * @param everyDays distance (days), above 0
     * @param due       when the one that was done was due
     * @param done      when it was done, in the zone of the place
     */
    public static LocalDateTime next(double everyDays, LocalDateTime due, ZonedDateTime done) {
        Require.that(everyDays > 0, "everyDays", everyDays, "must be above 0");
        double whole = Math.floor(everyDays);
        if (whole == 0) {
            long apartS = Math.max(1, Math.round(everyDays * DAY_S));
            long times = Math.max(1, Math.floorDiv(Duration.between(due.atZone(done.getZone()), done).toSeconds(), apartS) + 1);
            return due.plusSeconds(times * apartS).truncatedTo(ChronoUnit.MINUTES);
        }
        LocalDateTime at = done.plusDays((long) whole).plusSeconds(Math.round((everyDays - whole) * DAY_S)).toLocalDateTime();
        return whole == everyDays ? at.toLocalDate().atTime(due.toLocalTime()) : at.truncatedTo(ChronoUnit.MINUTES);
    }
}
