package kilnward.core.life;

import java.util.Set;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What a guide's published values were taken from.
 *
 * @param author     who wrote or edited it
 * @param title      what it is called, with where it appeared
 * @param year       when it appeared
 * @param where      edition, pages or table; empty where that is not known
 * @param lookedUp   whether the values were looked up in it for this guide; otherwise they are from memory of it
 * @param vouchesFor kinds of value that it gives
 */
public record Publication(String author, String title, @Bounded(min = 1700, max = 2200) int year, String where, boolean lookedUp, Set<ValueKind> vouchesFor) {
    /** Kinds of value in a guide. */
    public enum ValueKind {
        TEMPERATURE,
        HUMIDITY,
        DURATION,
        TURNING,
        LIGHT,
        FRESH_AIR,
        RATE,
        HARM_HIGH,
        HARM_LOW,
        EXPECTED,
        WEIGHT_LOSS,
        TASKS,
        LIVING
    }

    public Publication {
        Require.that(author != null && !author.isBlank(), "author", author, "must be given");
        Require.that(title != null && !title.isBlank(), "title", title, "must be given");
        Require.within(Publication.class, "year", year);
        where = where == null ? "" : where;
        vouchesFor = vouchesFor == null ? Set.of() : Set.copyOf(vouchesFor);
    }
}
