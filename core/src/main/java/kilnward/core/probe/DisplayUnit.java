package kilnward.core.probe;

import kilnward.core.air.Temperature;

/** The unit a controller shows and is keyed in. */
public enum DisplayUnit {
    C {
        @Override
        public double toCelsius(double level) {
            return level;
        }

        @Override
        public double fromCelsius(double levelC) {
            return levelC;
        }

        @Override
        public double differenceToKelvin(double difference) {
            return difference;
        }

        @Override
        public double differenceFromKelvin(double differenceK) {
            return differenceK;
        }
    },
    F {
        @Override
        public double toCelsius(double level) {
            return Temperature.fahrenheitToCelsius(level);
        }

        @Override
        public double fromCelsius(double levelC) {
            return Temperature.celsiusToFahrenheit(levelC);
        }

        @Override
        public double differenceToKelvin(double difference) {
            return Temperature.fahrenheitDifferenceToKelvin(difference);
        }

        @Override
        public double differenceFromKelvin(double differenceK) {
            return Temperature.kelvinToFahrenheitDifference(differenceK);
        }
    };

    /** A level shown, in °C. */
    public abstract double toCelsius(double level);

    /** A level in °C, as shown. */
    public abstract double fromCelsius(double levelC);

    /** A difference shown, in K. */
    public abstract double differenceToKelvin(double difference);

    /** A difference in K, as shown. */
    public abstract double differenceFromKelvin(double differenceK);
}
