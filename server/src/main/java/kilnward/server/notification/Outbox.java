package kilnward.server.notification;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalTime;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.UUID;
import java.util.function.Function;
import kilnward.core.alarm.Urgency;
import kilnward.server.notification.Ways.Way;
import kilnward.server.people.Here;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What is to be sent. It is written in the transaction of what it tells of, and taken out by whoever sends. */
@Component
public class Outbox {
    private static final int SHOWN = 100;
    /** A server of before, beside this one for an upgrade, writes down no more than when a message is due. */
    private static final String PLANNED = "if(m.planned_us = 0, m.due_us, m.planned_us)";
    /** So long after its time a message is overdue. */
    private static final Duration OVERDUE = Duration.ofMinutes(1);
    private final JdbcClient sql;
    private final Ways ways;
    private final Sites sites;
    private final Clock clock;

    Outbox(JdbcClient sql, Ways ways, Sites sites, Clock clock) {
        this.sql = sql;
        this.ways = ways;
        this.sites = sites;
        this.clock = clock;
    }

    /** What a message tells of. */
    public enum What {
        RAISED,
        RETURNED,
        TEST,
        NOTICE
    }

    /** A message in words. */
    public record Words(String subject, String body) {
    }

    /**
     * A message as kept.
     *
     * @param droppedWhy ACKNOWLEDGED or OVER where nobody had to be told any more, REMOVED with its channel, GAVE_UP; null for none
     */
    public record MessageView(String id, @OrNull String alarmId, String person, Ways.Kind kind, String address, What what, String subject, Instant dueAt, int attempts,
            @OrNull Instant sentAt, @OrNull Instant droppedAt, @OrNull String droppedWhy, @OrNull String trouble) {
    }

    /**
     * Tells everybody whose it is, each when it is their turn.
     *
     * @param turnS from one turn to the next (s)
     */
    public void raised(UUID siteId, UUID alarmId, UUID chamberId, Urgency urgency, double turnS, Function<Way, Words> words) {
        Instant now = clock.instant();
        for (Way way : ways.toldOf(siteId, urgency)) {
            Instant due = now.plusMillis(Math.round(1000 * turnS * way.turn()));
            put(way, alarmId, chamberId, What.RAISED, words.apply(way), urgency == Urgency.NOW ? due : afterQuiet(way, due));
        }
    }

    private Instant afterQuiet(Way way, Instant due) {
        ZonedDateTime there = due.atZone(sites.zone(way.siteId()));
        if (!way.isQuiet(there.getHour() * 60 + there.getMinute())) {
            return due;
        }
        ZonedDateTime end = there.with(LocalTime.of(way.quietUntil() / 60, way.quietUntil() % 60));
        return (end.isAfter(there) ? end : end.plusDays(1)).toInstant();
    }

    private void put(Way way, UUID alarmId, UUID chamberId, What what, Words words, Instant due) {
        sql.sql("insert into alarm_message (id, alarm_id, chamber_id, way_id, what, subject, body, due_us, planned_us, claimed_until_us, attempts,"
                + " made_us) values (?, ?, ?, ?, ?, ?, ?, ?, ?, 0, 0, ?)")
                .param(UUID.randomUUID()).param(alarmId).param(chamberId).param(way.id()).param(what.name())
                .param(words.subject().length() > 200 ? words.subject().substring(0, 200) : words.subject()).param(words.body()).param(Moments.micros(due))
                .param(Moments.micros(due))
                .param(Moments.micros(clock.instant())).update();
    }

    /** Somebody knows: whoever was not told yet need not be. */
    public void acknowledged(UUID alarmId) {
        drop(alarmId, "ACKNOWLEDGED", Long.MAX_VALUE);
    }

    /** It is over: whoever was told is told so, and whose turn has not come need not be woken. */
    public void returned(UUID alarmId, UUID chamberId, Function<Way, Words> words) {
        drop(alarmId, "OVER", Moments.micros(clock.instant()));
        List<UUID> told = sql.sql("select distinct way_id from alarm_message where alarm_id = ? and what = 'RAISED' and dropped_us is null").param(alarmId)
                .query((row, i) -> row.getObject(1, UUID.class)).list();
        ways.all().stream().filter(each -> told.contains(each.id())).forEach(way -> put(way, alarmId, chamberId, What.RETURNED, words.apply(way), clock.instant()));
    }

