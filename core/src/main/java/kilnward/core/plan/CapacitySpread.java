package kilnward.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.PriorityQueue;
import java.util.SplittableRandom;
import kilnward.core.finding.Require;

/**
 * The same way through the places as {@link Capacity}, one by one: each is lost or not, each is ready on a day of its own. Drawn many times from one seed, so that the same
 * question has the same answer.
 *
 * @param places what each place sees
 * @param runs   how many times it was drawn
 */
public record CapacitySpread(List<PlaceSpread> places, int runs) {
    private static final double WEEK = 7;
    private static final double SHORTEST_DAYS = 0.1;
    /** Stays that are drawn for one answer: a course more often, the smaller it is. */
    private static final long DRAWN = 1_000_000;
    private static final int FEWEST_RUNS = 20;
    private static final int MOST_RUNS = 400;
    /** Most stays of one course, starts × weeks × places: twenty courses of it take about a second. */
    private static final long MOST_STAYS = 150_000;
    /** Most starts a week that are taken. */
    private static final int MOST_STARTS = 5000;
    /** A jam that comes less often than this is borne. */
    private static final double BORNE = 0.1;

    /**
     * A place with the spread of ready days.
     *
     * @param place      the place, with its mean days
     * @param spreadDays standard deviation of the days (days)
     */
    public record Spread(Capacity.Place place, double spreadDays) {
        public Spread {
            Require.within("spreadDays", spreadDays, 0, place.days(), "days, no more than the days themselves");
        }

        /** The same with other places. */
        public Spread withPlaces(double places) {
            return new Spread(new Capacity.Place(place.name(), places, place.days()), spreadDays);
        }
    }

    /**
     * What a place sees.
     *
     * @param name          its name
     * @param meanOccupied  mean number inside, over the second half of the weeks, when it has filled
     * @param usualPeak     the peak that half of the runs stay at or below
     * @param highPeak      the peak that nine of ten runs stay at or below
     * @param jamShare      share of the runs in which it turned something away, 0 to 1
     * @param turnedAway    mean number that it turned away in all the weeks
     * @param usualByWeek   for each week the most inside, as half of the runs have it
     * @param highByWeek    for each week the most inside, as nine of ten runs stay at or below
     */
    public record PlaceSpread(String name, double meanOccupied, double usualPeak, double highPeak, double jamShare, double turnedAway, List<Integer> usualByWeek,
            List<Integer> highByWeek) {
    }

    /**
     * Draws the ways.
     *
     * @param places        in the order of the way
     * @param startsPerWeek how many are started each week
     * @param lossPct       chance that one is lost by the end of the first place (%)
     * @throws kilnward.core.finding.RefusedValueException where a value is out of range, or more are started than {@link #mostTried}
     */
    public static CapacitySpread of(List<Spread> places, int startsPerWeek, int weeks, double lossPct, long seed) {
        Require.within("startsPerWeek", startsPerWeek, 0, mostTried(places, weeks), "over so many weeks and places");
        Require.within("lossPct", lossPct, 0, 100, "%");
        int runs = runs(places, startsPerWeek, weeks);
        List<Run> drawn = new ArrayList<>();
        SplittableRandom seeds = new SplittableRandom(seed);
        for (int i = 0; i < runs; i++) {
            drawn.add(new Run(places, weeks, seeds.split()).go(startsPerWeek, lossPct / 100));
        }
        List<PlaceSpread> seen = new ArrayList<>();
        for (int p = 0; p < places.size(); p++) {
            int place = p;
            List<Integer> usual = new ArrayList<>();
            List<Integer> high = new ArrayList<>();
            for (int w = 0; w < weeks; w++) {
                int week = w;
                int[] most = drawn.stream().mapToInt(each -> each.most[place][week]).sorted().toArray();
                usual.add(quantile(most, 0.5));
                high.add(quantile(most, 0.9));
            }
            int[] peaks = drawn.stream().mapToInt(each -> Arrays.stream(each.most[place]).max().orElse(0)).sorted().toArray();
            seen.add(new PlaceSpread(places.get(p).place().name(), drawn.stream().mapToDouble(each -> each.dwelt[place]).average().orElse(0) / (weeks * WEEK / 2),
                    quantile(peaks, 0.5), quantile(peaks, 0.9), drawn.stream().filter(each -> each.turnedAway[place] > 0).count() / (double) runs,
                    drawn.stream().mapToInt(each -> each.turnedAway[place]).average().orElse(0), usual, high));
        }
        return new CapacitySpread(seen, runs);
    }

    /** The most starts a week that are drawn over so many weeks and places. */
    public static int mostTried(List<Spread> places, int weeks) {
        Require.that(!places.isEmpty() && places.size() <= 20, "stages", places.size(), "must be 1 to 20 places");
        Require.within("weeks", weeks, 1, 156, "");
        return (int) Math.min(MOST_STARTS, MOST_STAYS / ((long) weeks * places.size()));
    }

    private static int runs(List<Spread> places, int startsPerWeek, int weeks) {
        return (int) Math.max(FEWEST_RUNS, Math.min(MOST_RUNS, DRAWN / Math.max(1, (long) startsPerWeek * weeks * places.size())));
    }

    /** The least value that at least this share of the sorted ones does not exceed. */
    private static int quantile(int[] sorted, double share) {
        return sorted[Math.min(sorted.length - 1, (int) Math.ceil(share * sorted.length) - 1)];
    }

