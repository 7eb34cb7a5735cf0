package kilnward.server.notification;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.net.URI;
import java.security.SecureRandom;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.alarm.Urgency;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.account.Leaving;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Change;
import kilnward.server.people.Here;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.Within;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Ways to reach people. Retired, never deleted. */
@Component
public class Ways implements Leaving {
    private static final int SECRET_BYTES = 24;
    private static final double DAY_MIN = 1440;
    private static final String COLUMNS = "select id, site_id, person, kind, address, secret, least, quiet_from, quiet_until, turn, fahrenheit, tested_at, proven_at, trouble, plain_http"
            + " from alarm_way ";
    private final JdbcClient sql;
    private final Sites sites;
    private final Hooks hooks;
    private final Audit audit;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Ways(JdbcClient sql, Sites sites, Hooks hooks, Audit audit, Clock clock) {
        this.audit = audit;
        this.sql = sql;
        this.sites = sites;
        this.hooks = hooks;
        this.clock = clock;
    }

    /** How somebody is reached. */
    public enum Kind {
        EMAIL,
        HOOK
    }

    /**
     * A way.
     *
     * @param secret     what calls of a web hook are signed with; null for mail
     * @param quietFrom  minute of the day by the site's clock from which on only what is urgent comes; null for never
     * @param quietUntil until when
     * @param turn       0 is told first, 1 where nobody has acknowledged in time, and so on
     * @param plainHttp  whether a web hook may be called unencrypted; an owner allows it
     */
    public record Way(UUID id, UUID siteId, String person, Kind kind, String address, String secret, Urgency least, Integer quietFrom, Integer quietUntil, int turn,
            boolean fahrenheit, Instant testedAt, Instant provenAt, String trouble, boolean plainHttp) {
        /** Whether a minute of the day is in its quiet hours. */
        boolean isQuiet(int minute) {
            return quietFrom != null && (quietFrom <= quietUntil ? minute >= quietFrom && minute < quietUntil : minute >= quietFrom || minute < quietUntil);
        }
    }

    /** A way as it goes over the wire. */
    public record WayView(String id, String person, Kind kind, String address, @OrNull String secret, Urgency least, @OrNull Integer quietFrom, @OrNull Integer quietUntil,
            int turn, boolean fahrenheit, @OrNull Instant testedAt, @OrNull Instant provenAt, @OrNull String trouble, boolean plainHttp) {
        static WayView of(Way way) {
            return new WayView(way.id.toString(), way.person, way.kind, way.address, way.secret, way.least, way.quietFrom, way.quietUntil, way.turn, way.fahrenheit, way.testedAt,
                    way.provenAt, way.trouble, way.plainHttp);
        }
    }

    /**
     * A way to keep.
     *
     * @param address    a mail address, or the address of a web hook
     * @param quietFrom  minute of the day; null for no quiet hours
     * @param plainHttp  whether a web hook may be called unencrypted, which only an owner may allow; null for no
     */
    public record WayRequest(@NotBlank @Size(max = 80) String person, @NotNull Kind kind, @NotBlank @Size(max = 300) String address, @NotNull Urgency least,
            @OrNull @Within(min = 0, max = DAY_MIN - 1, unit = "min") Integer quietFrom, @OrNull @Within(min = 0, max = DAY_MIN - 1, unit = "min") Integer quietUntil,
            @NotNull @Within(min = 0, max = 9) Integer turn, boolean fahrenheit, @OrNull Boolean plainHttp) {
        boolean allowsPlainHttp() {
            return kind == Kind.HOOK && Boolean.TRUE.equals(plainHttp);
        }
    }

    /** All of the site, in the order of their turns. */
    public List<Way> all() {
        return sql.sql(COLUMNS + "where retired_at is null order by turn, person, id").query((row, i) -> way(row)).list().stream().filter(each -> Here.sees(each.siteId)).toList();
    }

    /** Those of a site that are told of what is so urgent. */
    List<Way> toldOf(UUID siteId, Urgency urgency) {
        return all().stream().filter(each -> each.siteId.equals(siteId) && urgency.covers(each.least)).toList();
    }

    /**
     * One.
     *
     * @throws NotFoundException where there is none
     */
    Way one(UUID id) {
        return sql.sql(COLUMNS + "where id = ? and retired_at is null").param(id).query((row, i) -> way(row)).optional().filter(each -> Here.sees(each.siteId))
                .orElseThrow(() -> new NotFoundException("There is no way " + id + "."));
    }

    private static Way way(ResultSet row) throws SQLException {
        return new Way(row.getObject(1, UUID.class), row.getObject(2, UUID.class), row.getString(3), Kind.valueOf(row.getString(4)), row.getString(5), row.getString(6),
                Urgency.valueOf(row.getString(7)), row.getObject(8, Integer.class), row.getObject(9, Integer.class), row.getInt(10), row.getBoolean(11),
                instant(row.getTimestamp(12)), instant(row.getTimestamp(13)), row.getString(14), row.getBoolean(15));
    }

    private static Instant instant(Timestamp at) {
        return at == null ? null : at.toInstant();
    }

