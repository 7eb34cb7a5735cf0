package kilnward.server.alarm;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.UUID;
import kilnward.core.alarm.AlarmCourse.Deed;
import kilnward.core.alarm.AlarmFigures;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.server.alarm.AlarmViews.AlarmView;
import kilnward.server.alarm.AlarmViews.Figures;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.AlarmViews.RuleFigures;
import kilnward.server.alarm.AlarmViews.Watched;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Change;
import kilnward.server.check.CheckRecord;
import kilnward.server.plan.Plans;
import kilnward.server.settings.ChamberService;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Alarms as people see them, and what they do to them. */
@Service
public class Alarms {
    private static final int MOST = 500;
    private static final double MICROS = 1e6;
    private static final long DAY_US = 86_400_000_000L;
    private static final String ALARMS = "select a.id, a.chamber_id, a.rule_id, a.series_id, s.name, a.kind, a.urgency, a.measured, a.unit, a.side, a.cause_id, a.told, a.state,"
            + " a.limit_value, a.second_limit, a.value, a.harm_s, a.raised_us, a.acknowledged_us, a.acknowledged_by, a.returned_us, a.closed_us, a.shelved_until_us, a.shelved_by,"
            + " a.shelf_reason, a.times, a.harmed from alarm a join series s on s.id = a.series_id ";
    private final JdbcClient sql;
    private final AlarmRecord record;
    private final Plans plans;
    private final ChamberService chambers;
    private final CheckRecord checks;
    private final List<Happenings> others;
    private final Audit audit;
    private final Clock clock;

    Alarms(JdbcClient sql, AlarmRecord record, Plans plans, ChamberService chambers, CheckRecord checks, List<Happenings> others, Audit audit, Clock clock) {
        this.audit = audit;
        this.checks = checks;
        this.others = others;
        this.sql = sql;
        this.record = record;
        this.plans = plans;
        this.chambers = chambers;
        this.clock = clock;
    }

    /** All that are open, the most urgent first, what has one cause together and the first out of it first. */
    List<AlarmView> open() {
        List<AlarmView> found = views(sql.sql(ALARMS + "where a.closed_us is null order by a.raised_us limit " + MOST));
        Map<String, Urgency> worst = new HashMap<>();
        Map<String, Instant> first = new HashMap<>();
        found.forEach(each -> {
            worst.merge(each.causeId(), each.urgency(), (one, other) -> one.covers(other) ? one : other);
            first.merge(each.causeId(), each.raisedAt(), (one, other) -> one.isBefore(other) ? one : other);
        });
        return found.stream().sorted(Comparator.<AlarmView, Boolean>comparing(each -> each.state() != AlarmState.UNACKNOWLEDGED && each.state() != AlarmState.RETURNED)
                .thenComparing(each -> worst.get(each.causeId())).thenComparing(each -> first.get(each.causeId())).thenComparing(AlarmView::causeId)
                .thenComparing(AlarmView::raisedAt).thenComparing(AlarmView::id)).toList();
    }

    /** How many rules are armed, by chamber: where there is none, no alarm can sound. */
    List<Watched> watched() {
        Set<UUID> standing = plans.standing();
        return sql.sql("select chamber_id, count(*) from alarm_rule where retired_at is null group by chamber_id").query((row, i) -> new Watched(row.getString(1), row.getInt(2)))
                .list().stream().filter(each -> standing.contains(UUID.fromString(each.chamberId()))).toList();
    }

    /** Those of a chamber that were open in a span. */
    public List<AlarmView> of(UUID chamberId, Instant from, Instant to) {
        plans.require(chamberId);
        return views(sql.sql(ALARMS + "where a.chamber_id = ? and a.raised_us <= ? and coalesce(a.closed_us, 9000000000000000) >= ? order by a.raised_us desc limit " + MOST)
                .param(chamberId).param(Moments.micros(to)).param(Moments.micros(from)));
    }

    AlarmView one(UUID id) {
        return views(sql.sql(ALARMS + "where a.id = ?").param(id)).stream().findFirst().orElseThrow(() -> new NotFoundException("There is no alarm " + id + "."));
    }

    private List<AlarmView> views(JdbcClient.StatementSpec asked) {
        Map<UUID, String> names = plans.names();
        return asked.query((row, i) -> view(row, names)).list().stream().filter(each -> names.containsKey(UUID.fromString(each.chamberId()))).toList();
    }

