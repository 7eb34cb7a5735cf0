package kilnward.core.series;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import kilnward.core.finding.Require;

/**
 * A span laid out in buckets that all begin at whole multiples of their width since 1970.
 *
 * @param firstS  beginning of the first (s since 1970)
 * @param bucketS width (s)
 * @param count   how many
 */
public record Grid(long firstS, long bucketS, int count) {
    /** Most buckets of a chart. */
    public static final int MOST = 2_000;
    /** Readings farther apart than this many times their usual distance have a gap between them. */
    public static final int GAP = 3;
    /** Widths that are told easily; each beyond a minute is made of whole minutes, each beyond an hour of whole hours. */
    private static final long[] WIDTHS = {1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 10_800, 21_600, 43_200};
    private static final long DAY_S = 86_400;

    /** A time in which nothing was measured. */
    public record Gap(Instant from, Instant to) {
    }

    /**
     * The finest that covers a span with no more than so many.
     *
     * @param from  beginning; what lies before it in the first bucket counts with it
     * @param to    end, after the beginning
     * @param most  most buckets, 1 to {@link #MOST}
     * @param everyS usual distance of two readings (s): no bucket is narrower
     */
    public static Grid over(Instant from, Instant to, int most, double everyS) {
        Require.that(from.isBefore(to), "to", to, "must be after from");
        Require.within("buckets", most, 1, MOST, "");
        for (long width : WIDTHS) {
            Grid grid = of(from, to, width);
            if (width >= everyS && grid.count <= most) {
                return grid;
            }
        }
        long days = 1;
        while (of(from, to, days * DAY_S).count > most) {
            days++;
        }
        return of(from, to, days * DAY_S);
    }

    private static Grid of(Instant from, Instant to, long width) {
        long first = Math.floorDiv(from.getEpochSecond(), width);
        long lastS = to.getNano() > 0 ? to.getEpochSecond() : to.getEpochSecond() - 1;
        return new Grid(first * width, width, (int) Math.min(Integer.MAX_VALUE, Math.floorDiv(lastS, width) - first + 1));
    }

    /** When a bucket begins. */
    public Instant at(int bucket) {
        return Instant.ofEpochSecond(firstS + bucket * bucketS);
    }

    /** After the last. */
    public Instant end() {
        return at(count);
    }

    /**
     * Where nothing was measured: stretches of empty buckets longer than {@link #GAP} times the usual distance, the ends of the span included.
     *
     * @param counts readings in each bucket
     * @param everyS usual distance of two readings (s)
     * @param until  what lies behind it is still to come, and no gap
     */
    public List<Gap> gaps(long[] counts, double everyS, Instant until) {
        List<Gap> gaps = new ArrayList<>();
        int from = -1;
        for (int i = 0; i <= count; i++) {
            boolean empty = i < count && counts[i] == 0 && at(i).isBefore(until);
            if (empty && from < 0) {
                from = i;
            } else if (!empty && from >= 0) {
                Instant end = at(i).isBefore(until) ? at(i) : until;
                if (end.getEpochSecond() - at(from).getEpochSecond() >= GAP * everyS) {
                    gaps.add(new Gap(at(from), end));
                }
                from = -1;
            }
        }
        return gaps;
    }
}
