package kilnward.core.probe;

import kilnward.core.air.Temperature;
import kilnward.core.finding.Require;

/**
 * A thermistor by J. S. Steinhart and S. R. Hart, "Calibration curves for thermistors", Deep-Sea Research 15 (1968) 497–503:
 * 1/T = A + B·ln R + C·(ln R)³.
 *
 * @param a A (1/K)
 * @param b B (1/K)
 * @param c C (1/K), above 0
 */
public record SteinhartHart(double a, double b, double c) implements Thermometer {
    public SteinhartHart {
        Require.within("a", a, -0.1, 0.1, "1/K");
        Require.within("b", b, 1e-7, 0.01, "1/K");
        Require.within("c", c, 1e-12, 1e-4, "1/K");
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
