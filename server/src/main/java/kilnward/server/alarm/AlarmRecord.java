package kilnward.server.alarm;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import kilnward.core.alarm.AlarmCourse;
import kilnward.core.alarm.AlarmCourse.Act;
import kilnward.core.alarm.AlarmCourse.Standing;
import kilnward.core.alarm.AlarmCourse.Stretch;
import kilnward.core.alarm.AlarmCourse.Transition;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Condition;
import kilnward.core.alarm.Escalation;
import kilnward.core.alarm.HarmNear;
import kilnward.core.alarm.Heard;
import kilnward.core.alarm.OpenAlarm;
import kilnward.core.alarm.Rule;
import kilnward.core.alarm.RuleKind;
import kilnward.core.alarm.Urgency;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;
import kilnward.server.notification.Outbox;
import kilnward.server.plan.PlanReader;
import kilnward.server.plan.Plans;
import kilnward.server.reading.Readings;
import kilnward.server.reading.SeriesWindowLoader;
import kilnward.server.rule.RuleService;
import kilnward.server.rule.RuleViews.Armed;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.KilnWardProperties;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes a rule from how it stood to now. How it stands, the alarm it raised, what happened to that and the messages about it are written together or not at all; whoever else is
 * at the same rule waits or goes by.
 */
@Component
class AlarmRecord {
    private static final double MICROS = 1e6;
    private static final int ATTEMPTS = 5;
    private static final double AGAIN_AFTER_TROUBLE_S = 10;
    private final JdbcClient sql;
    private final TransactionTemplate transactions;
    private final RuleService rules;
    private final SeriesWindowLoader heards;
    private final SeriesService series;
    private final Readings readings;
    private final Plans plans;
    private final Sites sites;
    private final Outbox outbox;
    private final KilnWardProperties properties;
    private final Clock clock;
    /** Nobody is blamed for what could not be heard while nobody listened. */
    private final double listensSinceS;

    AlarmRecord(JdbcClient sql, TransactionTemplate transactions, RuleService rules, SeriesWindowLoader heards, SeriesService series, Readings readings, Plans plans, Sites sites,
            Outbox outbox,
            KilnWardProperties properties, Clock clock) {
        this.sql = sql;
        this.transactions = transactions;
        this.rules = rules;
        this.heards = heards;
        this.series = series;
        this.readings = readings;
        this.plans = plans;
        this.sites = sites;
        this.outbox = outbox;
        this.properties = properties;
        this.clock = clock;
        this.listensSinceS = clock.millis() / 1000.0;
    }

    private record Row(UUID ruleId, Standing standing, UUID alarmId) {
    }

    /** Rules that something has happened to: a reading came, a time is over, or the clock was set back and they stand in what is the future now. */
    List<UUID> due(int most) {
        return sql.sql("select s.rule_id from alarm_standing s join alarm_rule r on r.id = s.rule_id left join series_latest l on l.series = s.series"
                + " where r.retired_at is null and (l.changed_us <> s.read_us or s.next_us <= ? or s.seen_us > ?) limit " + most)
                .param(Moments.micros(clock.instant())).param(us(clock.millis() / 1000.0 + AlarmCourse.MOST_AHEAD_S))
                .query((row, i) -> row.getObject(1, UUID.class)).list();
    }

    /** Takes one on; nothing where somebody else is at it. */
    void look(UUID ruleId) {
        transactions.executeWithoutResult(status -> row(ruleId, " for update skip locked").ifPresent(row -> go(row, List.of(), null, null)));
    }

    /** Something that somebody does to an alarm that is open. */
    void act(UUID ruleId, AlarmCourse.Deed deed, double untilS, String who, String note) {
        for (int attempt = 1;; attempt++) {
            try {
                transactions.executeWithoutResult(status -> row(ruleId, " for update").ifPresent(row -> act(row, deed, untilS, who, note)));
                return;
            } catch (PessimisticLockingFailureException crossed) {
                if (attempt == ATTEMPTS) {
                    throw crossed;
                }
            }
        }
    }

