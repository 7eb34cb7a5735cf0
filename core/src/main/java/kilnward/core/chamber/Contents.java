package kilnward.core.chamber;

import java.util.Objects;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.life.Metabolism;

/**
 * What is inside and carries heat: eggs, jars, trays, soil, water in bottles.
 *
 * @param massKg           mass (kg), above 0
 * @param specificHeatJkgK specific heat (J/(kg K)); eggs and damp soil about 3300, water 4180
 * @param surfaceM2        surface that meets the air (m²), above 0
 * @param living           what the occupants give off themselves
 * @param wetSurfaceM2     the part of the surface that is wet (m²), at most all of it: soil, substrate, leaves
 * @param waterKg          water that can evaporate from it before it is dry (kg)
 */
public record Contents(@Bounded(min = 0.001, max = 100_000, unit = "kg") double massKg, @Bounded(min = 100, max = 10_000, unit = "J/(kg K)") double specificHeatJkgK,
        @Bounded(min = 0.0001, max = 10_000, unit = "m²") double surfaceM2, Metabolism living, @Bounded(min = 0, max = 10_000, unit = "m²") double wetSurfaceM2,
        @Bounded(min = 0, max = 100_000, unit = "kg") double waterKg) {
    /** Contents whose occupants give off heat alone (W). */
    public Contents(double massKg, double specificHeatJkgK, double surfaceM2, double livingHeatW, double wetSurfaceM2, double waterKg) {
        this(massKg, specificHeatJkgK, surfaceM2, Metabolism.heat(livingHeatW), wetSurfaceM2, waterKg);
    }

    public Contents {
        Require.within(Contents.class, "massKg", massKg);
        Require.within(Contents.class, "specificHeatJkgK", specificHeatJkgK);
        Require.within(Contents.class, "surfaceM2", surfaceM2);
        Objects.requireNonNull(living, "living");
        Require.within(Contents.class, "wetSurfaceM2", wetSurfaceM2);
        Require.that(wetSurfaceM2 <= surfaceM2 * (1 + 1e-9), "wetSurfaceM2", wetSurfaceM2, "must not be more than all of its surface (" + Require.plain(surfaceM2) + " m²)");
        Require.within(Contents.class, "waterKg", waterKg);
    }

    /** Dry contents. */
    public static Contents dry(double massKg, double specificHeatJkgK, double surfaceM2, double livingHeatW) {
        return new Contents(massKg, specificHeatJkgK, surfaceM2, livingHeatW, 0, 0);
    }

    /** The same with other occupants. */
    public Contents with(Metabolism others) {
        return new Contents(massKg, specificHeatJkgK, surfaceM2, others, wetSurfaceM2, waterKg);
    }

    /** So many times the mass. */
    public Contents timesMass(double factor) {
        return new Contents(factor * massKg, specificHeatJkgK, surfaceM2, living, wetSurfaceM2, waterKg);
    }

    /** Heat capacity (J/K). */
    public double capacityJK() {
        return massKg * specificHeatJkgK;
    }
}
