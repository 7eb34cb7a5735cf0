package kilnward.core.air;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.hummeling.if97.IF97;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import kilnward.core.finding.RefusedValueException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class MoistAirTest {
    private static final IF97 STEAM = new IF97(IF97.UnitSystem.SI);

    @ParameterizedTest
    @CsvSource({"0.5", "10", "20", "25", "30", "37.5", "40", "60", "90", "120"})
    void saturationPressureAgreesWithSteamTables(double temperatureC) {
        // Published: IAPWS-IF97, region 4, through com.hummeling:if97. The ASHRAE formulation differs by about 0.02 %.
        double published = STEAM.saturationPressureT(temperatureC + 273.15);
        assertEquals(published, MoistAir.saturationPressurePa(temperatureC), 4e-4 * published);
    }

    @ParameterizedTest
    @CsvSource({"10, 1228.18", "20, 2339.22", "25, 3169.75", "30, 4246.69", "37.5, 6455.05", "40, 7384.43", "60, 19945.8"})
    void saturationPressureAgreesWithTheTable(double temperatureC, double publishedPa) {
        // Published: IAPWS-IF97, values recomputed with com.hummeling:if97 1.0.5.
        assertEquals(publishedPa, MoistAir.saturationPressurePa(temperatureC), 3e-4 * publishedPa);
    }

    static List<String> psychrolibTable() throws IOException {
        try (var reader = new BufferedReader(new InputStreamReader(
                MoistAirTest.class.getResourceAsStream("/psychrolib-table.csv"), StandardCharsets.UTF_8))) {
            return reader.lines().skip(1).toList();
        }
    }

    @ParameterizedTest
    @MethodSource("psychrolibTable")
    void statesAgreeWithPsychrolib(String row) {
        // Published: ASHRAE Handbook of Fundamentals, through psychrolib 1.1.1; generator in src/test/oracle.
        double[] v = Arrays.stream(row.split(",")).mapToDouble(Double::parseDouble).toArray();
        MoistAir air = MoistAir.of(v[0], v[1], v[2]);
        assertEquals(v[3], air.vapourPressurePa(), 1e-6 * v[3], "vapour pressure");
        assertEquals(v[4], air.dewPointC().orElseThrow(), 0.002, "dew point");
        assertEquals(v[5], air.wetBulbC(), 0.002, "wet bulb");
        assertEquals(v[6], air.humidityRatio(), 1e-6 * v[6], "humidity ratio");
        assertEquals(v[7], air.enthalpyKJkg(), 0.01, "enthalpy");
        assertEquals(v[8], air.vapourPressureDeficitPa(), 0.05, "deficit");
    }

    @ParameterizedTest
    @CsvSource({"0, 99.97", "500, 98.31", "1000, 96.65", "1500, 94.98", "2000, 93.32", "3000, 89.97"})
    void waterBoilsEarlierHigherUp(double altitudeM, double publishedC) {
        // Published: IAPWS-IF97 at the ICAO standard pressure.
        double pressure = StandardAtmosphere.pressurePa(altitudeM);
        assertEquals(publishedC, MoistAir.boilingPointC(pressure), 0.011);
        assertEquals(STEAM.saturationTemperatureP(pressure) - 273.15, MoistAir.boilingPointC(pressure), 0.011);
    }

    @ParameterizedTest
    @CsvSource({"0, 101325", "1500, 84556", "2000, 79495"})
    void pressureFallsWithAltitude(double altitudeM, double publishedPa) {
        // Published: ICAO standard atmosphere.
        assertEquals(publishedPa, StandardAtmosphere.pressurePa(altitudeM), 1);
    }

    @Test
    void absoluteHumidityFollowsTheGasLaw() {
        // 3169.75 Pa · 50 % / (461.5 J/(kg K) · 298.15 K) = 11.52 g/m³; gas constant from memory.
        assertEquals(11.52, MoistAir.of(25, 50, 101_325).absoluteHumidityGm3(), 0.01);
    }

    @Test
    void dryAirHasNoDewPoint() {
        assertTrue(MoistAir.of(20, 0, 101_325).dewPointC().isEmpty());
    }

    @Test
    void saturatedAirIsItsOwnDewPointAndWetBulbForRandomStates() {
        long seed = 20261124;
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 200; i++) {
            double t = random.nextDouble(-40, 70);
            MoistAir air = MoistAir.of(t, 100, random.nextDouble(70_000, 105_000));
            assertEquals(t, air.dewPointC().orElseThrow(), 1e-6, "seed " + seed + " case " + i);
            assertEquals(t, air.wetBulbC(), 1e-6, "seed " + seed + " case " + i);
            MoistAir drier = MoistAir.of(t, random.nextDouble(5, 99), air.pressurePa());
            assertTrue(drier.dewPointC().orElseThrow() < drier.wetBulbC() && drier.wetBulbC() < t,
                    "seed " + seed + " case " + i);
        }
    }

    @ParameterizedTest
    @CsvSource({"NaN, 50, 101325, temperatureC", "20, 101, 101325, relativeHumidityPct", "20, -1, 101325, relativeHumidityPct",
            "110, 100, 101325, relativeHumidityPct", "20, 50, Infinity, pressurePa", "200, 1, 101325, temperatureC"})
    void refusesByFieldName(double temperatureC, double humidity, double pressure, String field) {
        var refused = assertThrows(RefusedValueException.class, () -> MoistAir.of(temperatureC, humidity, pressure));
        assertEquals(field, refused.field());
    }
}