    private void act(Row row, AlarmCourse.Deed deed, double untilS, String who, String note) {
        double nowS = Math.max(clock.millis() / 1000.0, row.standing.seenToS());
        if (deed == AlarmCourse.Deed.SHELVE && untilS <= nowS) {
            throw new RefusedValueException("until", Moments.micros(Math.round(untilS * MICROS)), "must be later than now");
        }
        go(row, List.of(new Act(nowS, deed, untilS)), who, note);
    }

    /** Goes through the past of a rule as if it had been armed then. */
    void replay(UUID ruleId, Instant from, double acknowledgedAfterS, String who, String note) {
        transactions.executeWithoutResult(status -> row(ruleId, " for update").ifPresent(row -> {
            Armed armed = rules.armed(ruleId).orElseThrow();
            Series own = series.require(armed.seriesId());
            double fromS = Moments.micros(from) / MICROS;
            // Minutes are whole when they are over.
            double untilS = clock.millis() / 1000.0 - 120;
            Condition condition = armed.rule().condition(armed.rule().kind() == RuleKind.HARM_NEAR ? harm(armed.chamberId(), own.measured()) : List.of(), armed.toOccupantK());
            Heard heard = heards.replayed(armed.rule().kind(), armed.seriesId(), armed.others(), fromS, untilS);
            Standing begins = Standing.from(fromS);
            List<Act> acts = AlarmCourse.go(condition, armed.rule().delays(), begins, heard, List.of(), untilS).transitions().stream()
                    .filter(each -> each.to() == AlarmState.UNACKNOWLEDGED).map(each -> new Act(each.atS() + acknowledgedAfterS, AlarmCourse.Deed.ACKNOWLEDGE, 0)).toList();
            keep(armed, own, condition, heard, row, AlarmCourse.go(condition, armed.rule().delays(), begins, heard, acts, untilS), who, note, 0);
        }));
    }

    private Optional<Row> row(UUID ruleId, String how) {
        return sql.sql("select seen_us, is_so, since_us, counts, state, shelved_until_us, alarm_id from alarm_standing where rule_id = ?" + how).param(ruleId)
                .query((row, i) -> new Row(ruleId, new Standing(row.getLong(1) / MICROS, row.getBoolean(2), row.getLong(3) / MICROS, row.getBoolean(4),
                        AlarmState.valueOf(row.getString(5)), Optional.ofNullable(row.getObject(6, Long.class)).map(us -> us / MICROS).orElse(Double.POSITIVE_INFINITY)),
                        row.getObject(7, UUID.class)))
                .optional();
    }

    private void go(Row row, List<Act> acts, String who, String note) {
        Optional<Armed> found = rules.armed(row.ruleId);
        if (found.isEmpty()) {
            return;
        }
        Armed armed = found.get();
        Series own = series.require(armed.seriesId());
        long readUs = readings.changedUs(own.number());
        double clockS = clock.millis() / 1000.0;
        Standing from = row.standing;
        if (from.isAhead(clockS)) {
            from = from.setBack(clockS);
        }
        if (armed.rule().kind().isOfHearing()) {
            from = from.listeningSince(listensSinceS);
        }
        Condition condition = armed.rule().condition(armed.rule().kind() == RuleKind.HARM_NEAR ? harm(armed.chamberId(), own.measured()) : List.of(), armed.toOccupantK());
        double lookFromS = from.seenToS() - condition.lookBackS();
        Heard heard = heards.now(armed.rule().kind(), armed.seriesId(), armed.others(), lookFromS, clockS + AlarmCourse.MOST_AHEAD_S);
        double newestS = heard.own().isEmpty() ? clockS : Math.min(heard.own().get(heard.own().size() - 1).atS(), clockS + AlarmCourse.MOST_AHEAD_S);
        double untilS = Math.max(clockS, Math.max(from.seenToS(), newestS));
        if (armed.rule().kind().isOfHearing()) {
            untilS = Math.max(clockS, from.seenToS());
            heard = armed.rule().kind() == RuleKind.SILENCE ? heard.listeningSince(listensSinceS) : heard;
        }
        Stretch stretch = armed.out() ? AlarmCourse.go(NEVER, armed.rule().delays(), from, heard.holding(Double.POSITIVE_INFINITY), acts, untilS)
                : AlarmCourse.go(condition, armed.rule().delays(), from, heard, acts, untilS);
        keep(armed, own, condition, heard, row, stretch, who, note, readUs);
    }

