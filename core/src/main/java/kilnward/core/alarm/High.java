package kilnward.core.alarm;

import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * At the limit and above; over when strictly below limit less deadband.
 *
 * @param limit    in the unit of the readings
 * @param deadband 0 or more, in the unit of the readings
 */
public record High(double limit, @Bounded(min = 0, max = 1e6) double deadband) implements Condition {
    public High {
        Require.finite("limit", limit);
        Require.within(High.class, "deadband", deadband);
    }

    @Override
    public boolean is(Heard heard, double atS, boolean was) {
        OptionalDouble value = heard.at(atS);
        return value.isPresent() && value.getAsDouble() >= (was ? limit - deadband : limit);
    }

    @Override
    public double lookBackS() {
        return 0;
    }
}
