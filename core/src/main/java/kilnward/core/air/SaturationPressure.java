package kilnward.core.air;

import java.util.OptionalDouble;

/** Saturation pressure of water vapour, and its inverse, so that the two directions cannot disagree. */
public interface SaturationPressure {
    /** @return lowest temperature of the formula's range (°C) */
    double lowestC();

    /** @return highest temperature of the formula's range (°C) */
    double highestC();

    /**
     * @param temperatureC temperature (°C), within the range of the formula
     * @return saturation pressure (Pa)
     * @throws kilnward.core.finding.RefusedValueException outside the range
     */
    double pressurePa(double temperatureC);

    /**
     * The temperature at which a vapour pressure saturates: the dew or frost point, and at station pressure the boiling
     * point.
     *
     * @param pressurePa vapour pressure (Pa)
     * @return temperature (°C), to 1e-9 K; empty where it lies outside the range of the formula (dry air has none)
     */
    default OptionalDouble temperatureC(double pressurePa) {
        double low = lowestC();
        double high = highestC();
        if (!(pressurePa >= pressurePa(low) && pressurePa <= pressurePa(high))) {
            return OptionalDouble.empty();
        }
        return OptionalDouble.of(Root.between(temperatureC -> pressurePa(temperatureC) - pressurePa, low, high, 1e-9));
    }
}
