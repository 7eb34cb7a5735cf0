package kilnward.core.probe;

import kilnward.core.air.Temperature;
import kilnward.core.quantity.Quantity;

/**
 * The unit a controller shows and is keyed in. "Model" means as {@link Quantity} has it: °C, %RH, ppm.
 */
public enum DisplayUnit {
    C(Quantity.TEMPERATURE, "°C", "K"),
    F(Quantity.TEMPERATURE, "°F", "°F") {
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
    RH(Quantity.RELATIVE_HUMIDITY, "%RH", "points"),
    PPM(Quantity.CARBON_DIOXIDE, "ppm", "ppm");

    private final Quantity quantity;
    private final String sign;
    private final String differenceSign;

    DisplayUnit(Quantity quantity, String sign, String differenceSign) {
        this.quantity = quantity;
        this.sign = sign;
        this.differenceSign = differenceSign;
    }

    /** As it is written beside a level. */
    public String sign() {
        return sign;
    }

    /** As it is written beside a difference. */
    public String differenceSign() {
        return differenceSign;
    }

    /** What it is a unit of. */
    public Quantity quantity() {
        return quantity;
    }

    /** Whether it is a unit of temperature. */
    public boolean isTemperature() {
        return quantity == Quantity.TEMPERATURE;
    }

    /** A level shown, in °C, %RH or ppm. */
    public double toModel(double level) {
        return level;
    }

    /** A level in °C, %RH or ppm, as shown. */
    public double fromModel(double level) {
        return level;
    }

    /** A difference shown, in K, points of %RH or ppm. */
    public double differenceToModel(double difference) {
        return difference;
    }

    /** A difference in K, points of %RH or ppm, as shown. */
    public double differenceFromModel(double difference) {
        return difference;
    }
}
