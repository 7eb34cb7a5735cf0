package kilnward.core.probe;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import java.util.SplittableRandom;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ThermometerTest {
    @ParameterizedTest
    // IEC 60751 table of the Pt100, from memory.
    @CsvSource({"-200, 18.52", "-100, 60.26", "-50, 80.31", "0, 100.00", "25, 109.73", "37.5, 114.57", "100, 138.51"})
    void platinumFollowsItsStandard(double temperatureC, double publishedOhm) {
        assertEquals(publishedOhm, new Platinum(100).resistanceOhm(temperatureC), 0.01);
        assertEquals(10 * publishedOhm, new Platinum(1000).resistanceOhm(temperatureC), 0.1);
    }

    @Test
    void platinumTolerances() {
        // IEC 60751, from memory: class A ±(0.15 + 0.002|t|), class B ±(0.3 + 0.005|t|).
        assertEquals(0.225, Platinum.Tolerance.A.limitK(37.5), 1e-12);
        assertEquals(0.55, Platinum.Tolerance.B.limitK(-50), 1e-12);
    }

    @ParameterizedTest
    // Data sheet of a common 10 kΩ thermistor, from memory: 0 °C 32 650 Ω, 25 °C 10 000 Ω, 50 °C 3603 Ω.
    @CsvSource({"0, 32650, 30", "25, 10000, 5", "50, 3603, 5"})
    void steinhartHartMeetsADataSheet(double temperatureC, double ohm, double within) {
        assertEquals(ohm, new SteinhartHart(1.129241e-3, 2.341077e-4, 8.775468e-8).resistanceOhm(temperatureC), within);
        assertEquals(ohm, SteinhartHart.through(0, 32_650, 25, 10_000, 50, 3603).resistanceOhm(temperatureC), 1e-3);
    }

    @Test
    void betaEquationByHand() {
        // 10 000·e^(3950·(1/310.65 − 1/298.15)) = 10 000·e^(−0.53309) = 5868 Ω at 37.5 °C.
        assertEquals(5868, new BetaThermistor(10_000, 3950).resistanceOhm(37.5), 1);
        assertEquals(10_000, new BetaThermistor(10_000, 3435).resistanceOhm(25), 1e-9);
    }

    @Test
    void resistanceAndTemperatureTellEachOther() {
        long seed = 60751;
        SplittableRandom random = new SplittableRandom(seed);
        for (Thermometer each : List.of(new Platinum(100), new Platinum(1000), new BetaThermistor(10_000, 3435),
                SteinhartHart.through(0, 32_650, 25, 10_000, 50, 3603))) {
            for (int i = 0; i < 50; i++) {
                double t = random.nextDouble(each.lowestC() + 0.1, each.highestC() - 0.1);
                var told = each.tell(each.resistanceOhm(t));
                assertEquals(Thermometer.Contact.SOUND, told.contact());
                assertEquals(t, told.temperatureC().orElseThrow(), 1e-6, "seed " + seed + " case " + i);
            }
        }
    }

    @Test
    void aMissingProbeIsToldFromAShortAndFromACold() {
        Thermometer thermistor = new BetaThermistor(10_000, 3950);
        assertEquals(Thermometer.Contact.OPEN, thermistor.tell(Double.POSITIVE_INFINITY).contact());
        assertEquals(Thermometer.Contact.SHORTED, thermistor.tell(0).contact());
        assertEquals(-30, thermistor.tell(thermistor.resistanceOhm(-30)).temperatureC().orElseThrow(), 1e-6);
        assertEquals(Thermometer.Contact.OUT_OF_RANGE, thermistor.tell(1.2 * thermistor.resistanceOhm(-40)).contact());
        assertEquals(Thermometer.Contact.OPEN, new Platinum(100).tell(1e6).contact());
        assertEquals(Thermometer.Contact.SHORTED, new Platinum(100).tell(1).contact());
        assertEquals("resistanceOhm", assertThrows(RefusedValueException.class, () -> thermistor.tell(-1)).field());
        assertEquals("temperatureC", assertThrows(RefusedValueException.class,
                () -> thermistor.resistanceOhm(300)).field());
        assertEquals("temperatures", assertThrows(RefusedValueException.class,
                () -> SteinhartHart.through(0, 3, 0, 2, 1, 1)).field());
    }
}
