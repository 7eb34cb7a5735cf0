package kilnward.core.series;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import kilnward.core.air.Temperature;
import kilnward.core.quantity.Quantity;

/**
 * A unit that a device sends in, what it is kept in, and what can be at all: a reading outside is an error of the device. The ranges are those of common small
 * sensors with room to spare; common practice, no source.
 */
public enum SeriesUnit {
    C(Quantity.TEMPERATURE, "°C", -60, 150, "celsius"),
    F(Quantity.TEMPERATURE, "°F", -76, 302, "fahrenheit"),
    /** A capacitive sensor in mist says a little more than 100. */
    RH(Quantity.RELATIVE_HUMIDITY, "%RH", 0, 105, "%", "pct", "percent"),
    LX(Quantity.LIGHT, "lx", 0, 200_000, "lux"),
    /** Photosynthetic photon flux density. */
    UMOL_M2_S(Quantity.LIGHT, "µmol/m²s", 0, 3_000, "ppfd"),
    PPM(Quantity.CARBON_DIOXIDE, "ppm", 0, 200_000),
    MM(Quantity.WATER_LEVEL, "mm", -1_000, 10_000),
    CM(Quantity.WATER_LEVEL, "cm", -100, 1_000),
    INCH(Quantity.WATER_LEVEL, "in", -40, 400, "inches"),
    PH(Quantity.PH, "pH", 0, 14),
    US_CM(Quantity.CONDUCTIVITY, "µS/cm", 0, 200_000, "us/cm"),
    MS_CM(Quantity.CONDUCTIVITY, "mS/cm", 0, 200),
    W(Quantity.POWER, "W", 0, 100_000, "watt");

    private static final double MILLIONTHS = 1e6;
    private static final double MM_PER_INCH = 25.4;
    private final Quantity measured;
    private final String sign;
    private final double lowest;
    private final double highest;
    private final List<String> names;

    SeriesUnit(Quantity measured, String sign, double lowest, double highest, String... names) {
        this.measured = measured;
        this.sign = sign;
        this.lowest = lowest;
        this.highest = highest;
        this.names = List.of(names);
    }

    /** What it is a unit of. */
    public Quantity measured() {
        return measured;
    }

    /** As it is written beside a number. */
    public String sign() {
        return sign;
    }

    /** Least that can be, in this unit. */
    public double lowest() {
        return lowest;
    }

    /** Most that can be, in this unit. */
    public double highest() {
        return highest;
    }

    /** What values are kept in: °C for °F, and so on; lux and photon flux are each their own, since one does not follow from the other. */
    public SeriesUnit kept() {
        return switch (this) {
            case F -> C;
            case CM, INCH -> MM;
            case MS_CM -> US_CM;
            default -> this;
        };
    }

    /** The first unit of a quantity. */
    public static SeriesUnit of(Quantity measured) {
        return Arrays.stream(values()).filter(each -> each.measured == measured).findFirst().orElseThrow();
    }

    /** A unit as somebody writes it: its name, its sign or another common name, in whatever case; empty for none that is known. */
    public static Optional<SeriesUnit> read(String text) {
        String wanted = plain(text);
        return Arrays.stream(values())
                .filter(each -> plain(each.name()).equals(wanted) || plain(each.sign).equals(wanted) || each.names.stream().anyMatch(name -> plain(name).equals(wanted)))
                .findFirst();
    }

    private static String plain(String text) {
        return text.strip().toLowerCase(Locale.ROOT).replace("°", "").replace("μ", "µ").replace("µ", "u").replace("²", "2").replace("_", "").replace("/", "").replace(" ", "");
    }

    /** Whether a value in this unit can be. */
    public boolean isPossible(double value) {
        return value >= lowest && value <= highest;
    }

    /** A value of this unit in millionths of the unit it is kept in; halves away from zero. */
    public long keptMillionths(double value) {
        double kept = switch (this) {
            case F -> Temperature.fahrenheitToCelsius(value);
            case CM -> 10 * value;
            case INCH -> MM_PER_INCH * value;
            case MS_CM -> 1000 * value;
            default -> value;
        };
        return millionths(kept);
    }

    /** A value in whole millionths; halves away from zero. */
    public static long millionths(double value) {
        return value < 0 ? -Math.round(-value * MILLIONTHS) : Math.round(value * MILLIONTHS);
    }

    /** Whole millionths as a value. */
    public static double value(long millionths) {
        return millionths / MILLIONTHS;
    }
}
