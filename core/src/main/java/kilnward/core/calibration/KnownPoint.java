package kilnward.core.calibration;

import java.util.OptionalDouble;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;

/** A temperature or a humidity that people can make. A closed family. */
public sealed interface KnownPoint permits KnownPoint.IceWater, KnownPoint.BoilingWater, KnownPoint.SaltJar {
    /** What it stands at (°C or %RH). */
    double value();

    /** Standard uncertainty of one made with care (K or points). */
    double standard();

    /** Whether it is a humidity. */
    default boolean isHumidity() {
        return false;
    }

    /** A stirred bath of crushed ice and water (practice of ASTM E563; its uncertainty at home is common practice, no source). */
    record IceWater() implements KnownPoint {
        @Override
        public double value() {
            return 0;
        }

        @Override
        public double standard() {
            return 0.05;
        }
    }

    /**
     * Boiling water, by station pressure where that is known, otherwise by altitude in the ICAO standard atmosphere: weather moves it
     * 0.28 K for 10 hPa.
     *
     * @param altitudeM altitude (m), −500 to 9000
     * @param stationPa pressure at the place, not reduced to sea level (Pa); empty where it is not known
     */
    record BoilingWater(double altitudeM, OptionalDouble stationPa) implements KnownPoint {
        private static final double KNOWN = 0.1;
        /** Weather of ± 20 hPa about the standard atmosphere; common practice, no source. */
        private static final double BY_ALTITUDE = 0.35;

        @Override
        public double value() {
            return MoistAir.boilingPointC(stationPa.orElseGet(() -> StandardAtmosphere.pressurePa(altitudeM)));
        }

        @Override
        public double standard() {
            return stationPa.isPresent() ? KNOWN : BY_ALTITUDE;
        }
    }

    /**
     * The air in a closed jar above a saturated salt solution, after some hours (ASTM E104 describes the practice).
     *
     * @param salt         the salt
     * @param temperatureC temperature of the jar (°C), within the salt's table
     */
    record SaltJar(Salt salt, double temperatureC) implements KnownPoint {
        public SaltJar {
            salt.humidityPct(temperatureC);
        }

        @Override
        public double value() {
            return salt.humidityPct(temperatureC);
        }

        @Override
        public double standard() {
            return salt.standardPct();
        }

        @Override
        public boolean isHumidity() {
            return true;
        }
    }
}
