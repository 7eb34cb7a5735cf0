package kilnward.core.control;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * Where an on/off output switches, as displayed.
 *
 * @param direction which way the output moves the quantity
 * @param onAt      value at which it comes on, in the controller's unit
 * @param offAt     value at which it stops: above {@code onAt} when raising, below when lowering
 */
public record SwitchingPoints(Direction direction, double onAt, double offAt) {
    public SwitchingPoints {
        Objects.requireNonNull(direction, "direction");
        Require.finite("onAt", onAt);
        Require.finite("offAt", offAt);
        Require.that(onAt != offAt, "offAt", offAt, "must differ from onAt, or the output would never rest");
        Require.that(direction == Direction.RAISE == offAt > onAt, "offAt", offAt,
                direction == Direction.RAISE ? "must be above onAt when raising" : "must be below onAt when lowering");
    }

    /** A pair tells its own direction: on below off raises, on above off lowers. */
    public static SwitchingPoints ofPair(double onAt, double offAt) {
        return new SwitchingPoints(offAt > onAt ? Direction.RAISE : Direction.LOWER, onAt, offAt);
    }

    /** Distance between the two points, never negative, in the controller's unit as a difference. */
    public double width() {
        return Math.abs(offAt - onAt);
    }
}
