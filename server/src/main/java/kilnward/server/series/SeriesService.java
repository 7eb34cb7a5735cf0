package kilnward.server.series;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.alarm.Heard;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.quantity.Quantity;
import kilnward.core.series.SeriesUnit;
import kilnward.server.people.Here;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.series.SeriesViews.Leading;
import kilnward.server.series.SeriesViews.ReadingView;
import kilnward.server.series.SeriesViews.Retention;
import kilnward.server.series.SeriesViews.RetentionView;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.series.SeriesViews.SeriesChangeRequest;
import kilnward.server.series.SeriesViews.SeriesRequest;
import kilnward.server.series.SeriesViews.SeriesView;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** One quantity at one place, of a chamber. */
@Service
public class SeriesService {
    /** Another server's change is known here after this time; one made here at once. */
    private static final Duration REMEMBERED = Duration.ofSeconds(5);
    private static final double USUAL_S = 60;
    private final SeriesRepository series;
    private final Devices devices;
    private final Plans plans;
    private final KnownReadings readings;
    private final JdbcClient sql;
    private final Clock clock;
    private final Cache<Key, Optional<Series>> known = Caffeine.newBuilder().expireAfterWrite(REMEMBERED).maximumSize(100_000).build();

    /** What one site does not find another may. */
    private record Key(Optional<UUID> site, UUID id) {
    }

    public SeriesService(SeriesRepository series, Devices devices, Plans plans, KnownReadings readings, JdbcClient sql, Clock clock) {
        this.series = series;
        this.devices = devices;
        this.plans = plans;
        this.readings = readings;
        this.sql = sql;
        this.clock = clock;
    }

    /** Adds one under an id. */
    @Transactional
    public UUID add(UUID id, UUID chamberId, SeriesRequest asked, String author) {
        SeriesUnit unit = SeriesUnit.read(asked.unit()).filter(each -> each.measured() == asked.quantity())
                .orElseThrow(() -> new RefusedValueException("unit", asked.unit(), "must be a unit of " + asked.quantity() + ": " + java.util.Arrays.stream(SeriesUnit.values())
                        .filter(each -> each.measured() == asked.quantity()).map(Enum::name).collect(Collectors.joining(", "))));
        UUID siteId = plans.siteOf(chamberId);
        SeriesEntity entity = new SeriesEntity(id, siteId, chamberId, asked.quantity(), unit, Moments.now(clock), author);
        tie(entity, asked.name(), asked.deviceId(), asked.probeId(), asked.controllerId(), asked.everyS() == null ? USUAL_S : asked.everyS());
        series.saveAndFlush(entity);
        forget(id);
        return id;
    }

    /** Changes what can be changed. */
    @Transactional
    public void change(UUID chamberId, UUID id, SeriesChangeRequest asked) {
        tie(one(chamberId, id), asked.name(), asked.deviceId(), asked.probeId(), asked.controllerId(), asked.everyS());
        forget(id);
    }

    /** Takes nothing in any more, or takes it in again; what is kept stays. */
    @Transactional
    public void retire(UUID chamberId, UUID id, boolean retired) {
        SeriesEntity entity = one(chamberId, id);
        entity.retiredAt = retired ? Moments.now(clock) : null;
        forget(id);
    }

    /** How long what of it is kept from now on. */
    @Transactional
    public void keep(UUID chamberId, UUID id, Retention keeps) {
        SeriesEntity entity = one(chamberId, id);
        entity.keepRawDays = keeps.rawDays();
        entity.keepMinuteDays = keeps.minuteDays();
        entity.keepHourDays = keeps.hourDays();
        forget(id);
    }

    /** How long what of it is kept, and what was taken out. */
    @Transactional(readOnly = true)
    public RetentionView retention(UUID chamberId, UUID id) {
        SeriesEntity entity = one(chamberId, id);
        return new RetentionView(new Retention(entity.keepRawDays, entity.keepMinuteDays, entity.keepHourDays),
                readings.removed(id));
    }

