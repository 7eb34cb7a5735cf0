package kilnward.server.store;

import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * Whose a part is, or ever was: the audit remembers parts that were removed, with the chambers they were removed from, so that nobody's history can be taken
 * over by naming its id.
 */
@Repository
public class Owners {
    /** What parts belong to. */
    public enum Part {
        APPLIANCE("select id, chamber_id from chamber_appliance_aud where id in (:ids)"),
        PROBE("select id, chamber_id from chamber_probe_aud where id in (:ids)"),
        CONTROLLER("select id, chamber_id from chamber_controller_aud where id in (:ids)"),
        /** An output belongs to a controller. */
        LOOP("select id, controller_id from controller_loop_aud where id in (:ids)");

        private final String query;

        Part(String query) {
            this.query = query;
        }
    }

    private final JdbcClient jdbc;

    public Owners(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** The owner of each part that has or had one, by the part's id. */
    public Map<UUID, UUID> of(Part part, Collection<UUID> ids) {
        Map<UUID, UUID> owners = new HashMap<>();
        if (!ids.isEmpty()) {
            jdbc.sql(part.query).param("ids", ids.stream().map(UUID::toString).toList()).query((row, i) -> owners.put(UUID.fromString(row.getString(1)), UUID.fromString(row.getString(2)))).list();
        }
        return owners;
    }
}