    /** A channel that is removed sends nothing more. */
    void removed(UUID wayId) {
        sql.sql("update alarm_message set dropped_us = ?, dropped_why = 'REMOVED' where way_id = ? and sent_us is null and dropped_us is null")
                .param(Moments.micros(clock.instant())).param(wayId).update();
    }

    private void drop(UUID alarmId, String why, long dueAfterUs) {
        sql.sql("update alarm_message set dropped_us = ?, dropped_why = ? where alarm_id = ? and what = 'RAISED' and sent_us is null and dropped_us is null"
                + (dueAfterUs == Long.MAX_VALUE ? "" : " and due_us > " + dueAfterUs)).param(Moments.micros(clock.instant())).param(why).param(alarmId).update();
    }

    /** Tells those of a site who are told of what is so urgent, each at most once a day. */
    public void tellOfSite(UUID siteId, Urgency urgency, String subject, String body) {
        Instant now = clock.instant();
        for (Way way : ways.toldOf(siteId, urgency)) {
            boolean told = sql.sql("select count(*) from alarm_message where way_id = ? and what = 'NOTICE' and made_us > ?").param(way.id())
                    .param(Moments.micros(now.minus(Duration.ofDays(1)))).query(Long.class).single() > 0;
            if (!told) {
                put(way, null, null, What.NOTICE, new Words(subject, body), urgency == Urgency.NOW ? now : afterQuiet(way, now));
            }
        }
    }

    /** A message that proves a way. */
    public void test(UUID wayId, String author) {
        Way way = ways.one(wayId);
        put(way, null, null, What.TEST, new Words("Kiln Ward: a test", "This is a test that " + author + " asked for. If you read it, " + way.person()
                + " can be told this way when an alarm sounds. Nothing is wrong.\n"), clock.instant());
        sql.sql("update alarm_way set tested_at = ? where id = ?").param(clock.instant()).param(wayId).update();
    }

    /**
     * An alarm message that should have been sent and was not.
     *
     * @param since when it was to be sent first
     */
    public record OverdueView(String chamberId, String person, Ways.Kind kind, Urgency urgency, Instant since, @OrNull String trouble) {
    }

    /** Alarm messages of the site, or of all where the server works for itself, that are overdue; the most urgent first. */
    public List<OverdueView> overdue() {
        return sql.sql("select m.chamber_id, w.person, w.kind, a.urgency, " + PLANNED + " as planned_us, m.trouble from alarm_message m join alarm_way w on w.id = m.way_id"
                + " join alarm a on a.id = m.alarm_id where m.what = 'RAISED' and m.sent_us is null and " + PLANNED + " < :before and w.retired_at is null"
                + " and (m.dropped_us is null or m.dropped_why = 'GAVE_UP' and a.state = 'UNACKNOWLEDGED' and a.closed_us is null)"
                + " and (:site is null or w.site_id = :site) order by field(a.urgency, 'NOW', 'SOON', 'MIND'), planned_us limit " + SHOWN)
                .param("before", Moments.micros(clock.instant().minus(OVERDUE))).param("site", Here.site().orElse(null))
                .query((row, i) -> new OverdueView(row.getString(1), row.getString(2), Ways.Kind.valueOf(row.getString(3)), Urgency.valueOf(row.getString(4)),
                        Moments.micros(row.getLong(5)), row.getString(6)))
                .list();
    }

    /** The newest, those that were not delivered first. */
    public List<MessageView> newest() {
        return sql.sql("select m.id, m.alarm_id, w.person, w.kind, w.address, m.what, m.subject, m.due_us, m.attempts, m.sent_us, m.dropped_us, m.dropped_why, m.trouble"
                + " from alarm_message m join alarm_way w on w.id = m.way_id where w.site_id = ? order by m.sent_us is null and coalesce(m.dropped_why, 'GAVE_UP') = 'GAVE_UP' desc, m.made_us desc limit "
                + SHOWN).param(Here.site().orElse(null))
                .query((row, i) -> new MessageView(row.getString(1), row.getString(2), row.getString(3), Ways.Kind.valueOf(row.getString(4)), row.getString(5),
                        What.valueOf(row.getString(6)), row.getString(7), Moments.micros(row.getLong(8)), row.getInt(9), at(row.getObject(10, Long.class)),
                        at(row.getObject(11, Long.class)), row.getString(12), row.getString(13)))
                .list();
    }

    private static Instant at(Long us) {
        return us == null ? null : Moments.micros(us);
    }
}
