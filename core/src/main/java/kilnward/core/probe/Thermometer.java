package kilnward.core.probe;

import kilnward.core.air.Root;
import kilnward.core.finding.Require;

/**
 * A sensor whose resistance tells its temperature. A closed family: one record a formula. What lies outside the range of a
 * working sensor is not a temperature but a fault, and an open lead is told from a short.
 */
public sealed interface Thermometer permits Platinum, SteinhartHart, BetaThermistor {
    /** Lowest temperature it is made for (°C). */
    double lowestC();

    /** Highest temperature it is made for (°C). */
    double highestC();

    /**
     * @param temperatureC temperature (°C), within the range
     * @return resistance (Ω)
     * @throws kilnward.core.finding.RefusedValueException outside the range
     */
    double resistanceOhm(double temperatureC);

    /** State of the sensor and its leads. */
    enum Contact {
        /** A temperature within its range. */
        SOUND,
        /** More resistance than any temperature of its range gives: missing, unplugged or broken. */
        OPEN,
        /** Less resistance than any temperature of its range gives. */
        SHORTED,
        /** Beyond its range to one side, where a real temperature cannot be told from a failing lead. */
        OUT_OF_RANGE
    }

    /**
     * What a resistance tells.
     *
     * @param contact      state of the sensor
     * @param temperatureC temperature (°C); empty unless sound
     */
    record Told(Contact contact, java.util.OptionalDouble temperatureC) {
    }

    /**
     * The inverse, looked for in the one direction, so that the two directions cannot disagree (to 1e-9 K).
     *
     * @param resistanceOhm resistance (Ω), 0 or more; infinite for an open lead
     */
    default Told tell(double resistanceOhm) {
        Require.that(resistanceOhm >= 0, "resistanceOhm", resistanceOhm, "must be 0 or more");
        double atLowest = resistanceOhm(lowestC());
        double atHighest = resistanceOhm(highestC());
        double most = Math.max(atLowest, atHighest);
        double least = Math.min(atLowest, atHighest);
        // A lead that works loose or leaks passes through every value; far outside, it is plainly a fault.
        if (resistanceOhm > 2 * most) {
            return new Told(Contact.OPEN, java.util.OptionalDouble.empty());
        }
        if (resistanceOhm < 0.5 * least) {
            return new Told(Contact.SHORTED, java.util.OptionalDouble.empty());
        }
        if (resistanceOhm > most || resistanceOhm < least) {
            return new Told(Contact.OUT_OF_RANGE, java.util.OptionalDouble.empty());
        }
        double temperatureC = Root.between(each -> resistanceOhm(each) - resistanceOhm, lowestC(), highestC(), 1e-9);
        return new Told(Contact.SOUND, java.util.OptionalDouble.of(temperatureC));
    }
}
