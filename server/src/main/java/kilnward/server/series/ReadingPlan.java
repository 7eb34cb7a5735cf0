package kilnward.server.series;

import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.util.List;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.wire.problem.Within;

/** A reading that is asked about, and belongs to no series. */
public record ReadingPlan(@NotNull Instant at, @NotNull @Within(min = -1e9, max = 1e9) Double value) {
    /** @throws RefusedValueException where one is not after the one before it */
    public static void requireInOrder(List<ReadingPlan> readings) {
        for (int i = 1; i < readings.size(); i++) {
            if (!readings.get(i).at.isAfter(readings.get(i - 1).at)) {
                throw new RefusedValueException("readings[" + i + "].at", readings.get(i).at, "must be after the reading before it");
            }
        }
    }
}
