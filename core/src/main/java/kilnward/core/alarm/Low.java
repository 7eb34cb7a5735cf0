package kilnward.core.alarm;

import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * At the limit and below; over when strictly above limit and deadband.
 *
 * @param limit    in the unit of the readings
 * @param deadband 0 or more, in the unit of the readings
 */
public record Low(double limit, @Bounded(min = 0, max = 1e6) double deadband) implements Condition {
    public Low {
        Require.finite("limit", limit);
        Require.within(Low.class, "deadband", deadband);
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        OptionalDouble value = heard.at(atS);
        return value.isPresent() && value.getAsDouble() <= (was ? limit + deadband : limit);
    }

    @Override
    public double lookBackS() {
        return 0;
    }
}