    /**
     * Adds one.
     *
     * @param byOwner whether an owner asks for it
     */
    public UUID add(UUID id, WayRequest asked, String author, boolean byOwner) {
        check(asked, byOwner);
        UUID site = sites.here().orElseThrow(() -> new NotFoundException("There is no site yet.")).id();
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        sql.sql("insert into alarm_way (id, site_id, person, kind, address, secret, least, quiet_from, quiet_until, turn, fahrenheit, plain_http, made_at, made_by,"
                + " version) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 0)").param(id).param(site).param(asked.person().strip()).param(asked.kind().name())
                .param(asked.address().strip())
                .param(asked.kind() == Kind.HOOK ? Base64.getUrlEncoder().withoutPadding().encodeToString(secret) : null).param(asked.least().name()).param(asked.quietFrom())
                .param(asked.quietUntil()).param(asked.turn()).param(asked.fahrenheit()).param(asked.allowsPlainHttp()).param(Moments.now(clock)).param(author).update();
        tell(What.ADDED, id, asked.person(), Map.of(), told(asked));
        return id;
    }

    /** Changes one; an address that is another has to be proven again. */
    public void change(UUID id, WayRequest asked, boolean byOwner) {
        Way before = one(id);
        // What an owner allowed for an address a lead may leave as it is.
        check(asked, byOwner || before.plainHttp && before.address.equals(asked.address().strip()));
        if (before.kind != asked.kind()) {
            throw new RefusedValueException("kind", asked.kind(), "must stay " + before.kind + ": remove this way and add another");
        }
        boolean moved = !before.address.equals(asked.address().strip());
        sql.sql("update alarm_way set person = ?, address = ?, least = ?, quiet_from = ?, quiet_until = ?, turn = ?, fahrenheit = ?, plain_http = ?, version = version + 1"
                + (moved ? ", tested_at = null, proven_at = null, trouble = null" : "") + " where id = ?").param(asked.person().strip()).param(asked.address().strip())
                .param(asked.least().name()).param(asked.quietFrom()).param(asked.quietUntil()).param(asked.turn()).param(asked.fahrenheit()).param(asked.allowsPlainHttp())
                .param(id)
                .update();
        tell(What.CHANGED, id, asked.person(), told(before), told(asked));
    }

    /** Nobody is told this way any more. */
    public void retire(UUID id) {
        Way before = one(id);
        sql.sql("update alarm_way set retired_at = ? where id = ?").param(Moments.now(clock)).param(id).update();
        tell(What.REMOVED, id, before.person, told(before), Map.of());
    }

    private void tell(What what, UUID id, String person, Map<String, Object> before, Map<String, Object> after) {
        audit.write(Done.of(what, "way", id, person, Change.between(before, after)));
    }

    private static Map<String, Object> told(WayRequest way) {
        return told(way.person().strip(), way.kind(), way.address().strip(), way.least(), way.quietFrom(), way.quietUntil(), way.turn(), way.fahrenheit(),
                way.allowsPlainHttp());
    }

    private static Map<String, Object> told(Way way) {
        return told(way.person, way.kind, way.address, way.least, way.quietFrom, way.quietUntil, way.turn, way.fahrenheit, way.plainHttp);
    }

    private static Map<String, Object> told(Object person, Object kind, Object address, Object least, Object quietFrom, Object quietUntil, Object turn, Object fahrenheit,
            Object plainHttp) {
        Map<String, Object> told = new LinkedHashMap<>();
        told.put("person", person);
        told.put("kind", kind);
        told.put("address", address);
        told.put("least", least);
        told.put("quietFrom", quietFrom);
        told.put("quietUntil", quietUntil);
        told.put("turn", turn);
        told.put("fahrenheit", fahrenheit);
        told.put("plainHttp", plainHttp);
        return told;
    }

    /** Whoever is gone is told nothing more, and their address is forgotten. */
    @Override
    public void left(String name, UUID site) {
        sql.sql("update alarm_way set address = 'taken out', retired_at = coalesce(retired_at, ?) where person = ? and site_id = ?").param(Moments.now(clock)).param(name)
                .param(site).update();
    }

    private void check(WayRequest asked, boolean mayAllowPlainHttp) {
        String address = asked.address().strip();
        if (asked.kind() == Kind.EMAIL && !address.matches("[^@\\s<>\",;:]+@[^@\\s<>\",;:]+")) {
            throw new RefusedValueException("address", address, "must be a mail address, like keeper@osier-end.example");
        }
        if (asked.kind() == Kind.HOOK) {
            if (asked.allowsPlainHttp() && !mayAllowPlainHttp) {
                throw new RefusedValueException("plainHttp", true, "must be allowed by an owner");
            }
            try {
                hooks.check(URI.create(address), asked.allowsPlainHttp());
            } catch (IllegalArgumentException unfit) {
                throw new RefusedValueException("address", address, unfit.getMessage());
            }
        }
        if ((asked.quietFrom() == null) != (asked.quietUntil() == null)) {
            throw new RefusedValueException("quietUntil", asked.quietUntil(), "must be given with quietFrom, and only then");
        }
    }

}
