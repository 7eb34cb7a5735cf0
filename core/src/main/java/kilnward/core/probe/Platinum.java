package kilnward.core.probe;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A platinum resistor after IEC 60751: R(t) = R0·(1 + A·t + B·t²), below 0 °C with C·(t − 100)·t³ added. Coefficients from
 * memory.
 *
 * @param zeroOhm resistance at 0 °C (Ω): 100 for a Pt100, 1000 for a Pt1000
 */
public record Platinum(@Bounded(min = 1, max = 100_000, unit = "Ω") double zeroOhm) implements Thermometer {
    private static final double A = 3.9083e-3;
    private static final double B = -5.775e-7;
    private static final double C = -4.183e-12;

    public Platinum {
        Require.within(Platinum.class, "zeroOhm", zeroOhm);
    }

    /** Tolerance classes of IEC 60751, from memory. */
    public enum Tolerance {
        A(0.15, 0.002),
        B(0.3, 0.005);

        private final double atZeroK;
        private final double perC;

        Tolerance(double atZeroK, double perC) {
            this.atZeroK = atZeroK;
            this.perC = perC;
        }

        /** Largest error at a temperature (K, to either side). */
        public double limitK(double temperatureC) {
            return atZeroK + perC * Math.abs(temperatureC);
        }
    }

    @Override
    public double lowestC() {
        return -200;
    }

    @Override
    public double highestC() {
        return 850;
    }

    @Override
    public double resistanceOhm(double temperatureC) {
        double t = Require.within("temperatureC", temperatureC, lowestC(), highestC(), "°C");
        double below = t < 0 ? C * (t - 100) * t * t * t : 0;
        return zeroOhm * (1 + A * t + B * t * t + below);
    }
}
