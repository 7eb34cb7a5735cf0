package kilnward.core.chamber.appliance;

import kilnward.core.air.Temperature;

/**
 * A thermoelectric module at a constant voltage, in the form of its makers' sheets: heat taken in at the cold side Qc = αITc − ½I²R − KΔT, given off at the hot side
 * Qh = αITh + ½I²R − KΔT, current I = (U − αΔT)/R. Figures of a common module of 127 couples at 12 V, from memory; those of another size are in proportion to what it
 * draws. The fins on both sides add to the difference that the module itself stands.
 */
final class Thermoelectric {
    /** Seebeck coefficient α (V/K), resistance R (Ω), thermal conductance K (W/K) and voltage U (V). */
    private static final double SEEBECK_VK = 0.053;
    private static final double RESISTANCE_OHM = 2.0;
    private static final double CONDUCTANCE_WK = 0.5;
    private static final double VOLTAGE_V = 12;
    /** What it draws with both sides alike (W). */
    private static final double RATED_W = VOLTAGE_V * VOLTAGE_V / RESISTANCE_OHM;
    /** Difference that the fins of both sides take up while it runs (K). */
    private static final double FINS_K = 15;

    private Thermoelectric() {
    }

    /** What a module conducts, running or not (W/K). */
    static double leakWK(double electricalW) {
        return CONDUCTANCE_WK * electricalW / RATED_W;
    }

    /** Share of what it draws with inside as warm as the room that is left where inside is so much warmer (K). */
    static double drawsShare(double warmerK) {
        return currentA(warmerK + FINS_K) / currentA(FINS_K);
    }

    /**
     * Share of the heat it pumps in with inside as warm as the room that is left where inside is warmer; what it conducts back is not in it, as that is a path of the
     * box ({@link #leakWK}).
     *
     * @param insideC inside (°C)
     * @param roomC   room (°C)
     */
    static double heatsShare(double insideC, double roomC) {
        return pumpedW(insideC - roomC + FINS_K, roomC) / pumpedW(FINS_K, roomC);
    }

    /** At the hot side, without what is conducted back (W). */
    private static double pumpedW(double differenceK, double coldC) {
        double amps = currentA(differenceK);
        return SEEBECK_VK * amps * (coldC + Temperature.ZERO_CELSIUS_K + differenceK) + 0.5 * amps * amps * RESISTANCE_OHM;
    }

    private static double currentA(double differenceK) {
        return Math.max(0, (VOLTAGE_V - SEEBECK_VK * differenceK) / RESISTANCE_OHM);
    }
}
