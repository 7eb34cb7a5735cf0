package kilnward.server.series;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.server.series.SeriesViews.ReadingView;
import kilnward.server.series.SeriesViews.Removed;

/** What devices and series tell of their readings; the room that keeps readings answers. */
public interface KnownReadings {
    /** The newest reading of each of some series, by its number; a series without one is not there. */
    Map<Integer, ReadingView> latest(Collection<Integer> numbers);

    /** How many readings of a device wait for a decision. */
    long waiting(UUID deviceId);

    /** What was taken out of a series, the latest first. */
    List<Removed> removed(UUID seriesId);
}