    /** The place that jams most often; null where none jams more often than is borne. */
    public String jamsAt() {
        return places.stream().allMatch(each -> each.jamShare() <= BORNE) ? null
                : places.stream().max(Comparator.comparingDouble(PlaceSpread::jamShare)).map(PlaceSpread::name).orElse(null);
    }

    /**
     * Whether no place turns anything away in more than one course of ten; the same courses as {@link #of}, but nothing is drawn beyond what decides it.
     */
    private static boolean flows(List<Spread> places, int startsPerWeek, int weeks, double lossPct, long seed) {
        int runs = runs(places, startsPerWeek, weeks);
        int[] jams = new int[places.size()];
        SplittableRandom seeds = new SplittableRandom(seed);
        for (int i = 0; i < runs; i++) {
            Run run = new Run(places, weeks, seeds.split()).go(startsPerWeek, lossPct / 100);
            for (int place = 0; place < jams.length; place++) {
                jams[place] += run.turnedAway[place] > 0 ? 1 : 0;
                if (jams[place] / (double) runs > BORNE) {
                    return false;
                }
            }
        }
        return true;
    }

    /** The most that can be started each week so that nothing is turned away in nine of ten courses; 0 where not even one can; no more than {@link #mostTried}. */
    public static int startsThatFlow(List<Spread> places, int weeks, double lossPct, long seed) {
        // No place takes more in a week than it has room for over a stay: what is beyond that need not be tried.
        int most = (int) places.stream().mapToDouble(each -> Math.ceil(each.place().places() * Math.max(1, WEEK / each.place().days()))).min().orElse(0);
        int low = 0;
        int high = Math.min(most, mostTried(places, weeks));
        if (flows(places, high, weeks, lossPct, seed)) {
            return high;
        }
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (flows(places, middle, weeks, lossPct, seed)) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }

    /** One that leaves a place at a time; at the same moment first from the last place, so that room is made, then in the order in which they came. */
    private record Leaving(double at, int place, long came) implements Comparable<Leaving> {
        @Override
        public int compareTo(Leaving other) {
            int byTime = Double.compare(at, other.at);
            int byPlace = byTime != 0 ? byTime : Integer.compare(other.place, place);
            return byPlace != 0 ? byPlace : Long.compare(came, other.came);
        }
    }

    /** One course, drawn. */
    private static final class Run {
        private final List<Spread> places;
        private final int weeks;
        private final SplittableRandom random;
        private final PriorityQueue<Leaving> leaving = new PriorityQueue<>();
        private final int[] inside;
        private final int[][] most;
        private final int[] turnedAway;
        /** One-days in each place in the second half of the weeks. */
        private final double[] dwelt;
        private long came;
        private double spare = Double.NaN;

        private Run(List<Spread> places, int weeks, SplittableRandom random) {
            this.places = places;
            this.weeks = weeks;
            this.random = random;
            this.inside = new int[places.size()];
            this.most = new int[places.size()][weeks];
            this.turnedAway = new int[places.size()];
            this.dwelt = new double[places.size()];
        }

        private Run go(int startsPerWeek, double loss) {
            for (int week = 0; week < weeks; week++) {
                double begins = week * WEEK;
                leave(begins, week == 0 ? 0 : week - 1, week, loss);
                for (int place = 0; place < places.size(); place++) {
                    most[place][week] = Math.max(most[place][week], inside[place]);
                }
                for (int i = 0; i < startsPerWeek; i++) {
                    enter(0, begins, week);
                }
                leave(Math.nextDown(begins + WEEK), week, week, loss);
            }
            return this;
        }

        /** Lets out all whose time is over by a moment; who leaves just then counts to the week that begins. */
        private void leave(double until, int before, int week, double loss) {
            while (!leaving.isEmpty() && leaving.peek().at <= until) {
                Leaving one = leaving.poll();
                inside[one.place]--;
                if (one.place + 1 < places.size() && !(one.place == 0 && random.nextDouble() < loss)) {
                    enter(one.place + 1, one.at, one.at < week * WEEK ? before : week);
                }
            }
        }

        private void enter(int place, double at, int week) {
            if (inside[place] + 1 > places.get(place).place().places()) {
                turnedAway[place]++;
                return;
            }
            inside[place]++;
            most[place][week] = Math.max(most[place][week], inside[place]);
            double until = at + Math.max(SHORTEST_DAYS, places.get(place).place().days() + places.get(place).spreadDays() * gaussian());
            double half = weeks * WEEK / 2;
            dwelt[place] += Math.max(0, Math.min(until, weeks * WEEK) - Math.max(at, half));
            leaving.add(new Leaving(until, place, came++));
        }

        /** Marsaglia's polar method; a splittable generator of Java 17 has no Gaussian that is the same on every version. */
        private double gaussian() {
            if (!Double.isNaN(spare)) {
                double given = spare;
                spare = Double.NaN;
                return given;
            }
            double x;
            double y;
            double s;
            do {
                x = 2 * random.nextDouble() - 1;
                y = 2 * random.nextDouble() - 1;
                s = x * x + y * y;
            } while (s >= 1 || s == 0);
            double scale = StrictMath.sqrt(-2 * StrictMath.log(s) / s);
            spare = y * scale;
            return x * scale;
        }
    }
}
