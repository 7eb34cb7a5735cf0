package kilnward.core.probe;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * What a controller makes of its probe: offset added, then rounded.
 *
 * @param unit       unit shown
 * @param resolution smallest step shown, in {@code unit}, above 0
 * @param offset     offset keyed in, a difference in {@code unit}
 */
public record Display(DisplayUnit unit, double resolution, double offset) {
    public Display {
        Objects.requireNonNull(unit, "unit");
        Require.within("resolution", resolution, 0.001, 10, "");
        Require.within("offset", offset, -50, 50, "");
    }

    /**
     * @param sensedC temperature as the sensor gives it, its error included (°C)
     * @return the value shown, in {@link #unit()}
     */
    public double shown(double sensedC) {
        return Math.rint((unit.fromCelsius(sensedC) + offset) / resolution) * resolution;
    }
}
