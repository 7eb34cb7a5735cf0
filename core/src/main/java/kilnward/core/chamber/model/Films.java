package kilnward.core.chamber.model;

import kilnward.core.air.SaturatedVapour;

/**
 * Water on the inside surfaces of a box: it condenses where the air's vapour is denser than at the surface, may dry again, and runs off where it gets too thick.
 * What a step does to the sums of all that trade vapour is taken up where they stand and read back: added up in another order they would differ in the last bit.
 */
final class Films {
    /** A film thicker than this runs down (kg/m²); order of magnitude. */
    private static final double THICKEST_KG_M2 = 0.05;

    private final InsideSurfaces surfaces;
    private final double[] kg;
    /** Vapour density at each surface that takes part in the step (kg/m³); NaN for one that does not. */
    private final double[] at;
    /** Films that are gone by the end of the step. */
    private final boolean[] goes;
    /** Whether there is water on any. */
    boolean wet;
    /** Sums of what goes into the air (kg/s) and what it goes through (m³/s), after {@link #join}. */
    double into;
    double through;
    /** Heat given to air and shell (W), and water that was not there to be given or ran off (kg), after {@link #take}. */
    double airW;
    double shellW;
    double overdrawnKg;
    double drainedKg;

    Films(InsideSurfaces surfaces) {
        this.surfaces = surfaces;
        this.kg = new double[surfaces.areaM2().length];
        this.at = new double[kg.length];
        this.goes = new boolean[kg.length];
    }

    /**
     * Decides which take part in a step, and adds them to the sums.
     *
     * @param stepS    step (s); NaN for a steady state, in which no film lasts
     * @param density  of the vapour in the air (kg/m³)
     * @param vapourMs how fast vapour passes to a surface (m/s)
     */
    void join(double stepS, double density, double airC, double roomC, double vapourMs, double intoSoFar, double throughSoFar) {
        boolean steady = Double.isNaN(stepS);
        double[] areaM2 = surfaces.areaM2();
        into = intoSoFar;
        through = throughSoFar;
        for (int i = 0; i < kg.length; i++) {
            double surface = SaturatedVapour.densityKgM3(airC - surfaces.cooling()[i] * (airC - roomC));
            at[i] = density > surface || !steady && kg[i] > 0 ? surface : Double.NaN;
            // A film that is nearly gone gives what it has: more would have to be taken back from air that has it no more.
            goes[i] = !steady && density <= surface && kg[i] > 0 && kg[i] < 2 * vapourMs * areaM2[i] * (surface - density) * stepS;
            if (goes[i]) {
                into += kg[i] / stepS;
            } else if (at[i] == surface) {
                into += vapourMs * areaM2[i] * surface;
                through += vapourMs * areaM2[i];
            }
        }
    }

    /**
     * Lets those that take part condense or dry.
     *
     * @param mean vapour density of the air over the step (kg/m³)
     */
    void take(double stepS, double mean, double vapourMs, double latent, double airSoFarW, double shellSoFarW) {
        boolean steady = Double.isNaN(stepS);
        airW = airSoFarW;
        shellW = shellSoFarW;
        overdrawnKg = 0;
        drainedKg = 0;
        for (int i = 0; i < kg.length; i++) {
            if (Double.isNaN(at[i])) {
                continue;
            }
            double areaM2 = surfaces.areaM2()[i];
            double condensed = goes[i] ? -kg[i] / stepS : vapourMs * areaM2 * (mean - at[i]);
            if (!steady) {
                double overdrawn = Math.max(0, -condensed * stepS - kg[i]);
                condensed += overdrawn / stepS;
                overdrawnKg += overdrawn;
                kg[i] += condensed * stepS;
                double over = Math.max(0, kg[i] - THICKEST_KG_M2 * areaM2);
                kg[i] -= over;
                drainedKg += over;
                wet |= kg[i] > 0;
            }
            // Glass holds no heat: of what condenses on it, the part beyond its inside resistance goes to the room.
            if (surfaces.onOpening()[i]) {
                airW += latent * condensed * (1 - surfaces.cooling()[i]);
            } else {
                shellW += latent * condensed;
            }
        }
    }

    /** Area of glass and doors (m²). */
    double onOpeningsM2() {
        double sum = 0;
        for (int i = 0; i < kg.length; i++) {
            sum += surfaces.onOpening()[i] ? surfaces.areaM2()[i] : 0;
        }
        return sum;
    }

    /** Water on all of them (kg). */
    double storedKg() {
        double sum = 0;
        for (double each : kg) {
            sum += each;
        }
        return sum;
    }
}
