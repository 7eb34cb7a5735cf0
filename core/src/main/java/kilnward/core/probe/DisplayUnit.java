package kilnward.core.probe;

import kilnward.core.air.Temperature;

/**
 * The unit a controller shows and is keyed in. Inside the model temperatures are in °C and humidities in %RH: that is what
 * "model" means here.
 */
public enum DisplayUnit {
    C,
    F {
        @Override
        public double toModel(double level) {
            return Temperature.fahrenheitToCelsius(level);
        }

        @Override
        public double fromModel(double level) {
            return Temperature.celsiusToFahrenheit(level);
        }

        @Override
        public double differenceToModel(double difference) {
            return Temperature.fahrenheitDifferenceToKelvin(difference);
        }

        @Override
        public double differenceFromModel(double difference) {
            return Temperature.kelvinToFahrenheitDifference(difference);
        }
    },
    RH;

    /** Whether it is a unit of relative humidity. */
    public boolean isHumidity() {
        return this == RH;
    }

    /** A level shown, in °C or %RH. */
    public double toModel(double level) {
        return level;
    }

    /** A level in °C or %RH, as shown. */
    public double fromModel(double level) {
        return level;
    }

    /** A difference shown, in K or points of %RH. */
    public double differenceToModel(double difference) {
        return difference;
    }

    /** A difference in K or points of %RH, as shown. */
    public double differenceFromModel(double difference) {
        return difference;
    }
}