    private void tie(SeriesEntity entity, String name, String deviceId, String probeId, String controllerId, double everyS) {
        ChamberPlan plan = plans.one(entity.chamberId()).plan();
        entity.name = name.strip();
        entity.deviceId = id(deviceId);
        entity.probeId = id(probeId);
        entity.controllerId = id(controllerId);
        entity.everyS = everyS;
        if (deviceId != null) {
            devices.requireOfSite(entity.siteId(), entity.deviceId);
        }
        if (probeId != null && plan.probes().stream().noneMatch(each -> each.id().equals(entity.probeId.toString()))) {
            throw new RefusedValueException("probeId", probeId, "must be the id of a probe of this chamber");
        }
        if (controllerId != null && plan.controllers().stream().noneMatch(each -> each.id().equals(entity.controllerId.toString()))) {
            throw new RefusedValueException("controllerId", controllerId, "must be the id of a controller of this chamber");
        }
    }

    private static UUID id(String text) {
        return text == null ? null : UUID.fromString(text);
    }

    /** All of a chamber, retired ones too. */
    @Transactional(readOnly = true)
    public List<SeriesView> all(UUID chamberId) {
        plans.require(chamberId);
        return views(series.findByChamberIdOrderByNumberAsc(chamberId));
    }

    /** All of all chambers that stand. */
    @Transactional(readOnly = true)
    public List<SeriesView> all() {
        return views(series.findByRetiredAtIsNullOrderByNumberAsc());
    }

    /** The temperature that each chamber is known by: what a controller shows, or else the first that is measured; chambers without one have none. */
    @Transactional(readOnly = true)
    public List<Leading> leading() {
        return sql.sql("select id, chamber_id, name, every_s, at_us, value_e6 from (select s.id, s.chamber_id, s.name, s.every_s, l.at_us, l.value_e6,"
                + " row_number() over (partition by s.chamber_id order by s.controller_id is null, s.number) as place"
                + " from series s join series_latest l on l.series = s.number where s.measured = 'TEMPERATURE' and s.retired_at is null"
                + " and (:everywhere or s.site_id = :site)) ranked where place = 1")
                .param("everywhere", Here.site().isEmpty()).param("site", Here.site().orElse(null))
                .query((row, i) -> new Leading(row.getString(2), row.getString(1), row.getString(3), Heard.holdS(row.getDouble(4), List.of()),
                        new ReadingView(Moments.micros(row.getLong(5)), SeriesUnit.value(row.getLong(6)))))
                .list();
    }

    private List<SeriesView> views(List<SeriesEntity> found) {
        Map<Integer, ReadingView> latest = readings.latest(found.stream().map(SeriesEntity::number).toList());
        return found.stream().map(each -> new SeriesView(each.getId().toString(), each.chamberId().toString(), each.name, each.measured(), each.unit().kept(), each.unit(),
                each.unit().kept().sign(), text(each.deviceId), text(each.probeId), text(each.controllerId), each.everyS, Heard.holdS(each.everyS, List.of()),
                latest.get(each.number()), each.retiredAt)).toList();
    }

    private static String text(UUID id) {
        return id == null ? null : id.toString();
    }

    /** One by its id, as remembered for a few seconds; empty where there is none. That of a chamber that was removed is retired with it. */
    public Optional<Series> find(UUID id) {
        return known.get(new Key(Here.site(), id), wanted -> read(Set.of(wanted)).get(wanted));
    }

    /** The same of several, those that there are; what is not remembered is asked for together: most devices send to some series once in a minute. */
    public Map<UUID, Series> find(Set<UUID> ids) {
        Optional<UUID> site = Here.site();
        Map<UUID, Series> found = new HashMap<>();
        known.getAll(ids.stream().map(id -> new Key(site, id)).toList(), this::read).forEach((key, one) -> one.ifPresent(there -> found.put(key.id, there)));
        return found;
    }

