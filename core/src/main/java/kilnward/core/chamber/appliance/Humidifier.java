package kilnward.core.chamber.appliance;

import java.util.Objects;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A humidifier. What it gives off takes its latent heat from the air.
 *
 * @param id          stable name within the chamber
 * @param kind        how it gives off its water
 * @param outputGh    output while on (g/h); for an evaporating surface that at 25 °C and 50 %RH
 * @param electricalW power while on (W)
 * @param pulseOnS    while switched on it works for this long (s) …
 * @param pulseRestS  … and rests for this long (s); 0 for one that does not pulse
 */
public record Humidifier(String id, Kind kind, @Bounded(min = 0.01, max = 1e6, unit = "g/h") double outputGh, @Bounded(min = 0.01, max = 100_000, unit = "W") double electricalW,
        @Bounded(min = 1, max = 86_400, unit = "s") double pulseOnS, @Bounded(min = 0, max = 86_400, unit = "s") double pulseRestS) implements Appliance {
    /** How a humidifier gives off its water. */
    public enum Kind {
        /** A cold fog of droplets, at a constant rate; what the air cannot take falls on the contents. */
        ULTRASONIC,
        /** A wet surface in a stream of air: the damper the air, the less it gives. */
        EVAPORATING
    }

    public Humidifier {
        Require.named("id", id);
        Objects.requireNonNull(kind, "kind");
        Require.within(Humidifier.class, "outputGh", outputGh);
        Require.within(Humidifier.class, "electricalW", electricalW);
        Require.within(Humidifier.class, "pulseOnS", pulseOnS);
        Require.within(Humidifier.class, "pulseRestS", pulseRestS);
    }

    /** Whether it works at a time since it was switched on (s). */
    public boolean worksAt(double sinceS) {
        return pulseRestS == 0 || sinceS % (pulseOnS + pulseRestS) < pulseOnS;
    }

    /** Output of an evaporating surface as a volume of saturated air a second (m³/s): its rating over the deficit there. */
    public double evaporationM3s() {
        return outputGh / 3.6e6 / (0.5 * SaturatedVapour.densityKgM3(25));
    }

    @Override
    public Effect effect() {
        return Effect.MOISTENS;
    }

    @Override
    public double heatInsideW() {
        return electricalW;
    }

    @Override
    public boolean runsByItself() {
        return pulseRestS > 0;
    }
}
