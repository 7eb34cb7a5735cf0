package kilnward.core.probe;

import kilnward.core.air.Temperature;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A thermistor by J. S. Steinhart and S. R. Hart, "Calibration curves for thermistors", Deep-Sea Research 15 (1968) 497–503:
 * 1/T = A + B·ln R + C·(ln R)³.
 *
 * @param a A (1/K)
 * @param b B (1/K)
 * @param c C (1/K), above 0
 */
public record SteinhartHart(@Bounded(min = -0.1, max = 0.1, unit = "1/K") double a, @Bounded(min = 1e-7, max = 0.01, unit = "1/K") double b,
        @Bounded(min = 1e-12, max = 1e-4, unit = "1/K") double c) implements Thermometer {
    public SteinhartHart {
        Require.within(SteinhartHart.class, "a", a);
        Require.within(SteinhartHart.class, "b", b);
        Require.within(SteinhartHart.class, "c", c);
    }

    /** Through three points of a data sheet: temperatures (°C) rising, resistances (Ω) falling. */
    public static SteinhartHart through(double firstC, double firstOhm, double secondC, double secondOhm, double thirdC,
            double thirdOhm) {
        Require.that(firstC < secondC && secondC < thirdC, "temperatures", secondC, "must rise");
        Require.that(firstOhm > secondOhm && secondOhm > thirdOhm && thirdOhm > 0, "resistances", secondOhm, "must fall");
        double l1 = StrictMath.log(firstOhm);
        double l2 = StrictMath.log(secondOhm);
        double l3 = StrictMath.log(thirdOhm);
        double y1 = 1 / (firstC + Temperature.ZERO_CELSIUS_K);
        double y2 = 1 / (secondC + Temperature.ZERO_CELSIUS_K);
        double y3 = 1 / (thirdC + Temperature.ZERO_CELSIUS_K);
        double slope2 = (y2 - y1) / (l2 - l1);
        double slope3 = (y3 - y1) / (l3 - l1);
        double c = (slope3 - slope2) / (l3 - l2) / (l1 + l2 + l3);
        double b = slope2 - c * (l1 * l1 + l1 * l2 + l2 * l2);
        return new SteinhartHart(y1 - (b + l1 * l1 * c) * l1, b, c);
    }

    @Override
    public double lowestC() {
        return -40;
    }

    @Override
    public double highestC() {
        return 125;
    }

    /** Solves the cubic in ln R in closed form. */
    @Override
    public double resistanceOhm(double temperatureC) {
        double kelvin = Require.within("temperatureC", temperatureC, lowestC(), highestC(), "°C")
                + Temperature.ZERO_CELSIUS_K;
        double x = (a - 1 / kelvin) / (2 * c);
        double y = StrictMath.sqrt(StrictMath.pow(b / (3 * c), 3) + x * x);
        return StrictMath.exp(StrictMath.cbrt(y - x) - StrictMath.cbrt(y + x));
    }
}
