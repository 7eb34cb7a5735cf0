package kilnward.server.stream;

import java.util.List;
import java.util.UUID;
import kilnward.server.wire.OrNull;

/** What a room tells those who watch: each room whose changes go out gives one as a bean. Asked by one thread at a time. */
public interface ChangeFeed {
    /**
     * Something that changed.
     *
     * @param event   the name under which it is sent
     * @param site    whose it is
     * @param chamber where; null for the whole site
     * @param what    what is sent, as JSON
     */
    record Change(String event, UUID site, @OrNull UUID chamber, Object what) {
    }

    /**
     * What has changed since the last time; nothing the first time.
     *
     * @param nowUs by the clock of the server (µs since 1970)
     */
    List<Change> changes(long nowUs);

    /** Begins anew: what is there then is not told. */
    void forget();
}
