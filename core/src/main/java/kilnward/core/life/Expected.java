package kilnward.core.life;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * When what is waited for comes: the first, the usual, and the last that is worth waiting for.
 *
 * @param what     what comes
 * @param firstDay days since the start until the first
 * @param usualDay days since the start until most have come
 * @param lastDay  days since the start until the last stragglers
 * @param grade    grade of the source
 */
public record Expected(What what, @Bounded(min = 0, max = 3650, unit = "days") double firstDay, double usualDay, double lastDay, SourceGrade grade) {
    /** What is waited for. */
    public enum What {
        HATCH,
        GERMINATION,
        COLONISED,
        FRUIT
    }

    public Expected {
        Objects.requireNonNull(what, "what");
        Objects.requireNonNull(grade, "grade");
        Require.within(Expected.class, "firstDay", firstDay);
        Require.within("usualDay", usualDay, firstDay, 3650, "days");
        Require.within("lastDay", lastDay, usualDay, 3650, "days");
    }
}
