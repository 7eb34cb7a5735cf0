package kilnward.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What is started every week on its way through the places there are, on means. Starts are made at the beginning of each week; loss is taken at the end of the first
 * place; who leaves makes room before who comes; what finds no place is turned away.
 *
 * @param weeks  one a week, the first being week 1
 * @param peak   the most in each place at any moment
 * @param jamsAt the place that turns something away first, the earliest on the way where several do at once; empty where none does
 */
public record Capacity(List<Week> weeks, List<Double> peak, Optional<String> jamsAt) {
    private static final double WEEK = 7;
    /** Places and days are decimal fractions; a rounding is no tray. */
    private static final double ROUNDING = 1e-9;

    /**
     * A place on the way: a chamber, a bench, a greenhouse.
     *
     * @param name   its name
     * @param places how many it takes
     * @param days   how long they stay (days)
     */
    public record Place(String name, @Bounded(min = 0, max = 1_000_000) double places, @Bounded(min = 0.1, max = 3650, unit = "days") double days) {
        public Place {
            Require.named("name", name);
            Require.within(Place.class, "places", places);
            Require.within(Place.class, "days", days);
        }
    }

    /**
     * One week.
     *
     * @param week       1 for the first
     * @param occupied   the most in each place at any moment of it
     * @param turnedAway how many found no place in it
     */
    public record Week(int week, List<Double> occupied, double turnedAway) {
        public Week {
            occupied = List.copyOf(occupied);
        }
    }

    public Capacity {
        weeks = List.copyOf(weeks);
        peak = List.copyOf(peak);
    }

    /**
     * Follows the starts.
     *
     * @param places        in the order of the way
     * @param startsPerWeek how many are started each week
     * @param weeks         for how many weeks
     * @param lossPct       share of them lost by the end of the first place (%)
     */
    public static Capacity of(List<Place> places, double startsPerWeek, int weeks, double lossPct) {
        Require.that(!places.isEmpty() && places.size() <= 20, "stages", places.size(), "must be 1 to 20 places");
        Require.within("startsPerWeek", startsPerWeek, 0, 1_000_000, "");
        Require.within("weeks", weeks, 1, 520, "");
        Require.within("lossPct", lossPct, 0, 100, "%");
        return new Course(places, weeks, lossPct).run(startsPerWeek);
    }

    /** What came into a place together. */
    private record Cohort(double from, double until, double count) {
    }

    /** One course through the places, event by event in the order of time. */
    private static final class Course {
        private final List<Place> places;
        private final int weeks;
        private final double kept;
        private final List<List<Cohort>> inside = new ArrayList<>();
        private final double[] turnedAway;
        private final double[][] occupied;
        private String jamsAt;

        private Course(List<Place> places, int weeks, double lossPct) {
            this.places = places;
            this.weeks = weeks;
            this.kept = 1 - lossPct / 100;
            this.turnedAway = new double[weeks];
            this.occupied = new double[weeks][places.size()];
            places.forEach(each -> inside.add(new ArrayList<>()));
        }

        private Capacity run(double startsPerWeek) {
            for (int week = 0; week < weeks; week++) {
                double begins = week * WEEK;
                advance(begins, week);
                enter(0, begins, startsPerWeek, week);
                double next = begins + WEEK;
                for (double at = soonest(); at < next - ROUNDING; at = soonest()) {
                    advance(at, week);
                }
            }
            List<Week> answer = new ArrayList<>();
            double[] peak = new double[places.size()];
            for (int week = 0; week < weeks; week++) {
                List<Double> row = new ArrayList<>();
                for (int place = 0; place < places.size(); place++) {
                    row.add(occupied[week][place]);
                    peak[place] = Math.max(peak[place], occupied[week][place]);
                }
                answer.add(new Week(week + 1, row, turnedAway[week]));
            }
            List<Double> peaks = new ArrayList<>();
            for (double each : peak) {
                peaks.add(each);
            }
            return new Capacity(answer, peaks, Optional.ofNullable(jamsAt));
        }

        private double soonest() {
            return inside.stream().flatMap(List::stream).mapToDouble(Cohort::until).min().orElse(Double.POSITIVE_INFINITY);
        }

        /** Lets out all whose time is over, the last place first, so that each leaves room for the one behind it. */
        private void advance(double at, int week) {
            for (int place = places.size() - 1; place >= 0; place--) {
                List<Cohort> leaving = inside.get(place).stream().filter(each -> each.until <= at + ROUNDING).toList();
                inside.get(place).removeAll(leaving);
                if (place + 1 < places.size()) {
                    double factor = place == 0 ? kept : 1;
                    for (Cohort cohort : leaving) {
                        enter(place + 1, cohort.until, cohort.count * factor, week);
                    }
                }
            }
            for (int place = 0; place < places.size(); place++) {
                occupied[week][place] = Math.max(occupied[week][place], taken(place));
            }
        }

        private double taken(int place) {
            return inside.get(place).stream().mapToDouble(Cohort::count).sum();
        }

        private void enter(int place, double at, double count, int week) {
            double room = Math.max(0, places.get(place).places() - taken(place));
            double in = count <= room + ROUNDING ? count : room;
            if (count - in > ROUNDING) {
                turnedAway[week] += count - in;
                jamsAt = jamsAt == null ? places.get(place).name() : jamsAt;
            }
            if (in > 0) {
                inside.get(place).add(new Cohort(at, at + places.get(place).days(), in));
            }
            occupied[week][place] = Math.max(occupied[week][place], taken(place));
        }
    }
}
