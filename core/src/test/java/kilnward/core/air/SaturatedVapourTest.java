package kilnward.core.air;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;

/** The table of saturated vapour against the formula that it is made of, and against published values. */
class SaturatedVapourTest {
    private static double formula(double temperatureC) {
        return SaturatedVapour.densityKgM3(new HylandWexler1983().pressurePa(temperatureC), temperatureC);
    }

    @Test
    void itIsWithinAMillionthOfTheFormula() {
        for (double temperatureC = -59.993; temperatureC < 119.99; temperatureC += 0.37) {
            assertEquals(1, SaturatedVapour.densityKgM3(temperatureC) / formula(temperatureC), temperatureC > 0 ? 3e-7 : 1e-6, temperatureC + " °C");
        }
    }

    @Test
    void beyondItsEndsItIsThatOfTheEnd() {
        assertEquals(formula(-60), SaturatedVapour.densityKgM3(-60), 1e-12);
        assertEquals(formula(-60), SaturatedVapour.densityKgM3(-300), 1e-12);
        assertEquals(formula(120), SaturatedVapour.densityKgM3(120), 1e-12);
        assertEquals(formula(120), SaturatedVapour.densityKgM3(5000), 1e-4);
        assertEquals(formula(-60), SaturatedVapour.densityKgM3(Double.NaN), 1e-12);
    }

    /** Steam tables (IAPWS-IF97, from memory): 17.31 g/m³ at 20 °C and 51.2 at 40 °C; an ideal gas is up to 0.4 % below. Latent heat 2501 and 2454 kJ/kg at 0 and 20 °C. */
    @Test
    void itIsThatOfSteamTables() {
        assertEquals(17.31e-3, SaturatedVapour.densityKgM3(20), 0.004 * 17.31e-3);
        assertEquals(51.2e-3, SaturatedVapour.densityKgM3(40), 0.006 * 51.2e-3);
        assertEquals(2501e3, SaturatedVapour.latentHeatJkg(0), 1e3);
        assertEquals(2454e3, SaturatedVapour.latentHeatJkg(20), 1e3);
    }
}
