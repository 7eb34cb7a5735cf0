package kilnward.server.imports;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import kilnward.core.logfile.LogShape;
import kilnward.core.logfile.RowReader;
import kilnward.core.logfile.ShapeGuess;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.server.imports.ImportViews.ColumnPlan;
import kilnward.server.imports.ImportViews.ImportPlan;
import kilnward.server.imports.ImportViews.UnlikeView;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.reading.Readings;
import kilnward.server.reading.Readings.Kept;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Digest;
import kilnward.server.store.Moments;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Holds a logger's file against what is known: one that looks like an earlier one holds the same, and one whose readings are another chamber's is asked about. */
@Component
class Likeness {
    private static final JsonMapper JSON = JsonMapper.shared();
    private static final int LOOKED_AT = 40;
    private static final int LEAST = 10;
    private static final double NEARLY_ALL = 0.8;
    private static final int MOST_SERIES = 80;
    /** A log of a chamber stands between its room and what is wanted in it; so far beyond (K) it is unlikely. */
    private static final double FAR_K = 6;
    private final JdbcClient sql;
    private final SeriesService series;
    private final Readings readings;
    private final Plans plans;

    Likeness(JdbcClient sql, SeriesService series, Readings readings, Plans plans) {
        this.sql = sql;
        this.series = series;
        this.readings = readings;
        this.plans = plans;
    }

    /** What stands for the head of a file: its header, and how many columns it has. */
    static String looks(List<List<String>> cells, ShapeGuess guess) {
        int header = guess.shape().map(LogShape::headerRows).orElse(0);
        int width = cells.stream().mapToInt(List::size).max().orElse(0);
        // Lines above the header name the device and the day; the header itself names the columns.
        String head = header == 0 ? "" : String.join("\t", cells.get(header - 1));
        return Digest.hex((width + "\n" + head).getBytes(StandardCharsets.UTF_8));
    }

    /** What the last file of this chamber that looked so was said to hold, its series still being there; empty where there was none. */
    Optional<ImportPlan> before(UUID chamberId, String looks) {
        return sql.sql("select plan from log_import where chamber_id = ? and looks = ? and plan is not null order by made_us desc limit 1").param(chamberId).param(looks)
                .query(String.class).optional().map(text -> JSON.readValue(text, ImportPlan.class))
                .filter(plan -> plan.columns().stream().allMatch(each -> stands(chamberId, each)));
    }

    private boolean stands(UUID chamberId, ColumnPlan column) {
        return column.seriesId() != null && series.find(UUID.fromString(column.seriesId())).filter(each -> each.chamberId().equals(chamberId) && !each.retired()).isPresent();
    }

    /** What makes it unlikely that a file is of a chamber. */
    List<UnlikeView> unlike(UUID chamberId, List<List<String>> cells, ImportPlan plan) {
        RowReader reader = new RowReader(plan.shape(), ZoneId.of(plan.zone()));
        List<RowReader.Row> rows = cells.stream().skip(plan.headerRows()).map(reader::read).filter(each -> each.at().isPresent()).limit(LOOKED_AT).toList();
        List<UnlikeView> found = new ArrayList<>();
        Set<Series> others = others(chamberId);
        for (int i = 0; i < plan.columns().size(); i++) {
            int column = i;
            SeriesUnit unit = plan.columns().get(i).unit();
            List<Sample> samples = rows.stream()
                    .flatMap(row -> row.values().stream().filter(each -> each.column() == column)
                            .map(each -> new Sample(row.at().get(), SeriesUnit.value(unit.keptMillionths(each.value())))))
                    .toList();
            if (samples.size() >= LEAST) {
                Optional<String> same = others.stream().filter(each -> each.measured() == unit.measured() && holds(each, samples)).findFirst()
                        .map(each -> plans.one(each.chamberId()).plan().name() + ", " + each.name());
                if (same.isPresent()) {
                    found.add(new UnlikeView(plan.columns().get(i).column(), same.get(), null));
                } else if (unit.measured() == Quantity.TEMPERATURE) {
                    far(plans.one(chamberId).plan(), samples).ifPresent(middle -> found.add(new UnlikeView(plan.columns().get(column).column(), null, middle)));
                }
            }
        }
        return found;
    }

    private record Sample(Instant at, double value) {
    }

    private Set<Series> others(UUID chamberId) {
        Set<Series> found = new HashSet<>();
        series.plain(Optional.empty()).stream().filter(each -> !each.chamberId().equals(chamberId)).limit(MOST_SERIES).forEach(found::add);
        return found;
    }

    /** Whether nearly all of the samples are readings of a series already. */
    private boolean holds(Series other, List<Sample> samples) {
        Set<Kept> there = readings.at(other.number(), samples.stream().map(each -> Moments.micros(each.at())).toList());
        long same = samples.stream().filter(each -> there.contains(new Kept(Moments.micros(each.at()), SeriesUnit.millionths(each.value())))).count();
        return same >= NEARLY_ALL * samples.size();
    }

    /** The middle of what is far from anything the chamber should show (°C). */
    private static Optional<Double> far(ChamberPlan plan, List<Sample> samples) {
        if (plan.occupancy() == null || plan.room() == null) {
            return Optional.empty();
        }
        double low = Math.min(plan.room().coldestC(), plan.occupancy().keepLowC()) - FAR_K;
        double high = Math.max(plan.room().warmestC(), plan.occupancy().keepHighC()) + FAR_K;
        double[] sorted = samples.stream().mapToDouble(Sample::value).sorted().toArray();
        double middle = sorted[sorted.length / 2];
        return middle < low || middle > high ? Optional.of(middle) : Optional.empty();
    }
}
