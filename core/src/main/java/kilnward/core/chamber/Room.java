package kilnward.core.chamber;

import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.air.MoistAir;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * The room the chamber stands in: the coldest and the warmest it gets in the season.
 *
 * @param coldestC    coldest (°C)
 * @param warmestC    warmest (°C), not below {@code coldestC}
 * @param warmestHour hour of the day at which it is warmest, 0 to 24; it is coldest twelve hours away
 * @param humidityPct relative humidity at the mean of the two (%RH); empty where it is not known, and then moisture is not
 *                    simulated
 * @param groundC     temperature under a box that stands on the ground (°C); empty for one that stands in the room
 * @param sun         sun on it; empty for none
 * @param carbonDioxidePpm carbon dioxide in its air (ppm); empty where it is not known, and then none is simulated
 */
public record Room(@Bounded(min = -50, max = 60, unit = "°C") double coldestC, @Bounded(min = -50, max = 60, unit = "°C") double warmestC,
        @Bounded(min = 0, max = 24, unit = "h") double warmestHour, @Bounded(min = 0, max = 100, unit = "%RH") OptionalDouble humidityPct,
        @Bounded(min = -50, max = 60, unit = "°C") OptionalDouble groundC,
        Optional<Sun> sun, @Bounded(min = 200, max = 10_000, unit = "ppm") OptionalDouble carbonDioxidePpm) {
    public Room {
        Require.within(Room.class, "coldestC", coldestC);
        Require.within(Room.class, "warmestC", warmestC);
        Require.that(warmestC >= coldestC, "warmestC", warmestC,
                "must not be below coldestC (" + Require.plain(coldestC) + " °C)");
        Require.within(Room.class, "warmestHour", warmestHour);
        humidityPct.ifPresent(humidity -> Require.within(Room.class, "humidityPct", humidity));
        groundC.ifPresent(ground -> Require.within(Room.class, "groundC", ground));
        Objects.requireNonNull(sun, "sun");
        carbonDioxidePpm.ifPresent(ppm -> Require.within(Room.class, "carbonDioxidePpm", ppm));
    }

    /** A room of whose carbon dioxide nothing is known. */
    public Room(double coldestC, double warmestC, double warmestHour, OptionalDouble humidityPct, OptionalDouble groundC, Optional<Sun> sun) {
        this(coldestC, warmestC, warmestHour, humidityPct, groundC, sun, OptionalDouble.empty());
    }

    /** What there is of a quantity in its air, in the model's unit: its mean; empty where that is not known. */
    public OptionalDouble of(Quantity quantity) {
        return switch (quantity) {
            case TEMPERATURE -> OptionalDouble.of(meanC());
            case RELATIVE_HUMIDITY -> humidityPct;
            case CARBON_DIOXIDE -> carbonDioxidePpm;
            case LIGHT, WATER_LEVEL, PH, CONDUCTIVITY, POWER -> OptionalDouble.empty();
        };
    }

    /** The field that says so. */
    public static String field(Quantity quantity) {
        return quantity == Quantity.CARBON_DIOXIDE ? "carbonDioxidePpm" : "humidityPct";
    }

    /** A room of which only the temperature is known. */
    public static Room of(double coldestC, double warmestC, double warmestHour) {
        return new Room(coldestC, warmestC, warmestHour, OptionalDouble.empty(), OptionalDouble.empty(), Optional.empty());
    }

    /** The same room with a humidity (%RH). */
    public Room withHumidity(double humidityPct) {
        return new Room(coldestC, warmestC, warmestHour, OptionalDouble.of(humidityPct), groundC, sun, carbonDioxidePpm);
    }

    /** The same room with carbon dioxide (ppm). */
    public Room withCarbonDioxide(double ppm) {
        return new Room(coldestC, warmestC, warmestHour, humidityPct, groundC, sun, OptionalDouble.of(ppm));
    }

    /** Mean of coldest and warmest (°C). */
    public double meanC() {
        return 0.5 * (coldestC + warmestC);
    }

    /**
     * Vapour pressure of the room's air (Pa). The air of a room keeps its vapour through a day while its temperature moves,
     * so it is taken as constant; where that would be more than saturated, the excess is dew elsewhere.
     */
    public OptionalDouble vapourPressurePa() {
        return humidityPct.isEmpty() ? OptionalDouble.empty()
                : OptionalDouble.of(humidityPct.getAsDouble() / 100 * MoistAir.saturationPressurePa(meanC()));
    }

    /** The hour at which it is coldest: half a day from the warmest. */
    public double coldestHour() {
        return (warmestHour + 12) % 24;
    }
}
