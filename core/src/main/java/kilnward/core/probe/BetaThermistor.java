package kilnward.core.probe;

import kilnward.core.air.Temperature;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A thermistor by the beta equation: R = R25·e^(β·(1/T − 1/298.15)). Good to a few tenths of a kelvin within some tens of
 * kelvins of 25 °C; {@link SteinhartHart} is better where three points are known.
 *
 * @param at25Ohm resistance at 25 °C (Ω), typically 10 000
 * @param betaK   β (K), typically 3435 or 3950
 */
public record BetaThermistor(@Bounded(min = 100, max = 10_000_000, unit = "Ω") double at25Ohm, @Bounded(min = 1000, max = 10_000, unit = "K") double betaK) implements Thermometer {
    private static final double REFERENCE_K = Temperature.ZERO_CELSIUS_K + 25;

    public BetaThermistor {
        Require.within(BetaThermistor.class, "at25Ohm", at25Ohm);
        Require.within(BetaThermistor.class, "betaK", betaK);
    }

    @Override
    public double lowestC() {
        return -40;
    }

    @Override
    public double highestC() {
        return 125;
    }

    @Override
    public double resistanceOhm(double temperatureC) {
        double kelvin = Require.within("temperatureC", temperatureC, lowestC(), highestC(), "°C")
                + Temperature.ZERO_CELSIUS_K;
        return at25Ohm * StrictMath.exp(betaK * (1 / kelvin - 1 / REFERENCE_K));
    }
}