    private void keep(Armed armed, Series own, Condition condition, Heard heard, Row row, Stretch stretch, String who, String note, long readUs) {
        double untilS = stretch.standing().seenToS();
        UUID alarmId = row.alarmId;
        for (Transition each : stretch.transitions()) {
            alarmId = write(armed, own, condition, heard, alarmId, each, stretch.standing().shelvedUntilS(), each.isOfAct() ? who : null,
                    each.isOfAct() ? note : null);
        }
        if (alarmId != null && condition instanceof HarmNear near && near.untilHarmS(heard, untilS).orElse(1) <= 0) {
            sql.sql("update alarm set harmed = true where chamber_id = ? and closed_us is null and measured = ?").param(armed.chamberId()).param(own.measured().name()).update();
        }
        double nextS = Math.min(stretch.nextS(), armed.out() ? untilS + Rule.LOOK_AGAIN_S : armed.rule().lookAgainS(heard, stretch.standing()));
        Standing to = stretch.standing();
        sql.sql("update alarm_standing set seen_us = ?, is_so = ?, since_us = ?, counts = ?, state = ?, shelved_until_us = ?, alarm_id = ?, read_us = ?, next_us = ? where rule_id = ?")
                .param(us(to.seenToS())).param(to.is()).param(us(to.sinceS())).param(to.counts()).param(to.state().name())
                .param(to.state() == AlarmState.SHELVED ? us(to.shelvedUntilS()) : null).param(alarmId).param(readUs).param(Double.isFinite(nextS) ? us(nextS) : null)
                .param(row.ruleId).update();
    }

    /** What is out of service sees nothing. */
    private static final Condition NEVER = new kilnward.core.alarm.High(Double.MAX_VALUE, 0);

    /** Where nothing lives any more nothing is harmed. */
    private List<DangerLimit> harm(UUID chamberId, Quantity measured) {
        try {
            return PlanReader.needs(plans.one(chamberId).plan()).dangerLimits(measured);
        } catch (RefusedValueException nobody) {
            return List.of();
        }
    }

    /** One that could not be looked at is looked at again after a while, and not at once and for ever. */
    void later(UUID ruleId) {
        sql.sql("update alarm_standing s set s.next_us = ?, s.read_us = coalesce((select l.changed_us from series_latest l where l.series = s.series), 0) where s.rule_id = ?")
                .param(us(clock.millis() / 1000.0 + AGAIN_AFTER_TROUBLE_S)).param(ruleId).update();
    }

    /** One that is open in the chamber. */
    private record Open(UUID causeId, OpenAlarm alarm) {
    }

