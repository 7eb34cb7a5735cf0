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
import kilnward.core.series.SeriesUnit;
import kilnward.server.people.Here;
import kilnward.server.reading.Readings;
import kilnward.server.reading.Readings.Newest;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.store.Moments;
import kilnward.server.wire.door.Limits;
import kilnward.server.wire.problem.NotDoneException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
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
    private final Readings readings;
    private final SeriesService series;
    private final Clock clock;
    private final List<Watcher> watchers = new CopyOnWriteArrayList<>();
    /** What was seen of each series, by its number. */
    private final Map<Integer, Newest> seen = new HashMap<>();
    private final Map<Integer, Series> numbered = new HashMap<>();
    private long cursorUs;
    private final List<ChangeFeed> feeds;
    private int looks;
    private ScheduledExecutorService looker;
    private ExecutorService senders;
    private volatile boolean running;

    Watchers(SeriesService series, Readings readings, List<ChangeFeed> feeds, Clock clock) {
        this.feeds = feeds;
        this.readings = readings;
        this.series = series;
        this.clock = clock;
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
        List<Newest> changes = readings.newestOf(theirs.keySet());
        long newest = changes.stream().mapToLong(Newest::changedUs).max().orElse(0);
        boolean resumes = lastId.isPresent() && chamber.isPresent() && newest - lastId.get() < TOO_LONG_US;
        if (lastId.isPresent() && !resumes && chamber.isPresent()) {
            events.add(new Watcher.Event("reload", newest, Map.of()));
        }
        for (Newest change : changes) {
            Series one = theirs.get(change.series());
            if (resumes && change.changedUs() > lastId.get() - OVERLAP_US) {
                if (change.atUs() <= lastId.get() - OVERLAP_US) {
                    // It sends of a time long past: how far back what came reaches is not known.
                    events.add(new Watcher.Event("reading", change.changedUs(), reading(one, change.atUs(), change.valueE6())));
                    events.add(new Watcher.Event("reload", change.changedUs(), Map.of()));
                    continue;
                }
                readings(one, lastId.get() - OVERLAP_US, change.atUs()).forEach(each -> events.add(new Watcher.Event("reading", change.changedUs(), each)));
                if (change.lateUs() != null && change.lateUs() > lastId.get() - OVERLAP_US) {
                    events.add(new Watcher.Event("late", change.changedUs(), late(one, change)));
                }
            } else {
                events.add(new Watcher.Event("reading", change.changedUs(), reading(one, change.atUs(), change.valueE6())));
            }
        }
        return events;
    }

    private static ReadingEvent reading(Series one, long atUs, long valueE6) {
        return new ReadingEvent(one.id().toString(), one.chamberId().toString(), Moments.micros(atUs), SeriesUnit.value(valueE6), one.unit().kept());
    }

    private static LateEvent late(Series one, Newest change) {
        return new LateEvent(one.id().toString(), one.chamberId().toString(), Moments.micros(change.lateFromUs() == null ? change.atUs() : change.lateFromUs()));
    }

    /** Single readings after one time up to another, the newest where they are very many. */
    private List<ReadingEvent> readings(Series one, long afterUs, long untilUs) {
        return readings.newest(one.number(), afterUs, untilUs, AT_ONCE).stream().map(each -> reading(one, each.atUs(), each.valueE6())).toList();
    }

    private synchronized void look() {
        boolean beat = ++looks % BEAT_EVERY == 0;
        if (watchers.isEmpty()) {
            seen.clear();
            feeds.forEach(ChangeFeed::forget);
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
        List<Newest> changes = first ? readings.newestOfAll() : readings.changedAfter(cursorUs - OVERLAP_US);
        know(changes.stream().map(Newest::series).filter(number -> !numbered.containsKey(number)).toList());
        Map<UUID, List<Watcher.Event>> byChamber = new HashMap<>();
        Map<UUID, List<Watcher.Event>> newest = new HashMap<>();
        for (Newest change : changes) {
            cursorUs = Math.max(cursorUs, change.changedUs());
            Newest before = seen.put(change.series(), change);
            Series one = numbered.get(change.series());
            if (one == null || first || change.equals(before)) {
                continue;
            }
            List<Watcher.Event> events = byChamber.computeIfAbsent(one.chamberId(), id -> new ArrayList<>());
            if (before == null || change.atUs() > before.atUs()) {
                List<ReadingEvent> readings = before == null || watchers.stream().noneMatch(each -> each.isOf(one.chamberId()))
                        ? List.of(reading(one, change.atUs(), change.valueE6()))
                        : readings(one, before.atUs(), change.atUs());
                readings.forEach(each -> events.add(new Watcher.Event("reading", change.changedUs(), each)));
                newest.computeIfAbsent(one.siteId(), id -> new ArrayList<>()).add(new Watcher.Event("reading", change.changedUs(), reading(one, change.atUs(), change.valueE6())));
            }
            if (change.lateUs() != null && (before == null || !change.lateUs().equals(before.lateUs()))) {
                events.add(new Watcher.Event("late", change.changedUs(), late(one, change)));
            }
        }
        feeds.stream().flatMap(each -> each.changes(nowUs).stream()).forEach(each -> tell(each, newest, byChamber));
        for (Watcher each : watchers) {
            each.send(each.chamber().isEmpty() ? each.site().map(site -> newest.getOrDefault(site, List.of())).orElse(List.of())
                    : byChamber.getOrDefault(each.chamber().get(), List.of()));
        }
    }

    private static void tell(ChangeFeed.Change change, Map<UUID, List<Watcher.Event>> newest, Map<UUID, List<Watcher.Event>> byChamber) {
        Watcher.Event event = new Watcher.Event(change.event(), null, change.what());
        newest.computeIfAbsent(change.site(), id -> new ArrayList<>()).add(event);
        if (change.chamber() != null) {
            byChamber.computeIfAbsent(change.chamber(), id -> new ArrayList<>()).add(event);
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
