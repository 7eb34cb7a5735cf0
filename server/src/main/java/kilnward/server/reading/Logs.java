package kilnward.server.reading;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import kilnward.core.series.Samples;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Moments;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** A span of a series reading by reading, or by the means of its minutes where there are too many, or single ones are kept no longer. */
@Component
public class Logs {
    /** Single readings at most: four days of one in three seconds, or three months of one a minute. */
    private static final int MOST = 130_000;
    private static final double MICROS = 1e6;
    private static final double MINUTE_S = 60;
    private final JdbcClient sql;

    Logs(JdbcClient sql) {
        this.sql = sql;
    }

    /**
     * What was measured.
     *
     * @param samples seconds since 1970
     * @param everyS  how often one is expected (s)
     * @param singly  whether they are single readings, and not means of minutes
     */
    public record Log(Samples samples, double everyS, boolean singly) {
    }

    /** Of a span. */
    public Log of(Series series, Instant from, Instant to) {
        List<double[]> found = new ArrayList<>();
        if (!from.isBefore(series.rawFrom())) {
            sql.sql("select at_us, value_e6 from reading where series = ? and at_us >= ? and at_us <= ? order by at_us limit " + (MOST + 1)).param(series.number())
                    .param(Moments.micros(from)).param(Moments.micros(to))
                    .query(row -> {
                        found.add(new double[] {row.getLong(1) / MICROS, SeriesUnit.value(row.getLong(2))});
                    });
            if (found.size() <= MOST) {
                return new Log(samples(found), series.everyS(), true);
            }
            found.clear();
        }
        sql.sql("select at_min, sum_e6, count from reading_minute where series = ? and at_min >= ? and at_min < ? order by at_min limit " + MOST).param(series.number())
                .param(from.getEpochSecond() / (long) MINUTE_S).param(to.getEpochSecond() / (long) MINUTE_S)
                .query(row -> {
                    found.add(new double[] {MINUTE_S * (row.getLong(1) + 0.5), row.getLong(2) / MICROS / row.getLong(3)});
                });
        return new Log(samples(found), Math.max(MINUTE_S, series.everyS()), false);
    }

    private static Samples samples(List<double[]> found) {
        return new Samples(found.stream().mapToDouble(each -> each[0]).toArray(), found.stream().mapToDouble(each -> each[1]).toArray());
    }
}