    private UUID write(Armed armed, Series own, Condition condition, Heard heard, UUID openId, Transition each, double shelvedUntilS, String who, String note) {
        long atUs = us(each.atS());
        long nowUs = Moments.micros(clock.instant());
        UUID alarmId = openId;
        if (openId == null && each.to() != AlarmState.NORMAL) {
            alarmId = reopened(armed, own, heard, each, nowUs).orElseGet(() -> raise(armed, own, condition, heard, each, nowUs));
        } else if (openId != null) {
            String more = switch (each.to()) {
                case UNACKNOWLEDGED -> ", returned_us = null, acknowledged_us = null, acknowledged_by = null, shelved_until_us = null, times = times + "
                        + (each.from() == AlarmState.RETURNED ? 1 : 0);
                case RETURNED -> ", returned_us = " + atUs;
                case ACKNOWLEDGED -> ", acknowledged_us = " + atUs + ", acknowledged_by = :who";
                case NORMAL -> ", closed_us = " + atUs + ", returned_us = coalesce(returned_us, " + atUs + ")"
                        + (each.from() == AlarmState.RETURNED && who != null ? ", acknowledged_us = " + atUs + ", acknowledged_by = :who" : "");
                case SHELVED -> ", shelved_until_us = " + us(shelvedUntilS) + ", shelved_by = :who, shelf_reason = :note";
            };
            sql.sql("update alarm set state = :state, changed_us = :now" + more + " where id = :id").param("state", each.to().name()).param("now", nowUs).param("who", who)
                    .param("note", note).param("id", openId).update();
            AlarmWords.Told told = told(armed, own, null, each.atS(), value(heard, each.atS()));
            if (each.to() == AlarmState.ACKNOWLEDGED || each.to() == AlarmState.SHELVED || each.to() == AlarmState.NORMAL && who != null) {
                outbox.acknowledged(openId);
            } else if (each.to() == AlarmState.RETURNED) {
                outbox.returned(openId, armed.chamberId(), way -> AlarmWords.returned(told, way.fahrenheit(), sites.zone(armed.siteId()), Moments.micros(atUs)));
            }
        }
        if (alarmId != null) {
            sql.sql("insert into alarm_event (id, alarm_id, rule_id, chamber_id, at_us, from_state, to_state, who, note) values (?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .param(UUID.randomUUID())
                    .param(alarmId).param(armed.id()).param(armed.chamberId()).param(atUs).param(each.from().name()).param(each.to().name()).param(who).param(note).update();
        }
        return each.to() == AlarmState.NORMAL ? null : alarmId;
    }

    /** One that was over and is there again within minutes is one alarm that chatters; the first times somebody is told again. */
    private Optional<UUID> reopened(Armed armed, Series own, Heard heard, Transition each, long nowUs) {
        record Before(UUID id, int times, String side) {
        }
        Optional<Before> before = sql.sql("select id, times, side from alarm where rule_id = ? and closed_us > ? order by closed_us desc limit 1").param(armed.id())
                .param(us(each.atS() - Escalation.ONE_ALARM_S)).query((row, i) -> new Before(row.getObject(1, UUID.class), row.getInt(2), row.getString(3))).optional();
        before.ifPresent(one -> {
            sql.sql("update alarm set state = ?, closed_us = null, returned_us = null, acknowledged_us = null, acknowledged_by = null, times = times + 1, changed_us = ? where id = ?")
                    .param(each.to().name()).param(nowUs).param(one.id).update();
            if (Escalation.tellsAgain(one.times + 1)) {
                tell(armed, own, one.id, one.side == null ? null : Side.valueOf(one.side), each.atS(), value(heard, each.atS()));
            }
        });
        return before.map(Before::id);
    }

    private void tell(Armed armed, Series own, UUID id, Side side, double atS, Double value) {
        AlarmWords.Told words = told(armed, own, side, atS, value);
        double turnS = Escalation.stepS(Double.isNaN(armed.leastAheadS()) ? OptionalDouble.empty() : OptionalDouble.of(armed.leastAheadS()));
        String link = properties.tell().link().isEmpty() ? "" : properties.tell().link() + "/chambers/" + armed.chamberId() + "/run";
        outbox.raised(armed.siteId(), id, armed.chamberId(), armed.rule().urgency(), turnS, way -> AlarmWords.raised(words, way.fahrenheit(), sites.zone(armed.siteId()), link));
    }

    private UUID raise(Armed armed, Series own, Condition condition, Heard heard, Transition each, long nowUs) {
        UUID id = UUID.randomUUID();
        Optional<Side> side = armed.rule().side(condition, heard, each.atS());
        // One after another in a chamber: whoever comes second must see what the first has raised.
        sql.sql("select id from alarm_rule where chamber_id = ? order by id limit 1 for update").param(armed.chamberId()).query(UUID.class).single();
        List<Open> open = sql
                .sql("select cause_id, kind, urgency, measured, side, series_id, device_id from alarm where chamber_id = ? and closed_us is null and state <> 'SHELVED'"
                        + " order by raised_us")
                .param(armed.chamberId())
                .query((row, i) -> new Open(row.getObject("cause_id", UUID.class), new OpenAlarm(RuleKind.valueOf(row.getString("kind")), Urgency.valueOf(row.getString("urgency")),
                        Quantity.valueOf(row.getString("measured")), Optional.ofNullable(row.getString("side")).map(Side::valueOf), row.getString("series_id"),
                        Optional.ofNullable(row.getString("device_id")))))
                .list();
        OpenAlarm coming = new OpenAlarm(armed.rule().kind(), armed.rule().urgency(), own.measured(), side, own.id().toString(),
                Optional.ofNullable(own.deviceId()).map(UUID::toString));
        List<Open> sameCause = open.stream().filter(other -> other.alarm.explains(coming)).toList();
        boolean told = each.to() != AlarmState.SHELVED && OpenAlarm.isTold(coming.urgency(), sameCause.stream().map(Open::alarm).toList());
        Double value = value(heard, each.atS());
        sql.sql("insert into alarm (id, site_id, chamber_id, rule_id, series_id, device_id, kind, urgency, measured, unit, side, cause_id, told, state, limit_value, second_limit, value,"
                + " harm_s, raised_us, times, harmed, changed_us) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 1, false, ?)").param(id).param(armed.siteId())
                .param(armed.chamberId()).param(armed.id()).param(armed.seriesId()).param(own.deviceId()).param(armed.rule().kind().name()).param(armed.rule().urgency().name())
                .param(own.measured().name()).param(own.unit().kept().name()).param(side.map(Enum::name).orElse(null)).param(sameCause.isEmpty() ? id : sameCause.get(0).causeId)
                .param(told).param(each.to().name()).param(armed.rule().limit()).param(armed.rule().secondLimit().isPresent() ? armed.rule().secondLimit().getAsDouble() : null)
                .param(armed.rule().kind().isOfHearing() ? null : value).param(Double.isNaN(armed.leastAheadS()) ? null : armed.leastAheadS()).param(us(each.atS())).param(nowUs)
                .update();
        if (told) {
            tell(armed, own, id, side.orElse(null), each.atS(), value);
        }
        return id;
    }

    private AlarmWords.Told told(Armed armed, Series own, Side side, double atS, Double value) {
        return new AlarmWords.Told(plans.names().getOrDefault(armed.chamberId(), ""), own.name(), armed.rule().kind(), armed.rule().urgency(), own.unit().kept(), side,
                armed.rule().limit(),
                armed.rule().secondLimit().isPresent() ? armed.rule().secondLimit().getAsDouble() : null, value == null ? 0 : value, Moments.micros(us(atS)),
                armed.leastAheadS());
    }

    private static Double value(Heard heard, double atS) {
        return heard.at(atS).isPresent() ? heard.at(atS).getAsDouble() : null;
    }

    /** What is open of rules that are armed no longer is closed: nobody looks after it. */
    void closeDisarmed() {
        transactions.executeWithoutResult(status -> {
            List<UUID> open = sql
                    .sql("select a.id from alarm a join alarm_rule r on r.id = a.rule_id where a.closed_us is null and r.retired_at is not null for update skip locked")
                    .query((row, i) -> row.getObject(1, UUID.class)).list();
            long nowUs = Moments.micros(clock.instant());
            for (UUID id : open) {
                sql.sql("insert into alarm_event (id, alarm_id, rule_id, chamber_id, at_us, from_state, to_state, who, note)"
                        + " select ?, a.id, a.rule_id, a.chamber_id, ?, a.state, 'NORMAL', null, 'its rule was disarmed' from alarm a where a.id = ?").param(UUID.randomUUID())
                        .param(nowUs)
                        .param(id).update();
                sql.sql("update alarm set state = 'NORMAL', closed_us = ?, changed_us = ? where id = ?").param(nowUs).param(nowUs).param(id).update();
                outbox.acknowledged(id);
            }
        });
    }

    private static long us(double seconds) {
        return Math.round(Math.max(-9e9, Math.min(9e9, seconds)) * MICROS);
    }
}
