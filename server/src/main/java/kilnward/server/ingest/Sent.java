package kilnward.server.ingest;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import kilnward.core.series.SeriesUnit;
import kilnward.server.wire.problem.FieldProblem;

/**
 * A reading as it was sent.
 *
 * @param index  its place among all that was sent, the first being 0
 * @param series the series it names
 * @param unit   what it says it is in; empty for that of its series
 */
record Sent(int index, String series, Instant at, double value, Optional<SeriesUnit> unit) {
    /**
     * What was sent, read.
     *
     * @param good what can be used
     * @param bad  what cannot, with its line or its path
     */
    record Read(List<Sent> good, List<FieldProblem> bad) {
    }
}
