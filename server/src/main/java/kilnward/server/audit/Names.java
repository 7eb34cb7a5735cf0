package kilnward.server.audit;

import java.util.Map;

/** What people are called who stand in the record by an id. */
public interface Names {
    /** By id; who was taken out is called so. */
    Map<String, String> names();
}
