package kilnward.core.air;

import static org.junit.jupiter.api.Assertions.assertEquals;

import kilnward.core.probe.DisplayUnit;
import org.junit.jupiter.api.Test;

class TemperatureTest {
    @Test
    void aDifferenceIsNeverConvertedAsALevel() {
        // Common practice, no source: 5 °F of differential is 2.8 K, never −15 °C.
        assertEquals(2.8, Temperature.fahrenheitDifferenceToKelvin(5), 0.03);
        assertEquals(-15, Temperature.fahrenheitToCelsius(5), 1e-12);
    }

    @Test
    void levelsAndDifferencesConvertBackAndForth() {
        assertEquals(99.5, Temperature.celsiusToFahrenheit(37.5), 1e-12);
        for (DisplayUnit unit : DisplayUnit.values()) {
            for (double value = -40; value <= 120; value += 7.3) {
                assertEquals(value, unit.toModel(unit.fromModel(value)), 1e-10);
                assertEquals(value, unit.differenceToModel(unit.differenceFromModel(value)), 1e-10);
            }
        }
    }
}
