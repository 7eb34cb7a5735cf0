package kilnward.server.series;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.plan.Plans;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.series.SeriesViews.DeviceView;
import kilnward.server.series.SeriesViews.NewDevice;
import kilnward.server.store.Moments;
import kilnward.server.store.Token;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.NotLetInException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What sends, and whether it may. */
@Service
public class Devices {
    private static final Logger LOG = LoggerFactory.getLogger(Devices.class);
    /** How often at most it is written down what went wrong with a device: it may send a hundred times a second. */
    private static final Duration NOTED = Duration.ofSeconds(10);
    private static final int TROUBLE = 300;
    private final DeviceRepository devices;
    private final Plans plans;
    private final KnownReadings readings;
    private final JdbcClient sql;
    private final JdbcTemplate jdbc;
    private final Clock clock;
    private final Map<String, Instant> noted = new ConcurrentHashMap<>();
    /** Who has sent since that was noted last. */
    private final Map<UUID, Instant> sent = new ConcurrentHashMap<>();

    public Devices(DeviceRepository devices, Plans plans, KnownReadings readings, JdbcClient sql, JdbcTemplate jdbc, Clock clock) {
        this.devices = devices;
        this.plans = plans;
        this.readings = readings;
        this.sql = sql;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Adds one under an id; the token is shown this once. */
    @Transactional
    public NewDevice add(UUID id, UUID chamberId, String name, String author) {
        DeviceEntity entity = new DeviceEntity(id, plans.siteOf(chamberId), chamberId, Moments.now(clock), author);
        entity.name = name.strip();
        return withFreshToken(entity);
    }

    /** All of a chamber, revoked ones too. */
    @Transactional(readOnly = true)
    public List<DeviceView> all(UUID chamberId) {
        plans.require(chamberId);
        return devices.findByChamberIdOrderByMadeAtAscIdAsc(chamberId).stream().map(each -> new DeviceView(each.getId().toString(), each.name, each.madeAt(), each.madeBy(),
                each.tokenAt, each.usedAt(), each.revokedAt, each.revokedBy, each.trouble(), each.troubleAt(),
                readings.waiting(each.getId()), each.notKept())).toList();
    }

    /** Another name. */
    @Transactional
    public void rename(UUID chamberId, UUID id, String name) {
        one(chamberId, id).name = name.strip();
    }

    /** Another token; the one before lets nobody in any more. A revoked device sends again with it. */
    @Transactional
    public NewDevice renew(UUID chamberId, UUID id) {
        DeviceEntity entity = one(chamberId, id);
        gone(entity);
        entity.revokedAt = null;
        entity.revokedBy = null;
        return withFreshToken(entity);
    }

    /** From now on its token lets nobody in. What it sent stays. */
    @Transactional
    public void revoke(UUID chamberId, UUID id, String author) {
        DeviceEntity entity = one(chamberId, id);
        if (entity.revokedAt == null) {
            gone(entity);
            entity.revokedAt = Moments.now(clock);
            entity.revokedBy = author;
        }
    }

    /**
     * Whose token that is.
     *
     * @throws NotLetInException where it is nobody's, or no longer anybody's; then its device's page tells it
     */
    @Transactional(noRollbackFor = NotLetInException.class)
    public Device letIn(String token) {
        byte[] hash = Token.hash(token);
        DeviceEntity entity = devices.findByTokenHash(hash).orElse(null);
        if (entity != null && entity.revokedAt == null) {
            return device(entity);
        }
        UUID gone = entity != null ? entity.getId()
                : sql.sql("select device_id from device_token_gone where token_hash = ?").param(hash).query(UUID.class).optional().orElse(null);
        if (gone == null) {
            throw new NotLetInException("No device has this token.");
        }
        trouble(gone, "It sent with a token that was revoked or replaced, and was not let in.");
        throw new NotLetInException("This token was revoked or replaced.");
    }

    /** A device that a broker has let in; empty where it is not known or revoked. */
    @Transactional(readOnly = true)
    public java.util.Optional<Device> byId(UUID id) {
        return devices.findById(id).filter(each -> each.revokedAt == null).map(Devices::device);
    }

    /** A device has sent something. It is noted within seconds, with all others that have: by itself it would cost a good part of what a small sending does. */
    public void hasSent(UUID id) {
        sent.put(id, Moments.now(clock));
    }

    @Scheduled(initialDelayString = "PT5S", fixedDelayString = "PT5S")
    void noteWhoSent() {
        // In one order everywhere, so that two servers do not wait for each other.
        Map<UUID, Instant> now = new TreeMap<>(sent);
        if (now.isEmpty()) {
            return;
        }
        try {
            jdbc.batchUpdate("update device set used_at = ? where id = ?",
                    now.entrySet().stream().map(each -> new Object[] {Timestamp.from(each.getValue()), each.getKey().toString()}).toList());
            now.forEach(sent::remove);
        } catch (DataAccessException away) {
            // Nothing is lost: the next time notes it.
            LOG.debug("who has sent is not noted yet: {}", away.getMessage());
        }
    }

    /** Notes what went wrong with what a device sent. */
    public void trouble(UUID id, String what) {
        if (isTime(id + what)) {
            sql.sql("update device set trouble = ?, trouble_at = ? where id = ?").param(what.length() > TROUBLE ? what.substring(0, TROUBLE) : what).param(Moments.now(clock))
                    .param(id)
                    .update();
        }
    }

    private boolean isTime(String key) {
        Instant now = clock.instant();
        if (noted.size() > 10_000) {
            noted.clear();
        }
        boolean[] is = {false};
        noted.compute(key, (each, before) -> {
            is[0] = before == null || before.plus(NOTED).isBefore(now);
            return is[0] ? now : before;
        });
        return is[0];
    }

    /** One of a chamber, for series that name it. */
    @Transactional(readOnly = true)
    public void requireOfSite(UUID siteId, UUID id) {
        if (devices.findById(id).filter(each -> each.siteId().equals(siteId)).isEmpty()) {
            throw new RefusedValueException("deviceId", id, "must be the id of a device of this site");
        }
    }

    private DeviceEntity one(UUID chamberId, UUID id) {
        return devices.findById(id).filter(each -> each.chamberId().equals(chamberId))
                .orElseThrow(() -> new NotFoundException("There is no device " + id + " in this chamber."));
    }

    private void gone(DeviceEntity entity) {
        sql.sql("insert ignore into device_token_gone (token_hash, device_id, gone_at) values (?, ?, ?)").param(entity.tokenHash).param(entity.getId()).param(Moments.now(clock))
                .update();
    }

    private NewDevice withFreshToken(DeviceEntity entity) {
        String token = Token.fresh();
        entity.tokenHash = Token.hash(token);
        entity.tokenAt = Moments.now(clock);
        devices.saveAndFlush(entity);
        return new NewDevice(entity.getId().toString(), token);
    }

    private static Device device(DeviceEntity entity) {
        return new Device(entity.getId(), entity.siteId(), entity.chamberId(), entity.name);
    }

}
