package kilnward.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.server.account.Accounts.Account;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Change;
import kilnward.server.people.Role;
import kilnward.server.store.Moments;
import kilnward.server.store.Token;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Links that are good for once: to become the first owner, to join a site, to get in again. Only a hash of what stands in one is kept. */
@Component
@Transactional
class Links {
    static final Duration RECOVERY = Duration.ofHours(2);
    static final Duration FIRST = Duration.ofDays(7);
    private static final String COLUMNS = "select l.id, l.kind, l.site_id, l.level, l.account_id, l.made_at, l.made_by, l.expires_at, l.used_at, s.name from one_time_link l"
            + " left join site s on s.id = l.site_id ";
    private final JdbcClient sql;
    private final Audit audit;
    private final Clock clock;

    Links(JdbcClient sql, Audit audit, Clock clock) {
        this.sql = sql;
        this.audit = audit;
        this.clock = clock;
    }

    /** What a link is for. */
    enum Kind {
        /** To make the installation's first owner. */
        FIRST,
        /** To join a site. */
        INVITE,
        /** To set a new password for an account. */
        RECOVER
    }

    /** A link that was made; which of the fields are null follows from its kind. */
    record Link(UUID id, Kind kind, UUID site, Role level, UUID account, Instant madeAt, String madeBy, Instant expiresAt, Instant usedAt, String siteName) {
    }

    /** What stands in the link; told this once. */
    record Fresh(UUID id, String secret, Instant expiresAt) {
    }

    /** The one that makes the first owner; the one before is no longer good. */
    Fresh first() {
        sql.sql("update one_time_link set withdrawn_at = ? where kind = 'FIRST' and used_at is null and withdrawn_at is null").param(Moments.now(clock)).update();
        return make(Kind.FIRST, null, Role.OWNER, null, "Kiln Ward", FIRST);
    }

    Fresh invite(UUID site, Role level, String by, Duration good) {
        return make(Kind.INVITE, site, level, null, by, good);
    }

    /** Whoever made one before for the same account has to hand on this one. */
    Fresh recover(UUID account, String by) {
        sql.sql("update one_time_link set withdrawn_at = ? where kind = 'RECOVER' and account_id = ? and used_at is null and withdrawn_at is null").param(Moments.now(clock))
                .param(account)
                .update();
        return make(Kind.RECOVER, null, null, account, by, RECOVERY);
    }

    private Fresh make(Kind kind, UUID site, Role level, UUID account, String by, Duration good) {
        UUID id = UUID.randomUUID();
        String secret = Token.fresh();
        Instant until = Moments.now(clock).plus(good);
        sql.sql("insert into one_time_link (id, kind, secret_sha256, site_id, level, account_id, made_at, made_by, expires_at) values (?, ?, ?, ?, ?, ?, ?, ?, ?)").param(id)
                .param(kind.name()).param(Token.hashText(secret)).param(site).param(level == null ? null : level.name()).param(account).param(Moments.now(clock)).param(by)
                .param(until)
                .update();
        audit.write(new Done(What.ADDED, kind == Kind.INVITE ? "invitation" : "link", id.toString(), "", null, site, null,
                level == null ? List.of() : List.of(new Change("level", null, level.name()))));
        return new Fresh(id, secret, until);
    }

    /**
     * The link with a secret, as long as it is good.
     *
     * @throws NotFoundException where there never was one, or it was used, withdrawn, or is too old: which of these is not told
     */
    @Transactional(readOnly = true)
    public Link look(String secret) {
        return find(secret, "").orElseThrow(Links::noGood);
    }

    /** Uses it up: of two who come at the same moment one is too late. */
    Link use(String secret, UUID by) {
        Link link = find(secret, " for update").orElseThrow(Links::noGood);
        sql.sql("update one_time_link set used_at = ?, used_by = ? where id = ?").param(Moments.now(clock)).param(by).param(link.id()).update();
        return link;
    }

    private Optional<Link> find(String secret, String how) {
        return sql.sql(COLUMNS + "where l.secret_sha256 = ? and l.used_at is null and l.withdrawn_at is null and l.expires_at > ?" + how).param(Token.hashText(secret))
                .param(Moments.now(clock))
                .query(ROW).optional();
    }

    private static NotFoundException noGood() {
        return new NotFoundException("This link is no longer good: it was used, withdrawn, or is too old. Ask for another one.");
    }

    /** Invitations to a site that are good, newest first. */
    @Transactional(readOnly = true)
    public List<Link> open(UUID site) {
        return sql.sql(COLUMNS + "where l.site_id = ? and l.kind = 'INVITE' and l.used_at is null and l.withdrawn_at is null and l.expires_at > ? order by l.made_at desc")
                .param(site).param(Moments.now(clock)).query(ROW).list();
    }

    /** Nobody gets in with one of a site any more. */
    void withdraw(UUID site, UUID id) {
        int done = sql.sql("update one_time_link set withdrawn_at = ? where id = ? and site_id = ? and used_at is null and withdrawn_at is null").param(Moments.now(clock))
                .param(id).param(site)
                .update();
        if (done == 0) {
            throw new NotFoundException("There is no open invitation " + id + ".");
        }
        audit.write(new Done(What.REMOVED, "invitation", id.toString(), "", null, site, null, List.of()));
    }

    /**
     * All that somebody made or holds: whoever is gone, may do less, or was signed out everywhere must not come back by what was made before. What they made for others is withdrawn,
     * too: who knows it now cannot be told.
     */
    void withdrawOf(Account account) {
        sql.sql("update one_time_link set withdrawn_at = ? where (account_id = ? or made_by = ?) and used_at is null and withdrawn_at is null").param(Moments.now(clock))
                .param(account.id()).param(account.name()).update();
    }

    private static final RowMapper<Link> ROW = (row, i) -> new Link(row.getObject(1, UUID.class), Kind.valueOf(row.getString(2)), row.getObject(3, UUID.class),
            row.getString(4) == null ? null : Role.valueOf(row.getString(4)), row.getObject(5, UUID.class), row.getTimestamp(6).toInstant(), row.getString(7),
            row.getTimestamp(8).toInstant(), row.getTimestamp(9) == null ? null : row.getTimestamp(9).toInstant(), row.getString(10));

}
