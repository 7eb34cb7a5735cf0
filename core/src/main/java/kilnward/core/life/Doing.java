package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Something to be done on certain days of a school.
 *
 * @param kind      what
 * @param firstDay  days since the start until it is done first
 * @param everyDays days from one time to the next; null where it is done once
 * @param lastDay   days since the start after which it is not done any more; null for until the end
 * @param grade     grade of the source
 */
public record Doing(Kind kind, @Bounded(min = 0, max = 3650, unit = "days") double firstDay, @Bounded(min = 0.1, max = 3650, unit = "days") Double everyDays, Double lastDay,
        SourceGrade grade) {
    /** What is done. */
    public enum Kind {
        /** Weigh eggs or jars. */
        WEIGH,
        /** Look through the eggs with a light. */
        CANDLE,
        /** Wet what dries out on its surface. */
        MIST,
        /** Fill up water. */
        TOP_UP,
        /** Look for trays that are evenly up, and for dry ones. */
        CHECK_TRAYS,
        /** From here the lid stays shut. */
        LID_STAYS_SHUT,
        /** Change a part of a tank's water. */
        WATER_CHANGE,
        /** Let fresh air in. */
        AIR
    }

    public Doing {
        Objects.requireNonNull(kind, "kind");
        Objects.requireNonNull(grade, "grade");
        Require.within(Doing.class, "firstDay", firstDay);
        if (everyDays != null) {
            Require.within(Doing.class, "everyDays", everyDays);
        }
        if (lastDay != null) {
            Require.within("lastDay", lastDay, firstDay, 3650, "days");
        }
    }
}