    private static AlarmView view(ResultSet row, Map<UUID, String> names) throws SQLException {
        UUID chamber = row.getObject(2, UUID.class);
        int times = row.getInt(26);
        return new AlarmView(row.getString(1), chamber.toString(), names.getOrDefault(chamber, ""), row.getString(3), row.getString(4), row.getString(5),
                RuleKind.valueOf(row.getString(6)), Urgency.valueOf(row.getString(7)), Quantity.valueOf(row.getString(8)), SeriesUnit.valueOf(row.getString(9)),
                row.getString(10) == null ? null : Side.valueOf(row.getString(10)), row.getString(11), row.getBoolean(12), AlarmState.valueOf(row.getString(13)), row.getDouble(14),
                row.getObject(15, Double.class), row.getObject(16, Double.class), row.getObject(17, Double.class), Moments.micros(row.getLong(18)), at(row, 19),
                row.getString(20), at(row, 21), at(row, 22), at(row, 23), row.getString(24), row.getString(25), times, times >= AlarmFigures.CHATTERS, row.getBoolean(27));
    }

    private static Instant at(ResultSet row, int column) throws SQLException {
        Long us = row.getObject(column, Long.class);
        return us == null ? null : Moments.micros(us);
    }

    /** Somebody knows of an alarm and of all that comes of the same cause. */
    AlarmView acknowledge(UUID id, String note, String who) {
        together(id).forEach(each -> record.act(each, Deed.ACKNOWLEDGE, 0, who, note));
        return told(id, Deed.ACKNOWLEDGE, note);
    }

    /** Puts it aside for a while, with all that comes of the same cause. */
    AlarmView shelve(UUID id, Instant until, String reason, String who) {
        double untilS = Moments.micros(until) / MICROS;
        together(id).forEach(each -> record.act(each, Deed.SHELVE, untilS, who, reason));
        return told(id, Deed.SHELVE, reason);
    }

    AlarmView unshelve(UUID id, String who) {
        together(id).forEach(each -> record.act(each, Deed.UNSHELVE, 0, who, null));
        return told(id, Deed.UNSHELVE, null);
    }

    private AlarmView told(UUID id, Deed deed, String why) {
        AlarmView alarm = one(id);
        audit.write(Done.in(UUID.fromString(alarm.chamberId()), What.CHANGED, "alarm", id, alarm.series() + ", " + alarm.kind(), why,
                List.of(new Change("state", null, deed + ": " + alarm.state()))));
        return alarm;
    }

    /** Rules of all open alarms that have the cause of one. */
    private List<UUID> together(UUID id) {
        AlarmView one = one(id);
        return sql.sql("select distinct rule_id from alarm where cause_id = ? and closed_us is null").param(UUID.fromString(one.causeId()))
                .query((row, i) -> row.getObject(1, UUID.class)).list();
    }

    /** What happened in a chamber, oldest first. */
    public List<Mark> timeline(UUID chamberId, Instant from, Instant to) {
        plans.require(chamberId);
        List<Mark> marks = new ArrayList<>(sql
                .sql("select e.at_us, e.alarm_id, a.kind, s.name, e.who, e.note, a.urgency, e.to_state from alarm_event e join alarm a on a.id = e.alarm_id"
                        + " join series s on s.id = a.series_id where e.chamber_id = ? and e.at_us >= ? and e.at_us <= ? order by e.at_us limit 2000")
                .param(chamberId)
                .param(Moments.micros(from)).param(Moments.micros(to))
                .query((row, i) -> new Mark(Moments.micros(row.getLong(1)), Of.ALARM, row.getString(2), row.getString(3) + " " + row.getString(4), row.getString(5),
                        row.getString(6), Urgency.valueOf(row.getString(7)), AlarmState.valueOf(row.getString(8))))
                .list());
        plans.one(chamberId).plan().controllers().forEach(controller -> {
            UUID id = UUID.fromString(controller.id());
            chambers.settings(chamberId, id).forEach(each -> marks.add(new Mark(each.savedAt(), Of.SETTINGS, controller.id(), controller.name() + ", settings " + each.number(),
                    each.author(), each.reason(), null, null)));
            chambers.keyings(chamberId, id).forEach(
                    each -> marks.add(
                            new Mark(each.keyedAt(), Of.KEYED_IN, controller.id(), controller.name() + ", card of settings " + each.number(), each.author(), null, null, null)));
        });
        checks.all(chamberId)
                .forEach(each -> marks.add(new Mark(each.begunAt(), Of.CHECK, each.id(), "begun", each.author(), each.note().isBlank() ? null : each.note(), null, null)));
        marks.addAll(sql
                .sql("select r.id, r.kind, s.name, r.made_at, r.made_by, r.retired_at, r.changed_by from alarm_rule r join series s on s.id = r.series_id where r.chamber_id = ?")
                .param(chamberId).query((row, i) -> {
                    String title = row.getString(2) + " " + row.getString(3);
                    List<Mark> ofRule = new ArrayList<>(List.of(new Mark(row.getTimestamp(4).toInstant(), Of.RULE, row.getString(1), title, row.getString(5), null, null, null)));
                    if (row.getTimestamp(6) != null) {
                        ofRule.add(new Mark(row.getTimestamp(6).toInstant(), Of.RULE_DISARMED, row.getString(1), title, row.getString(7), null, null, null));
                    }
                    return ofRule;
                }).list().stream().flatMap(List::stream).toList());
        others.forEach(each -> marks.addAll(each.in(chamberId, from, to)));
        return marks.stream().filter(each -> !each.at().isBefore(from) && !each.at().isAfter(to)).sorted(Comparator.comparing(Mark::at)).toList();
    }

