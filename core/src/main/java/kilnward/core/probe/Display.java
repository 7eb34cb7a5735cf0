package kilnward.core.probe;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * What a controller makes of its probe: offset added, then rounded.
 *
 * @param unit       unit shown
 * @param resolution smallest step shown, in {@code unit}, above 0
 * @param offset     offset keyed in, a difference in {@code unit}
 */
public record Display(DisplayUnit unit, @Bounded(min = 0.001, max = 10) double resolution, @Bounded(min = -50, max = 50) double offset) {
    public Display {
        Objects.requireNonNull(unit, "unit");
        Require.within(Display.class, "resolution", resolution);
        Require.within(Display.class, "offset", offset);
    }

    /**
     * @param sensed what the sensor gives, its error included (°C or %RH)
     * @return the value shown, in {@link #unit()}
     */
    public double shown(double sensed) {
        return Math.rint((unit.fromModel(sensed) + offset) / resolution) * resolution;
    }
}
