package kilnward.server.stream;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Urgency;
import kilnward.core.series.SeriesUnit;
import kilnward.server.people.Here;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotDoneException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Everybody who watches at this server. Once in a while it is asked what has changed in the record, whichever server wrote it, and each watcher is sent what is theirs.
 * What is sent twice is harmless: a reading is known by its series and instant.
 */
@Component
class Watchers implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Watchers.class);
    private static final long LOOK_MS = 300;
    private static final int BEAT_EVERY = 30;
    /** Changes are looked for so far back: one that was begun before another may be there after it (µs). */
    private static final long OVERLAP_US = 3_000_000;
    /** After such an absence it is quicker to look at everything anew (µs). */
    private static final long TOO_LONG_US = 3_600_000_000L;
    private static final int AT_ONCE = 500;
    private static final int SENDERS = 4;
    private final JdbcClient sql;
    private final SeriesService series;
    private final Clock clock;
    private final List<Watcher> watchers = new CopyOnWriteArrayList<>();
    /** What was seen of each series, by its number. */
    private final Map<Integer, Change> seen = new HashMap<>();
    private final Map<Integer, Series> numbered = new HashMap<>();
    private long cursorUs;
    private final Followed<Told<AlarmEvent>> alarms;
    private final Followed<Told<TaskEvent>> tasks;
    private int looks;
    private ScheduledExecutorService looker;
    private ExecutorService senders;
    private volatile boolean running;

    Watchers(JdbcClient sql, SeriesService series, Clock clock) {
        this.sql = sql;
        this.series = series;
        this.clock = clock;
        this.alarms = new Followed<>(sql, "alarm", "site_id, chamber_id, state, urgency", (row, i) -> new Told<>(row.getObject(3, UUID.class),
                new AlarmEvent(row.getString(1), row.getString(4), AlarmState.valueOf(row.getString(5)), Urgency.valueOf(row.getString(6)))));
        this.tasks = new Followed<>(sql, "task", "site_id, chamber_id, done_at",
                (row, i) -> new Told<>(row.getObject(3, UUID.class), new TaskEvent(row.getString(1), row.getString(4), row.getTimestamp(5) != null)));
    }

    /** A reading that came. */
    record ReadingEvent(String series, String chamber, Instant at, double value, SeriesUnit unit) {
    }

    /** Readings that came late, or were changed: from then on a chart has to be asked for anew. */
    record LateEvent(String series, String chamber, Instant from) {
    }

    /**
     * A sign of life.
     *
     * @param at            by the server's clock
     * @param recordReached whether the record can be looked into
     */
    record BeatEvent(Instant at, boolean recordReached) {
    }

    /** An alarm that was raised, or to which something happened. */
    record AlarmEvent(String id, String chamber, AlarmState state, Urgency urgency) {
    }

    /** A task that was ticked, moved, given to somebody or called off; without a chamber it is the site's. */
    record TaskEvent(String id, @OrNull String chamber, boolean done) {
    }

    /** Something that happened, and at which site. */
    private record Told<T>(UUID site, T what) {
    }

    private record Change(int series, long atUs, long valueE6, long changedUs, @OrNull Long lateUs, @OrNull Long lateFromUs) {
    }

    /**
     * Begins to send to somebody.
     *
     * @param allowed whether they may still see it
     * @param chamber whose readings; empty for the newest of all
     * @param lastId  what they had last; empty for nothing yet
     */
    SseEmitter watch(BooleanSupplier allowed, Optional<UUID> chamber, Optional<Long> lastId) {
        if (watchers.size() >= Limits.WATCHING) {
            throw new NotDoneException(true, "As many pages watch as may at once.");
        }
        Watcher watcher = new Watcher(Here.site(), allowed, chamber, senders, watchers::remove);
        // First the place among those who are told, then what was missed: what comes in between comes twice, and not never.
        begin(watcher);
        try {
            watcher.send(caughtUp(chamber, lastId));
        } catch (RuntimeException away) {
            // Nobody would ever listen to it.
            watcher.end();
            throw away;
        }
        watcher.send(List.of(new Watcher.Event("beat", null, new BeatEvent(clock.instant(), true))));
        return watcher.emitter();
    }

    /** From here on every change is seen: what the record says now is what later changes are told against. */
    private synchronized void begin(Watcher watcher) {
        if (cursorUs == 0) {
            lookForChanges();
        }
        watchers.add(watcher);
    }

    private List<Watcher.Event> caughtUp(Optional<UUID> chamber, Optional<Long> lastId) {
        List<Watcher.Event> events = new ArrayList<>();
        Map<Integer, Series> theirs = new HashMap<>();
        series.plain(chamber).forEach(each -> theirs.put(each.number(), each));
        if (theirs.isEmpty()) {
            return events;
        }
        List<Change> changes = changes("where series in (:numbers)", Map.of("numbers", theirs.keySet()));
        long newest = changes.stream().mapToLong(Change::changedUs).max().orElse(0);
        boolean resumes = lastId.isPresent() && chamber.isPresent() && newest - lastId.get() < TOO_LONG_US;
        if (lastId.isPresent() && !resumes && chamber.isPresent()) {
            events.add(new Watcher.Event("reload", newest, Map.of()));
        }
        for (Change change : changes) {
            Series one = theirs.get(change.series);
            if (resumes && change.changedUs > lastId.get() - OVERLAP_US) {
                if (change.atUs <= lastId.get() - OVERLAP_US) {
                    // It sends of a time long past: how far back what came reaches is not known.
                    events.add(new Watcher.Event("reading", change.changedUs, reading(one, change.atUs, change.valueE6)));
                    events.add(new Watcher.Event("reload", change.changedUs, Map.of()));
                    continue;
                }
                readings(one, lastId.get() - OVERLAP_US, change.atUs).forEach(each -> events.add(new Watcher.Event("reading", change.changedUs, each)));
                if (change.lateUs != null && change.lateUs > lastId.get() - OVERLAP_US) {
                    events.add(new Watcher.Event("late", change.changedUs, late(one, change)));
                }
            } else {
                events.add(new Watcher.Event("reading", change.changedUs, reading(one, change.atUs, change.valueE6)));
            }
        }
        return events;
    }

    private static ReadingEvent reading(Series one, long atUs, long valueE6) {
        return new ReadingEvent(one.id().toString(), one.chamberId().toString(), Moments.micros(atUs), SeriesUnit.value(valueE6), one.unit().kept());
    }

    private static LateEvent late(Series one, Change change) {
        return new LateEvent(one.id().toString(), one.chamberId().toString(), Moments.micros(change.lateFromUs == null ? change.atUs : change.lateFromUs));
    }

    private List<Change> changes(String where, Map<String, ?> params) {
        return sql.sql("select series, at_us, value_e6, changed_us, late_us, late_from_us from series_latest " + where).params(params)
                .query((row, i) -> new Change(row.getInt(1), row.getLong(2), row.getLong(3), row.getLong(4), row.getObject(5, Long.class), row.getObject(6, Long.class))).list();
    }

    /** Single readings after one time up to another, the newest where they are very many. */
    private List<ReadingEvent> readings(Series one, long afterUs, long untilUs) {
        List<ReadingEvent> found = new ArrayList<>(sql.sql("select at_us, value_e6 from reading where series = ? and at_us > ? and at_us <= ? order by at_us desc limit " + AT_ONCE)
                .param(one.number()).param(afterUs).param(untilUs).query((row, i) -> reading(one, row.getLong(1), row.getLong(2))).list());
        java.util.Collections.reverse(found);
        return found;
    }

    private synchronized void look() {
        boolean beat = ++looks % BEAT_EVERY == 0;
        if (watchers.isEmpty()) {
            seen.clear();
            alarms.forget();
            tasks.forget();
            cursorUs = 0;
            return;
        }
        boolean reached = true;
        try {
            lookForChanges();
        } catch (RuntimeException away) {
            reached = false;
            if (beat) {
                LOG.warn("what changed cannot be asked for: {}", away.getMessage());
            }
        }
        if (beat) {
            List<Watcher.Event> events = List.of(new Watcher.Event("beat", null, new BeatEvent(clock.instant(), reached)));
            watchers.forEach(each -> each.send(events));
            if (reached) {
                watchers.forEach(Watcher::endIfNotAllowed);
            }
        }
    }

    private void lookForChanges() {
        long nowUs = Moments.nowUs(clock);
        if (cursorUs > nowUs + Moments.SET_BACK_US) {
            cursorUs = nowUs;
        }
        boolean first = cursorUs == 0;
        cursorUs = Math.max(cursorUs, 1);
        List<Change> changes = first ? changes("", Map.of()) : changes("where changed_us > :since", Map.of("since", cursorUs - OVERLAP_US));
        know(changes.stream().map(Change::series).filter(number -> !numbered.containsKey(number)).toList());
        Map<UUID, List<Watcher.Event>> byChamber = new HashMap<>();
        Map<UUID, List<Watcher.Event>> newest = new HashMap<>();
        for (Change change : changes) {
            cursorUs = Math.max(cursorUs, change.changedUs);
            Change before = seen.put(change.series, change);
            Series one = numbered.get(change.series);
            if (one == null || first || change.equals(before)) {
                continue;
            }
            List<Watcher.Event> events = byChamber.computeIfAbsent(one.chamberId(), id -> new ArrayList<>());
            if (before == null || change.atUs > before.atUs) {
                List<ReadingEvent> readings = before == null || watchers.stream().noneMatch(each -> each.isOf(one.chamberId())) ? List.of(reading(one, change.atUs, change.valueE6))
                        : readings(one, before.atUs, change.atUs);
                readings.forEach(each -> events.add(new Watcher.Event("reading", change.changedUs, each)));
                newest.computeIfAbsent(one.siteId(), id -> new ArrayList<>()).add(new Watcher.Event("reading", change.changedUs, reading(one, change.atUs, change.valueE6)));
            }
            if (change.lateUs != null && (before == null || !change.lateUs.equals(before.lateUs))) {
                events.add(new Watcher.Event("late", change.changedUs, late(one, change)));
            }
        }
        alarms.changes(nowUs).forEach(each -> tell("alarm", each, each.what().chamber(), newest, byChamber));
        tasks.changes(nowUs).forEach(each -> tell("task", each, each.what().chamber(), newest, byChamber));
        for (Watcher each : watchers) {
            each.send(each.chamber().isEmpty() ? each.site().map(site -> newest.getOrDefault(site, List.of())).orElse(List.of())
                    : byChamber.getOrDefault(each.chamber().get(), List.of()));
        }
    }

    private static void tell(String name, Told<?> told, String chamber, Map<UUID, List<Watcher.Event>> newest, Map<UUID, List<Watcher.Event>> byChamber) {
        Watcher.Event event = new Watcher.Event(name, null, told.what());
        newest.computeIfAbsent(told.site(), id -> new ArrayList<>()).add(event);
        if (chamber != null) {
            byChamber.computeIfAbsent(UUID.fromString(chamber), id -> new ArrayList<>()).add(event);
        }
    }

    private void know(Collection<Integer> numbers) {
        series.numbered(numbers).forEach(each -> numbered.put(each.number(), each));
    }

    @Override
    public void start() {
        running = true;
        senders = Executors.newFixedThreadPool(SENDERS, task -> new Thread(task, "sends"));
        looker = Executors.newSingleThreadScheduledExecutor(task -> new Thread(task, "looks"));
        looker.scheduleWithFixedDelay(this::look, LOOK_MS, LOOK_MS, TimeUnit.MILLISECONDS);
    }

    @Override
    public void stop() {
        running = false;
        looker.shutdownNow();
        watchers.forEach(Watcher::end);
        senders.shutdownNow();
    }

    @Override
    public boolean isRunning() {
        return running;
    }
}