    private record Counted(UUID chamberId, UUID ruleId, RuleKind kind, String series, boolean told, long raisedUs, Long ackUs, Long returnedUs, Long closedUs, String state,
            int times,
            boolean harmed) {
        AlarmFigures.Occurrence occurrence() {
            return new AlarmFigures.Occurrence(told, raisedUs / MICROS, seconds(ackUs), seconds(returnedUs), closedUs == null, state.equals("SHELVED"), times, harmed);
        }

        private static OptionalDouble seconds(Long us) {
            return us == null ? OptionalDouble.empty() : OptionalDouble.of(us / MICROS);
        }
    }

    /** The alarm system in figures over some days. */
    Figures figures(double days) {
        long nowUs = Moments.micros(clock.instant());
        Map<UUID, String> names = plans.names();
        List<Counted> all = sql.sql("select a.chamber_id, a.rule_id, a.kind, s.name, a.told, a.raised_us, a.acknowledged_us, a.returned_us, a.closed_us, a.state, a.times, a.harmed"
                + " from alarm a join series s on s.id = a.series_id where a.raised_us >= ? or a.closed_us is null").param(nowUs - (long) (days * DAY_US))
                .query((row, i) -> new Counted(row.getObject(1, UUID.class), row.getObject(2, UUID.class), RuleKind.valueOf(row.getString(3)), row.getString(4), row.getBoolean(5),
                        row.getLong(6), row.getObject(7, Long.class), row.getObject(8, Long.class), row.getObject(9, Long.class), row.getString(10), row.getInt(11),
                        row.getBoolean(12)))
                .list().stream().filter(each -> names.containsKey(each.chamberId)).toList();
        Map<UUID, List<Counted>> byRule = new LinkedHashMap<>();
        all.forEach(each -> byRule.computeIfAbsent(each.ruleId, id -> new ArrayList<>()).add(each));
        List<RuleFigures> rules = byRule.values().stream().map(each -> rule(each, names, days)).sorted(Comparator.comparingInt(RuleFigures::raised).reversed()).toList();
        AlarmFigures figures = AlarmFigures.of(all.stream().map(Counted::occurrence).toList(), days, nowUs / MICROS);
        return new Figures(days, figures.raised(), figures.perDay(), figures.standing(), figures.stale(), figures.shelved(), figures.chattering(),
                figures.medianAckS().isEmpty() ? null : Double.valueOf(figures.medianAckS().getAsDouble()),
                figures.harmedShare().isEmpty() ? null : Double.valueOf(figures.harmedShare().getAsDouble()), rules);
    }

    private static RuleFigures rule(List<Counted> of, Map<UUID, String> names, double days) {
        Counted first = of.get(0);
        AlarmFigures.OfRule figures = AlarmFigures.ofRule(of.stream().map(Counted::occurrence).toList(), days);
        return new RuleFigures(first.chamberId.toString(), names.getOrDefault(first.chamberId, ""), first.ruleId.toString(), first.kind, first.series,
                figures.raised(), figures.chattered(), figures.unneeded(), figures.harmed(), figures.deserves().map(Alarms::deserves).orElse(null));
    }

    private static String deserves(AlarmFigures.Deserves what) {
        return switch (what) {
            case WIDER_DEADBAND -> "It chatters: give it a wider deadband or a longer delay.";
            case LONGER_DELAY -> "Most were over within ten minutes by themselves: give it a longer delay.";
            case LOOK_AT_CAUSE -> "More than twice a day: look for its cause, or move its limit.";
        };
    }
}
