package kilnward.server.audit;

import java.security.SecureRandom;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.time.Clock;
import java.util.HexFormat;
import java.util.List;
import java.util.UUID;
import javax.sql.DataSource;
import kilnward.server.people.Here;
import kilnward.server.people.Person;
import kilnward.server.store.Moments;
import kilnward.server.store.Token;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import tools.jackson.databind.json.JsonMapper;

/** Writes down who changed what, within the transaction that changes it: either both are kept or neither. */
@Component
public class Audit {
    /** Who where nobody asked for it. */
    public static final String ITSELF = "Kiln Ward";
    private static final String NOWHERE = "this server";
    private static final int LONGEST_NAME = 120;
    private static final int LONGEST_WHY = 1_000;
    private static final SecureRandom RANDOM = new SecureRandom();
    private final DataSource database;
    private final JsonMapper json;
    private final Clock clock;

    public Audit(DataSource database, JsonMapper json, Clock clock) {
        this.database = database;
        this.json = json;
        this.clock = clock;
    }

    /** What was done to a thing. */
    public enum What {
        ADDED,
        CHANGED,
        REMOVED,
        SIGNED_IN,
        SIGN_IN_FAILED,
        SIGNED_OUT,
        TAKEN_OUT
    }

    /**
     * Something that was changed.
     *
     * @param thing   what kind of thing, like {@code chamber}
     * @param thingId its id
     * @param named   what people call it; empty for nothing
     * @param chamber to which it belongs; null for none
     * @param site    to which it belongs; null for the one here, if any
     * @param why     as somebody gave it; null for nothing
     */
    public record Done(What what, String thing, String thingId, String named, UUID chamber, UUID site, String why, List<Change> changes) {
        /** Something of the site here that belongs to no chamber. */
        public static Done of(What what, String thing, Object thingId, String named, List<Change> changes) {
            return new Done(what, thing, thingId.toString(), named, null, null, null, changes);
        }

        /** Something that belongs to a chamber. */
        public static Done in(UUID chamber, What what, String thing, Object thingId, String named, String why, List<Change> changes) {
            return new Done(what, thing, thingId.toString(), named, chamber, null, why, changes);
        }
    }

    /** Writes something down as done by whoever asks now. */
    public void write(Done done) {
        write(done, who());
    }

    /** Writes something down as done by an account. */
    public void write(Done done, String who) {
        Connection connection = DataSourceUtils.getConnection(database);
        try {
            write(connection, done, who);
        } catch (SQLException failed) {
            throw new IllegalStateException("what was done could not be written down", failed);
        } finally {
            DataSourceUtils.releaseConnection(connection, database);
        }
    }

    void write(Connection connection, Done done) throws SQLException {
        write(connection, done, who());
    }

    private void write(Connection connection, Done done, String who) throws SQLException {
        UUID id = UUID.randomUUID();
        byte[] salt = new byte[16];
        RANDOM.nextBytes(salt);
        String salted = HexFormat.of().formatHex(salt);
        String origin = origin();
        try (PreparedStatement row = connection
                .prepareStatement("insert into audit_entry (id, at_us, site_id, chamber_id, who, what, thing, thing_id, named, why, changes, origin_proof)"
                        + " values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)");
                PreparedStatement from = connection.prepareStatement("insert into audit_origin (entry_id, origin, salt) values (?, ?, ?)")) {
            UUID site = done.site() == null ? Here.site().orElse(null) : done.site();
            row.setObject(1, id);
            row.setLong(2, Moments.nowUs(clock));
            row.setObject(3, site);
            row.setObject(4, done.chamber());
            row.setString(5, who);
            row.setString(6, done.what().name());
            row.setString(7, done.thing());
            row.setString(8, done.thingId());
            row.setString(9, cut(done.named() == null ? "" : done.named(), LONGEST_NAME));
            row.setString(10, cut(done.why(), LONGEST_WHY));
            row.setString(11, json.writeValueAsString(done.changes()));
            row.setString(12, proof(salted, origin));
            row.executeUpdate();
            from.setObject(1, id);
            from.setString(2, origin);
            from.setString(3, salted);
            from.executeUpdate();
        }
    }

    /** What a row keeps of where it came from, so that this can be proven, and be taken out. */
    static String proof(String salt, String origin) {
        return Token.hashText(salt + "\n" + origin);
    }

    private static String cut(String text, int longest) {
        return text == null || text.length() <= longest ? text : text.substring(0, longest - 1) + "…";
    }

    /** An account by its id, so that its name can be taken out; in the demo a role. */
    private static String who() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        if (who == null || !(who.getPrincipal() instanceof Person person)) {
            return ITSELF;
        }
        return person.account() == null ? person.name() : person.account().toString();
    }

    private static String origin() {
        return RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes asked ? asked.getRequest().getRemoteAddr() : NOWHERE;
    }
}
