package kilnward.server.reading;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import kilnward.core.alarm.Heard;
import kilnward.core.alarm.Reading;
import kilnward.core.alarm.RuleKind;
import kilnward.core.series.SeriesUnit;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What a rule has to go by, out of the record. Times are s since 1970 UTC. */
@Component
public class SeriesWindowLoader {
    private static final double MICROS = 1e6;
    private static final int MOST = 20_000;
    private static final double SINGLY_S = 2 * 3600;
    /** As many of the newest readings show how far apart they usually are. */
    private static final int LOOKED_AT = 11;
    private final JdbcClient sql;
    private final SeriesService series;

    SeriesWindowLoader(JdbcClient sql, SeriesService series) {
        this.sql = sql;
        this.series = series;
    }

    /** Single readings after a time, with the one that held then. */
    public List<Reading> since(int number, double fromS, double untilS) {
        List<Reading> found = new ArrayList<>(sql.sql("select at_us, value_e6 from reading where series = ? and at_us <= ? order by at_us desc limit 1").param(number)
                .param(us(fromS)).query((row, i) -> reading(row.getLong(1), row.getLong(2))).list());
        // Of very many the newest: what is now must never be what is left out.
        List<Reading> newest = new ArrayList<>(sql.sql("select at_us, value_e6 from reading where series = ? and at_us > ? and at_us <= ? order by at_us desc limit " + MOST)
                .param(number).param(us(fromS)).param(us(untilS)).query((row, i) -> reading(row.getLong(1), row.getLong(2))).list());
        Collections.reverse(newest);
        found.addAll(newest);
        return found;
    }

    /** The mean of each minute, at its end. */
    public List<Reading> minutes(int number, double fromS, double untilS) {
        return sql.sql("select at_min, sum_e6, count from reading_minute where series = ? and at_min >= ? and at_min < ? order by at_min").param(number)
                .param((long) (fromS / 60)).param((long) (untilS / 60)).query((row, i) -> new Reading(60.0 * (row.getLong(1) + 1), row.getLong(2) / MICROS / row.getLong(3)))
                .list();
    }

    /** When anything of the device of a series was heard last: one reading a series that it sends, whatever their values. */
    public List<Reading> ofDevice(Series one) {
        TreeMap<Double, Reading> found = new TreeMap<>();
        List<Integer> numbers = sent(one).stream().map(Series::number).toList();
        sql.sql("select at_us, value_e6 from series_latest where series in (:numbers)").param("numbers", numbers)
                .query((row, i) -> reading(row.getLong(1), row.getLong(2))).list().forEach(each -> found.put(each.atS(), each));
        return List.copyOf(found.values());
    }

    /** What the device of a series sends; the series alone where none is named. */
    List<Series> sent(Series one) {
        return one.deviceId() == null ? List.of(one)
                : series.plain(java.util.Optional.of(one.chamberId())).stream().filter(each -> one.deviceId().equals(each.deviceId()) && !each.retired()).toList();
    }

    /** What a rule goes by from a time on: minutes of the past for who replays weeks. */
    public Heard replayed(RuleKind kind, UUID seriesId, List<UUID> others, double fromS, double untilS) {
        Series own = series.require(seriesId);
        if (kind == RuleKind.SILENCE) {
            return Heard.of(merged(sent(own).stream().map(each -> minutes(each.number(), fromS, untilS)).toList()));
        }
        List<Series> peers = others.stream().map(series::require).toList();
        List<List<Reading>> held = peers.stream().map(each -> minutes(each.number(), fromS, untilS)).toList();
        List<Reading> mine = minutes(own.number(), fromS, untilS);
        if (kind == RuleKind.BROKEN_PROBE) {
            return new Heard(mine, List.of(merged(held)));
        }
        double holdS = Heard.holdS(own.everyS(), mine);
        for (int i = 0; i < held.size(); i++) {
            holdS = Math.max(holdS, Heard.holdS(peers.get(i).everyS(), held.get(i)));
        }
        return new Heard(mine, held, holdS);
    }

    /** What a rule goes by since it was looked at last, as far back as it looks. */
    public Heard now(RuleKind kind, UUID seriesId, List<UUID> others, double fromS, double untilS) {
        Series own = series.require(seriesId);
        if (kind == RuleKind.SILENCE) {
            return Heard.of(ofDevice(own));
        }
        if (kind == RuleKind.BROKEN_PROBE) {
            return new Heard(since(own.number(), fromS, untilS), List.of(ofDevice(own).stream().filter(each -> each.atS() <= untilS).toList()));
        }
        if (kind == RuleKind.HARM_NEAR && untilS - fromS > SINGLY_S) {
            return Heard.of(days(own.number(), fromS, untilS)).holding(holdS(own));
        }
        List<Series> peers = others.stream().map(series::require).toList();
        return new Heard(since(own.number(), fromS, untilS), peers.stream().map(each -> since(each.number(), fromS, untilS)).toList(),
                Stream.concat(Stream.of(own), peers.stream()).mapToDouble(this::holdS).max().orElseThrow());
    }

    /** How long a value of a series holds (s), by what was said of it and by its newest readings. */
    private double holdS(Series one) {
        List<Reading> newest = new ArrayList<>(sql.sql("select at_us, value_e6 from reading where series = ? order by at_us desc limit " + LOOKED_AT).param(one.number())
                .query((row, i) -> reading(row.getLong(1), row.getLong(2))).list());
        Collections.reverse(newest);
        return Heard.holdS(one.everyS(), newest);
    }

    /** What is borne for days is counted in minutes, but for the last hours. */
    private List<Reading> days(int number, double fromS, double untilS) {
        double singlyFromS = untilS - SINGLY_S;
        List<Reading> found = new ArrayList<>(minutes(number, fromS, singlyFromS));
        double lastS = found.isEmpty() ? Double.NEGATIVE_INFINITY : found.get(found.size() - 1).atS();
        since(number, singlyFromS, untilS).stream().filter(each -> each.atS() > lastS).forEach(found::add);
        return found;
    }

    private static List<Reading> merged(List<List<Reading>> all) {
        List<Reading> found = new ArrayList<>();
        for (Reading each : all.stream().flatMap(List::stream).sorted(Comparator.comparingDouble(Reading::atS)).toList()) {
            if (found.isEmpty() || each.atS() > found.get(found.size() - 1).atS()) {
                found.add(each);
            }
        }
        return found;
    }

    private static Reading reading(long atUs, long valueE6) {
        return new Reading(atUs / MICROS, SeriesUnit.value(valueE6));
    }

    private static long us(double atS) {
        return (long) Math.max(-9e15, Math.min(9e15, atS * MICROS));
    }
}
