package kilnward.core.probe;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What reads a quantity of the air beside the thermometer of a probe. One of humidity reads it at its own temperature.
 *
 * @param lagS      time constant (s)
 * @param error     what it reads too much, in the model's unit; negative where it reads too little
 * @param mistShare how far droplets on its cap pull a humidity towards 100 %RH while mist hangs in the air: 0 shielded, 1 in the stream
 */
public record AirSensor(@Bounded(min = 1, max = 7200, unit = "s") double lagS, double error, @Bounded(min = 0, max = 1) double mistShare) {
    public AirSensor {
        Require.within(AirSensor.class, "lagS", lagS);
        Require.finite("error", error);
        Require.within(AirSensor.class, "mistShare", mistShare);
    }

    /** The same with another error. */
    public AirSensor withError(double other) {
        return new AirSensor(lagS, other, mistShare);
    }
}
