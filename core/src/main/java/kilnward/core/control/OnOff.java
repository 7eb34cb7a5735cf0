package kilnward.core.control;

import java.util.Objects;
import java.util.OptionalDouble;

/**
 * On/off control between two switching points; between them the output stays as it is.
 *
 * @param points switching points, as displayed
 * @param strict whether the display must pass a point ({@code >}) rather than reach it ({@code ≥}) to switch
 */
public record OnOff(SwitchingPoints points, boolean strict) implements Law {
    /** Displays are multiples of their resolution only to rounding; no controller resolves this. */
    private static final double SAME = 1e-9;

    public OnOff {
        Objects.requireNonNull(points, "points");
    }

    @Override
    public boolean isTimeless() {
        return true;
    }

    @Override
    public OptionalDouble holdsAbout() {
        return OptionalDouble.of(0.5 * (points.onAt() + points.offAt()));
    }

    @Override
    public Runner start() {
        boolean raises = points.direction() == Direction.RAISE;
        double sign = raises ? 1 : -1;
        double margin = strict ? -SAME : SAME;
        double on = sign * points.onAt() + margin;
        double off = sign * points.offAt() - margin;
        return new Runner() {
            private boolean wanted;

            @Override
            public double demand(Seen seen) {
                double value = sign * seen.shown();
                if (value <= on) {
                    wanted = true;
                } else if (value >= off) {
                    wanted = false;
                }
                return wanted ? 1 : 0;
            }
        };
    }
}
