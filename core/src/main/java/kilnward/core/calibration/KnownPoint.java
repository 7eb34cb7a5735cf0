package kilnward.core.calibration;

import java.util.OptionalDouble;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.quantity.Quantity;

/** A value that people can make or go out to. A closed family. */
public sealed interface KnownPoint permits KnownPoint.IceWater, KnownPoint.BoilingWater, KnownPoint.SaltJar, KnownPoint.OutdoorAir {
    /** What it stands at, in the model's unit. */
    double value();

    /** Standard uncertainty of one made with care. */
    double standard();

    /** What it is a value of. */
    default Quantity quantity() {
        return Quantity.TEMPERATURE;
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
     * Outdoor air away from people, traffic and chimneys: the world's mean of carbon dioxide in 2024 (NOAA Global Monitoring Laboratory, Trends in CO2; from memory); about 15 ppm up or down
     * near plants and roads, common practice, no source.
     */
    record OutdoorAir() implements KnownPoint {
        @Override
        public double value() {
            return 423;
        }

        @Override
        public double standard() {
            return 15;
        }

        @Override
        public Quantity quantity() {
            return Quantity.CARBON_DIOXIDE;
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
        public Quantity quantity() {
            return Quantity.RELATIVE_HUMIDITY;
        }
    }
}
