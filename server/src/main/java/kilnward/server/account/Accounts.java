package kilnward.server.account;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.audit.Audit.Done;
import kilnward.server.audit.Audit.What;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Change;
import kilnward.server.audit.Names;
import kilnward.server.people.Operators;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.store.Moments;
import kilnward.server.wire.door.Text;
import kilnward.server.wire.problem.NotAllowedException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Accounts, and who belongs to which site. */
@Component
@Transactional
class Accounts implements Names, Operators {
    private static final String COLUMNS = "select id, name, email, password, made_at, password_at from account where ended_at is null and ";
    private final JdbcClient sql;
    private final Audit audit;
    private final Clock clock;

    Accounts(JdbcClient sql, Audit audit, Clock clock) {
        this.sql = sql;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * An account.
     *
     * @param email    null for none
     * @param password as it is kept; null for who signs in with a passkey only
     */
    record Account(UUID id, String name, String email, String password, Instant madeAt, Instant passwordAt) {
    }

    /** A site that somebody belongs to. */
    record Membership(UUID site, String siteName, Role level) {
    }

    /** Somebody of a site. */
    record Member(UUID account, String name, String email, Role level, Instant since) {
    }

    @Override
    @Transactional(readOnly = true)
    public Map<String, String> names() {
        Map<String, String> names = new HashMap<>();
        sql.sql("select id, name from account").query(row -> {
            names.put(row.getString(1), row.getString(2));
        });
        return names;
    }

    @Override
    @Transactional(readOnly = true)
    public boolean isOperator(Person person) {
        return person.account() != null
                && sql.sql("select count(*) from account where id = ? and operator and ended_at is null").param(person.account()).query(Long.class).single() > 0;
    }

    /** From now on somebody runs the whole installation, too. */
    void makeOperator(UUID account, String by) {
        sql.sql("update account set operator = true where id = ?").param(account).update();
        audit.write(Done.of(What.CHANGED, "account", account, "", List.of(new Change("operator", "false", "true"))), by);
    }

    @Transactional(readOnly = true)
    public boolean isEmpty() {
        return sql.sql("select count(*) from account").query(Long.class).single() == 0;
    }

    /** By name or mail address, in their one canonical form: the database's own way of comparing takes more for the same than people do. */
    @Transactional(readOnly = true)
    public Optional<Account> called(String nameOrEmail) {
        String canonical = Text.canonical(nameOrEmail);
        return all("(name = :it or email = :it)", canonical).stream()
                .filter(each -> Text.canonical(each.name()).equals(canonical) || each.email() != null && Text.canonical(each.email()).equals(canonical)).findFirst();
    }

    @Transactional(readOnly = true)
    public Optional<Account> find(UUID id) {
        return all("id = :it", id).stream().findFirst();
    }

    private List<Account> all(String where, Object it) {
        return sql.sql(COLUMNS + where).param("it", it).query((row, i) -> new Account(row.getObject(1, UUID.class), row.getString(2), row.getString(3), row.getString(4),
                row.getTimestamp(5).toInstant(), row.getTimestamp(6) == null ? null : row.getTimestamp(6).toInstant())).list();
    }

    /** The sites of somebody, by name; none where the account has ended. */
    @Transactional(readOnly = true)
    public List<Membership> sitesOf(UUID account) {
        return sql.sql("select s.id, s.name, m.level from member m join site s on s.id = m.site_id join account a on a.id = m.account_id"
                + " where m.account_id = ? and a.ended_at is null order by s.name, s.id").param(account)
                .query((row, i) -> new Membership(row.getObject(1, UUID.class), row.getString(2), Role.valueOf(row.getString(3)))).list();
    }

    /** Who belongs to a site, by name. */
    @Transactional(readOnly = true)
    public List<Member> of(UUID site) {
        return sql.sql(
                "select a.id, a.name, a.email, m.level, m.since from member m join account a on a.id = m.account_id where m.site_id = ? and a.ended_at is null order by a.name")
                .param(site)
                .query((row, i) -> new Member(row.getObject(1, UUID.class), row.getString(2), row.getString(3), Role.valueOf(row.getString(4)), row.getTimestamp(5).toInstant()))
                .list();
    }

    /**
     * Makes an account.
     *
     * @param password as it is to be kept; null for none
     * @throws RefusedValueException where the name or the address is taken
     */
    Account add(UUID id, String name, String email, String password) {
        check(name, email);
        try {
            sql.sql("insert into account (id, name, email, password, password_at, made_at) values (?, ?, ?, ?, ?, ?)").param(id).param(name.strip()).param(blankIsNone(email))
                    .param(password).param(password == null ? null : Moments.now(clock)).param(Moments.now(clock)).update();
        } catch (DuplicateKeyException taken) {
            boolean byName = sql.sql("select count(*) from account where name = ?").param(name.strip()).query(Long.class).single() > 0;
            throw byName ? new RefusedValueException("name", name, "is taken here; use another, as one name stands for one person in every record")
                    : new RefusedValueException("email", email, "belongs to another account here");
        }
        audit.write(Done.of(What.ADDED, "account", id, "", List.of()), id.toString());
        return find(id).orElseThrow();
    }

    private void check(String name, String email) {
        if (name == null || name.isBlank() || name.codePointCount(0, name.length()) > 80) {
            throw new RefusedValueException("name", name, "must be a name of 1 to 80 characters");
        }
        // The program writes the record under its own name, and nobody may pass for it; nor may a name look like somebody's mail address.
        if (Text.canonical(name).equals("kiln ward") || name.contains("@")) {
            throw new RefusedValueException("name", name, "must be a person's name, without @");
        }
        if (Text.hasInvisible(name)) {
            throw new RefusedValueException("name", null, "must not have characters in it that are not seen");
        }
        if (blankIsNone(email) != null && (Text.hasInvisible(email) || email.length() > 254 || !email.strip().matches("[^@\\s<>\",;:]+@[^@\\s<>\",;:]+"))) {
            throw new RefusedValueException("email", email, "must be a mail address, like keeper@osier-end.example, or nothing");
        }
    }

    private static String blankIsNone(String email) {
        return email == null || email.isBlank() ? null : email.strip();
    }

    /** Ends an account under a name that is nobody's; nothing lets in by it any more. */
    void end(UUID account, String nobody) {
        sitesOf(account).forEach(each -> leave(account, each.site()));
        sql.sql("update account set name = ?, email = null, password = null, password_at = null, ended_at = ? where id = ?").param(nobody).param(Moments.now(clock)).param(account)
                .update();
        audit.write(Done.of(What.TAKEN_OUT, "account", account, "", List.of()), account.toString());
    }

    void changePassword(UUID account, String kept) {
        sql.sql("update account set password = ?, password_at = ? where id = ?").param(kept).param(Moments.now(clock)).param(account).update();
        audit.write(Done.of(What.CHANGED, "account", account, "", List.of(new Change("password", "(hidden)", "(hidden)"))), account.toString());
    }

    /**
     * Somebody belongs to a site from now on, or at another level.
     *
     * @param by who lets them in: themselves, where they came by a link
     */
    void join(UUID account, UUID site, Role level, UUID by) {
        sql.sql("insert into member (account_id, site_id, level, since) values (:account, :site, :level, :now) on duplicate key update level = :level").param("account", account)
                .param("site", site).param("level", level.name()).param("now", Moments.now(clock)).update();
        member(What.ADDED, account, site, null, level, by.toString());
    }

    private void member(What what, UUID account, UUID site, Role before, Role after, String by) {
        Done done = new Done(what, "member", account.toString(), "", null, site, null,
                List.of(new Change("level", before == null ? null : before.name(), after == null ? null : after.name())));
        if (by == null) {
            audit.write(done);
        } else {
            audit.write(done, by);
        }
    }

    /**
     * Changes what somebody may do at a site.
     *
     * @return whether they may do less than before
     * @throws NotFoundException   where they do not belong to it
     * @throws NotAllowedException where nobody would be an owner afterwards
     */
    boolean change(UUID account, UUID site, Role level) {
        Member member = hold(account, site);
        if (level != Role.OWNER) {
            keepAnOwner(member, site);
        }
        sql.sql("update member set level = ? where account_id = ? and site_id = ?").param(level.name()).param(account).param(site).update();
        member(What.CHANGED, account, site, member.level(), level, null);
        return level.compareTo(member.level()) < 0;
    }

    /** Somebody belongs to a site no longer; see {@link #change} for what is refused. */
    void leave(UUID account, UUID site) {
        Member member = hold(account, site);
        keepAnOwner(member, site);
        sql.sql("delete from member where account_id = ? and site_id = ?").param(account).param(site).update();
        member(What.REMOVED, account, site, member.level(), null, null);
    }

    /** Held against who would take away another owner at the same time. */
    private Member hold(UUID account, UUID site) {
        sql.sql("select account_id from member where site_id = ? for update").param(site).query(UUID.class).list();
        return of(site).stream().filter(each -> each.account().equals(account)).findFirst()
                .orElseThrow(() -> new NotFoundException("There is nobody " + account + " at this site."));
    }

    private void keepAnOwner(Member leaving, UUID site) {
        if (leaving.level() == Role.OWNER && of(site).stream().filter(each -> each.level() == Role.OWNER).count() < 2) {
            throw new NotAllowedException("A site needs an owner. Make somebody else one first.");
        }
    }

}