    private Map<Key, Optional<Series>> read(Set<? extends Key> wanted) {
        Map<Key, Optional<Series>> read = new HashMap<>();
        wanted.forEach(each -> read.put(each, Optional.empty()));
        Map<UUID, List<Key>> named = wanted.stream().collect(Collectors.groupingBy(Key::id));
        // One question, with the chamber along: a device that sends once in a minute pays for it each time.
        sql.sql("select s.id, s.number, s.site_id, s.chamber_id, s.measured, s.unit, s.device_id, s.every_s, s.raw_from_us, s.keep_minute_days,"
                + " s.retired_at is not null or c.id is null, s.name from series s left join chamber c on c.id = s.chamber_id and c.removed_at is null where s.id in (:ids)")
                .param("ids", named.keySet())
                .query((row, i) -> new Series(row.getObject(1, UUID.class), row.getInt(2), row.getObject(3, UUID.class), row.getObject(4, UUID.class),
                        Quantity.valueOf(row.getString(5)), SeriesUnit.valueOf(row.getString(6)), row.getObject(7, UUID.class), row.getDouble(8),
                        row.getString(9) == null ? Instant.EPOCH : Moments.micros(row.getLong(9)), row.getObject(10, Integer.class), row.getBoolean(11), row.getString(12)))
                .list().forEach(found -> named.get(found.id()).stream().filter(key -> key.site.isEmpty() || key.site.get().equals(found.siteId()))
                        .forEach(key -> read.put(key, Optional.of(found))));
        return read;
    }

    /**
     * One by its id.
     *
     * @throws NotFoundException where there is none
     */
    public Series require(UUID id) {
        return find(id).orElseThrow(() -> missing(id));
    }

    /** Since when there is one. */
    @Transactional(readOnly = true)
    public Instant madeAt(UUID id) {
        return series.findById(id).orElseThrow(() -> missing(id)).madeAt();
    }

    /** Those of some numbers. */
    @Transactional(readOnly = true)
    public List<Series> numbered(java.util.Collection<Integer> numbers) {
        return numbers.isEmpty() ? List.of() : series.findByNumberIn(numbers).stream().map(SeriesService::plain).toList();
    }

    /** Those of a chamber that stand, or of all. */
    @Transactional(readOnly = true)
    public List<Series> plain(Optional<UUID> chamberId) {
        return (chamberId.isPresent() ? series.findByChamberIdOrderByNumberAsc(chamberId.get()) : series.findByRetiredAtIsNullOrderByNumberAsc()).stream().map(SeriesService::plain)
                .toList();
    }

    /** All that stand, for what is done to each now and then. */
    @Transactional(readOnly = true)
    public List<Kept> policies() {
        return series.findAll().stream().filter(each -> each.keepRawDays != null || each.keepMinuteDays != null || each.keepHourDays != null)
                .map(each -> new Kept(plain(each), new Retention(each.keepRawDays, each.keepMinuteDays, each.keepHourDays))).toList();
    }

    /** Forgets what is remembered of one, and once more when a change of it is committed: until then somebody may read it as it was. */
    public void forget(UUID id) {
        drop(id);
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    drop(id);
                }
            });
        }
    }

    private void drop(UUID id) {
        known.asMap().keySet().removeIf(key -> key.id.equals(id));
    }

    /** A series with its policy. */
    public record Kept(Series series, Retention keeps) {
    }

    private SeriesEntity one(UUID chamberId, UUID id) {
        plans.require(chamberId);
        return series.findById(id).filter(each -> each.chamberId().equals(chamberId)).orElseThrow(() -> missing(id));
    }

    private static NotFoundException missing(UUID id) {
        return new NotFoundException("There is no series " + id + ".");
    }

    private static Series plain(SeriesEntity each) {
        return new Series(each.getId(), each.number(), each.siteId(), each.chamberId(), each.measured(), each.unit(), each.deviceId, each.everyS,
                each.rawFromUs() == null ? Instant.EPOCH : Moments.micros(each.rawFromUs()), each.keepMinuteDays, each.retiredAt != null, each.name);
    }
}
