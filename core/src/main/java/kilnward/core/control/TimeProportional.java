package kilnward.core.control;

import java.util.Objects;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * The school beyond on/off: in each window the output is on for a share of it, from how far the display is from the set value
 * (proportional) and how long it has been (integral). Between 0 and 1 the integral is held back, so that it does not wind up
 * while the output is full or off.
 *
 * @param direction which way the output works
 * @param setValue  set value, as displayed
 * @param band      full output at this distance from the set value, as displayed, above 0
 * @param integralS time in which the integral repeats what the band alone does (s); infinite for none
 * @param windowS   length of a window (s), 2 to 3600
 */
public record TimeProportional(Direction direction, double setValue, double band, double integralS, @Bounded(min = 2, max = 3600, unit = "s") double windowS) implements Law {
    public TimeProportional {
        Objects.requireNonNull(direction, "direction");
        Require.finite("setValue", setValue);
        Require.positive("band", band, "");
        Require.that(integralS > 0, "integralS", integralS, "must be above 0 s");
        Require.within(TimeProportional.class, "windowS", windowS);
    }

    @Override
    public boolean isTimeless() {
        return false;
    }

    @Override
    public OptionalDouble holdsAbout() {
        return OptionalDouble.of(setValue);
    }

    @Override
    public Runner start() {
        double sign = direction == Direction.RAISE ? 1 : -1;
        return new Runner() {
            private double integral;
            private double lastS = Double.NaN;
            private double windowFromS = Double.NEGATIVE_INFINITY;
            private double share;

            @Override
            public double demand(Seen seen) {
                double error = sign * (setValue - seen.shown()) / band;
                double elapsedS = Double.isNaN(lastS) ? 0 : seen.timeS() - lastS;
                lastS = seen.timeS();
                double wanted = error + integral;
                if (wanted > 0 && wanted < 1 || wanted >= 1 && error < 0 || wanted <= 0 && error > 0) {
                    integral += error * elapsedS / integralS;
                }
                if (seen.timeS() - windowFromS >= windowS) {
                    windowFromS = seen.timeS();
                    share = Math.max(0, Math.min(1, error + integral));
                }
                return seen.timeS() - windowFromS < share * windowS ? 1 : 0;
            }
        };
    }
}
