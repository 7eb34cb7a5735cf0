package kilnward.server.reading;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import kilnward.core.series.Bucket;
import kilnward.core.series.Course;
import kilnward.core.series.Grid;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.wire.OrNull;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Any span of a series in few buckets: from single readings, from minutes, hours or quarters of a day, whatever the buckets are made of. No spike is ever lost. */
@Component
public class Charts {
    private static final long MINUTE_S = 60;
    private static final long HOUR_S = 3600;
    private static final long QUARTER_S = 6 * HOUR_S;
    private static final long MICROS = 1_000_000;
    private final JdbcClient sql;
    private final Clock clock;

    Charts(JdbcClient sql, Clock clock) {
        this.sql = sql;
        this.clock = clock;
    }

    /**
     * What a span says in short.
     *
     * @param mean       over the time that is known, each stretch counting as long as it lasts; null where nothing is
     * @param knownShare share of the span, as far as it has passed, that is not in gaps
     */
    public record Summary(@OrNull Double low, @OrNull Double high, @OrNull Double mean, long count, double knownShare) {
    }

    /**
     * A series over a span; nulls where nothing was measured.
     *
     * @param at    beginning of each bucket
     * @param low   lowest reading in each
     * @param mean  mean of the readings in each
     * @param gaps  where nothing was measured for longer than three usual distances
     */
    public record Chart(Instant from, Instant to, long bucketS, SeriesUnit unit, List<Instant> at, List<Double> low, List<Double> high, List<Double> mean,
            List<Long> count, List<Grid.Gap> gaps, Summary summary) {
    }

    /** One over a span, in at most so many buckets. */
    public Chart of(Series series, Instant from, Instant to, int most) {
        Grid grid = Grid.over(from, to, most, finest(series, from));
        Bucket[] buckets = read(series, grid);
        List<Instant> at = IntStream.range(0, grid.count()).mapToObj(grid::at).toList();
        List<Double> low = new ArrayList<>(grid.count());
        List<Double> high = new ArrayList<>(grid.count());
        List<Double> mean = new ArrayList<>(grid.count());
        long[] counts = new long[grid.count()];
        List<Course.Point> points = new ArrayList<>();
        Bucket whole = null;
        for (int i = 0; i < grid.count(); i++) {
            Bucket bucket = buckets[i];
            low.add(bucket == null ? null : SeriesUnit.value(bucket.low()));
            high.add(bucket == null ? null : SeriesUnit.value(bucket.high()));
            mean.add(bucket == null ? null : Double.valueOf(bucket.mean()));
            counts[i] = bucket == null ? 0 : bucket.count();
            if (bucket != null) {
                whole = whole == null ? bucket : whole.and(bucket);
                points.add(new Course.Point(grid.firstS() + (i + 0.5) * grid.bucketS(), bucket.mean()));
            }
        }
        Instant until = to.isBefore(clock.instant()) ? to : clock.instant();
        double everyS = Math.max(series.everyS(), grid.bucketS());
        List<Grid.Gap> gaps = grid.gaps(counts, series.everyS(), until);
        OptionalDouble weighted = points.size() == 1 ? OptionalDouble.of(points.get(0).value()) : Course.timeWeightedMean(points, Grid.GAP * everyS);
        Summary summary = new Summary(whole == null ? null : SeriesUnit.value(whole.low()), whole == null ? null : SeriesUnit.value(whole.high()),
                weighted.isPresent() ? weighted.getAsDouble() : null, whole == null ? 0 : whole.count(), known(grid, gaps, until));
        return new Chart(from, to, grid.bucketS(), series.unit().kept(), at, low, high, mean, java.util.Arrays.stream(counts).boxed().toList(), gaps, summary);
    }

    private static double known(Grid grid, List<Grid.Gap> gaps, Instant until) {
        double span = Duration.between(grid.at(0), until).toMillis();
        double missing = gaps.stream().mapToDouble(gap -> Duration.between(gap.from(), gap.to()).toMillis()).sum();
        return span <= 0 ? 0 : Math.max(0, 1 - missing / span);
    }

    /** Least width of a bucket (s): what is finer is not there, or no longer. */
    private double finest(Series series, Instant from) {
        if (series.minuteDays() != null && from.isBefore(clock.instant().minus(Duration.ofDays(series.minuteDays())))) {
            return HOUR_S;
        }
        return from.isBefore(series.rawFrom()) ? Math.max(MINUTE_S, series.everyS()) : series.everyS();
    }

    private Bucket[] read(Series series, Grid grid) {
        Bucket[] buckets = new Bucket[grid.count()];
        long width = grid.bucketS();
        String question;
        long unit;
        if (width % QUARTER_S == 0) {
            question = "select at_q div :w as slot, min(low_e6), max(high_e6), sum(sum_e6), sum(count) from reading_quarter where series = :s and at_q >= :a and at_q < :b group by slot";
            unit = QUARTER_S * MICROS;
        } else if (width % HOUR_S == 0) {
            question = "select at_h div :w as slot, min(low_e6), max(high_e6), sum(sum_e6), sum(count) from reading_hour where series = :s and at_h >= :a and at_h < :b group by slot";
            unit = HOUR_S * MICROS;
        } else if (width % MINUTE_S == 0) {
            question = "select at_min div :w as slot, min(low_e6), max(high_e6), sum(sum_e6), sum(count) from reading_minute where series = :s and at_min >= :a and at_min < :b group by slot";
            unit = MINUTE_S * MICROS;
        } else {
            question = "select at_us div :w as slot, min(value_e6), max(value_e6), sum(value_e6), count(*) from reading where series = :s and at_us >= :a and at_us < :b group by slot";
            unit = 1;
        }
        long first = grid.firstS() / width;
        sql.sql(question).param("w", width * MICROS / unit).param("s", series.number()).param("a", grid.firstS() * MICROS / unit)
                .param("b", grid.end().getEpochSecond() * MICROS / unit).query(row -> {
                    buckets[(int) (row.getLong(1) - first)] = new Bucket(row.getLong(2), row.getLong(3), row.getLong(4), row.getLong(5));
                });
        return buckets;
    }
}
