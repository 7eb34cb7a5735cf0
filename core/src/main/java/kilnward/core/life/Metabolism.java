package kilnward.core.life;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What living things give off at one moment.
 *
 * @param heatW   heat, what evaporates from them included (W)
 * @param waterGh water vapour (g/h)
 * @param co2Gh   carbon dioxide (g/h)
 */
public record Metabolism(@Bounded(min = 0, max = 100_000, unit = "W") double heatW, @Bounded(min = 0, max = 1_000_000, unit = "g/h") double waterGh,
        @Bounded(min = 0, max = 1_000_000, unit = "g/h") double co2Gh) {
    /** Nothing lives there. */
    public static final Metabolism NONE = new Metabolism(0, 0, 0);

    public Metabolism {
        Require.within(Metabolism.class, "heatW", heatW);
        Require.within(Metabolism.class, "waterGh", waterGh);
        Require.within(Metabolism.class, "co2Gh", co2Gh);
    }

    /** Heat alone. */
    public static Metabolism heat(double watts) {
        return new Metabolism(watts, 0, 0);
    }

    /** Water vapour (kg/s). */
    public double waterKgS() {
        return waterGh / 3.6e6;
    }

    /** So many times as much. */
    public Metabolism times(double factor) {
        return new Metabolism(heatW * factor, waterGh * factor, co2Gh * factor);
    }

    /** Part of the way from this to another: 0 is this, 1 is the other. */
    Metabolism towards(Metabolism other, double share) {
        return new Metabolism(heatW + share * (other.heatW - heatW), waterGh + share * (other.waterGh - waterGh), co2Gh + share * (other.co2Gh - co2Gh));
    }
}
