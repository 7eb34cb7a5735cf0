package kilnward.core.life;

import java.util.Objects;
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
public record Doing(Kind kind, double firstDay, Double everyDays, Double lastDay, SourceGrade grade) {
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
        Require.within("firstDay", firstDay, 0, 3650, "days");
        if (everyDays != null) {
            Require.within("everyDays", everyDays, 0.1, 3650, "days");
        }
        if (lastDay != null) {
            Require.within("lastDay", lastDay, firstDay, 3650, "days");
        }
    }
}
