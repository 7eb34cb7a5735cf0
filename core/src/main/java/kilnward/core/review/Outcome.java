package kilnward.core.review;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What came of a batch: pieces that were set, and what was written down of them. What was neither taken out nor died nor hatched is still open, or nobody wrote it down.
 *
 * @param set      how many were set, at least one
 * @param takenOut how many were taken out before anything could become of them: clear when candled, pulled, lost
 * @param died     how many died
 * @param hatched  how many hatched, or germinated
 */
public record Outcome(@Bounded(min = 1, max = 1_000_000) int set, @Bounded(min = 0, max = 1_000_000) int takenOut, @Bounded(min = 0, max = 1_000_000) int died,
        @Bounded(min = 0, max = 1_000_000) int hatched) {
    /** What a first test hatch reaches at least, of the fertile ones, where box and handling are good; common practice, no source. */
    public static final double GOOD = 0.85;
    /** So many batches at least on either side before anything is said of what made the difference. */
    private static final int BATCHES_TO_TELL = 4;

    public Outcome {
        Require.within(Outcome.class, "set", set);
        Require.within(Outcome.class, "takenOut", takenOut);
        Require.within(Outcome.class, "died", died);
        Require.within(Outcome.class, "hatched", hatched);
    }

    /** How many nothing is known of; below 0 nothing is: more was written down than was set. */
    public int open() {
        return set - takenOut - died - hatched;
    }

    /** Whether more was written down than was set: somebody counted or typed wrongly. */
    public boolean isTooMany() {
        return open() < 0;
    }

    /** Hatched of those set; empty where more was written down than was set. */
    public Optional<Proportion> ofSet() {
        return isTooMany() ? Optional.empty() : Optional.of(Proportion.of(hatched, set));
    }

    /** Hatched of those that were left in; empty where none were, or more was written down than was set. */
    public Optional<Proportion> ofFertile() {
        return isTooMany() || takenOut >= set ? Optional.empty() : Optional.of(Proportion.of(hatched, set - takenOut));
    }

    /** Died of those set; empty where more was written down than was set. */
    public Optional<Proportion> lost() {
        return isTooMany() ? Optional.empty() : Optional.of(Proportion.of(died, set));
    }

    /** What may be said of a batch beside another one. */
    public enum Beside {
        /** The shares differ by more than chance would make of so few. */
        MORE,
        /** The same the other way. */
        FEWER,
        /** So few pieces could differ as much by chance. */
        CHANCE
    }

    /** Whether one came out better than another; why, nobody can tell of two. */
    public static Beside beside(Proportion one, Proportion other) {
        Proportion.Difference difference = one.over(other);
        return !difference.tells() ? Beside.CHANCE : difference.by() > 0 ? Beside.MORE : Beside.FEWER;
    }

    /**
     * Everything else in which batches differ that differ in one thing: as long as there is any, nobody knows which of them it was.
     *
     * @param names  what is compared: guide, source, season, …
     * @param values of each batch, in the same order
     */
    public static List<String> confounded(List<String> names, List<List<String>> values) {
        List<String> differing = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            int which = i;
            if (values.stream().map(each -> each.get(which)).distinct().count() > 1) {
                differing.add(names.get(i));
            }
        }
        return differing;
    }

    /** Whether there are batches enough to say anything of what makes the difference. */
    public static boolean enough(int batches) {
        return batches >= BATCHES_TO_TELL;
    }
}
