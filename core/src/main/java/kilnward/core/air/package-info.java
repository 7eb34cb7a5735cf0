/**
 * Moist air: saturation pressure, dew point, wet bulb, enthalpy, vapour-pressure deficit, the pressure at an altitude and
 * the boiling point there; and the conversion of temperature levels and differences.
 *
 * <p>Air is taken as an ideal mixture of dry air and water vapour, without the enhancement factor (0.4 % at sea level), as
 * in the psychrometric chapter of the ASHRAE Handbook of Fundamentals.
 */
package kilnward.core.air;
