package kilnward.core.air;

import java.util.OptionalDouble;
import kilnward.core.finding.Require;

/**
 * A state of moist air.
 *
 * @param temperatureC            dry-bulb temperature (°C)
 * @param relativeHumidityPct     relative humidity over liquid water, below 0 °C over ice (%)
 * @param pressurePa              total pressure (Pa)
 * @param saturationPressurePa    saturation pressure at the dry bulb (Pa)
 * @param vapourPressurePa        partial pressure of the vapour (Pa)
 * @param dewPointC               dew point, below 0 °C the frost point (°C); empty for air without vapour
 * @param wetBulbC                thermodynamic wet bulb (°C)
 * @param humidityRatio           vapour per dry air (kg/kg)
 * @param absoluteHumidityGm3     vapour per volume (g/m³)
 * @param enthalpyKJkg            enthalpy per kg of dry air, 0 for dry air at 0 °C (kJ/kg)
 * @param vapourPressureDeficitPa saturation less vapour pressure, of the air, not of a leaf (Pa)
 * @param boilingPointC           boiling point of water at {@code pressurePa} (°C)
 */
public record MoistAir(double temperatureC, double relativeHumidityPct, double pressurePa, double saturationPressurePa,
        double vapourPressurePa, OptionalDouble dewPointC, double wetBulbC, double humidityRatio,
        double absoluteHumidityGm3, double enthalpyKJkg, double vapourPressureDeficitPa,
        double boilingPointC) {
    /** Ratio of the molar masses of water and dry air (ASHRAE Handbook of Fundamentals). */
    public static final double MOLAR_MASS_RATIO = 0.621945;
    /** Gas constant of water vapour (J/(kg K)). */
    public static final double VAPOUR_GAS_CONSTANT = 461.5;
    /** Gas constant of dry air (J/(kg K)). */
    public static final double DRY_AIR_GAS_CONSTANT = 287.042;
    /** Specific heat of dry air at constant pressure (J/(kg K)). */
    public static final double DRY_AIR_SPECIFIC_HEAT = 1006;

    private static final SaturationPressure SATURATION = new HylandWexler1983();

    /**
     * @param temperatureC        dry bulb (°C), −60 to 120
     * @param relativeHumidityPct relative humidity (%), 0 to 100
     * @param pressurePa          total pressure (Pa), 20 000 to 120 000
     * @throws kilnward.core.finding.RefusedValueException out of range, or hot and damp enough to be steam
     */
    public static MoistAir of(double temperatureC, double relativeHumidityPct, double pressurePa) {
        Require.within("temperatureC", temperatureC, -60, 120, "°C");
        Require.within("relativeHumidityPct", relativeHumidityPct, 0, 100, "%");
        Require.within("pressurePa", pressurePa, 20_000, 120_000, "Pa");
        double saturation = SATURATION.pressurePa(temperatureC);
        double vapour = saturation * relativeHumidityPct / 100;
        Require.that(vapour < 0.95 * pressurePa, "relativeHumidityPct", relativeHumidityPct,
                "must leave the vapour pressure below 95 % of the air pressure at " + Require.plain(temperatureC) + " °C");
        double ratio = humidityRatio(vapour, pressurePa);
        return new MoistAir(temperatureC, relativeHumidityPct, pressurePa, saturation, vapour,
                SATURATION.temperatureC(vapour), wetBulbC(temperatureC, ratio, pressurePa), ratio,
                1000 * vapour / (VAPOUR_GAS_CONSTANT * (temperatureC + Temperature.ZERO_CELSIUS_K)),
                1.006 * temperatureC + ratio * (2501 + 1.86 * temperatureC), saturation - vapour,
                boilingPointC(pressurePa));
    }

    /** Saturation pressure (Pa) at a temperature (°C). */
    public static double saturationPressurePa(double temperatureC) {
        return SATURATION.pressurePa(temperatureC);
    }

    /** Dew point (°C), below 0 °C the frost point, at a vapour pressure (Pa); empty for air without vapour. */
    public static OptionalDouble dewPointC(double vapourPressurePa) {
        return SATURATION.temperatureC(vapourPressurePa);
    }

    /** Boiling point of water (°C) at a station pressure (Pa). */
    public static double boilingPointC(double pressurePa) {
        return SATURATION.temperatureC(pressurePa).orElseThrow(
                () -> new IllegalArgumentException("no boiling point at " + pressurePa + " Pa"));
    }

    /** Density of dry air (kg/m³) at a temperature (°C) and pressure (Pa), ideal gas. */
    public static double dryAirDensity(double temperatureC, double pressurePa) {
        return pressurePa / (DRY_AIR_GAS_CONSTANT * (temperatureC + Temperature.ZERO_CELSIUS_K));
    }

    private static double humidityRatio(double vapourPa, double pressurePa) {
        return MOLAR_MASS_RATIO * vapourPa / (pressurePa - vapourPa);
    }

    /** Thermodynamic wet bulb: the root of the ASHRAE Handbook's equations 33 (water) and 35 (ice). */
    private static double wetBulbC(double temperatureC, double humidityRatio, double pressurePa) {
        return Root.between(wetBulbC -> humidityRatioFromWetBulb(temperatureC, wetBulbC, pressurePa) - humidityRatio, SATURATION.lowestC(), temperatureC, 1e-9);
    }

    /** More vapour than any air holds: at and above boiling the ratio has no end. */
    private static final double BOILING = 1e6;

    private static double humidityRatioFromWetBulb(double temperatureC, double wetBulbC, double pressurePa) {
        double saturation = SATURATION.pressurePa(wetBulbC);
        if (saturation >= pressurePa) {
            return BOILING;
        }
        double saturated = humidityRatio(saturation, pressurePa);
        return wetBulbC >= 0
                ? ((2501 - 2.326 * wetBulbC) * saturated - 1.006 * (temperatureC - wetBulbC))
                        / (2501 + 1.86 * temperatureC - 4.186 * wetBulbC)
                : ((2830 - 0.24 * wetBulbC) * saturated - 1.006 * (temperatureC - wetBulbC))
                        / (2830 + 1.86 * temperatureC - 2.1 * wetBulbC);
    }
}
