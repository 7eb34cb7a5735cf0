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
     * @param sensed what the sensor gives, its error included (°C or %RH)
     * @return the value shown, in {@link #unit()}
     */
    public double shown(double sensed) {
        return Math.rint((unit.fromModel(sensed) + offset) / resolution) * resolution;
    }
}
