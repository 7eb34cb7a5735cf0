package kilnward.core.review;

import java.util.List;
import java.util.Map;
import kilnward.core.review.Figures.Span;

/**
 * Something that a log shows, where, and how sure that is.
 *
 * @param sign    what
 * @param sure    how sure
 * @param where   where on the trace it is seen, by time; all of it where it is about the whole
 * @param numbers what it rests on, each by a name that tells its unit's kind: {@code …S} seconds, {@code …PerHour}, {@code share…}; everything else in the unit of the log
 */
public record Sight(Sign sign, Sure sure, List<Span> where, Map<String, Double> numbers) {
    /** How sure. */
    public enum Sure {
        /** Just over the limit, or seen once. */
        PERHAPS,
        /** Well over the limit, or seen more than once. */
        LIKELY,
        /** Far over it, or seen again and again. */
        SURE;

        /**
         * Of how often something was seen, and by how much it is over what is usual.
         *
         * @param times how often
         * @param over  how far over the limit, 1 being just there
         */
        static Sure of(int times, double over) {
            return over >= 2 || times >= 4 ? SURE : over >= 1.3 || times >= 2 ? LIKELY : PERHAPS;
        }
    }

    public Sight {
        where = List.copyOf(where);
        numbers = Map.copyOf(numbers);
    }
}
