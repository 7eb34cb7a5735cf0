package kilnward.core.chamber.body;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Water in the box instead of air: the box is then the tank, and its walls above the water line and its top count for nothing.
 *
 * @param waterHeightM height of the water (m), at most the inside height of the box
 * @param coveredShare share of the surface under a cover, 0 open to 1 closed
 */
public record Tank(@Bounded(min = 0.01, max = 10, unit = "m") double waterHeightM, @Bounded(min = 0, max = 1) double coveredShare) {
    /** Heat capacity of water (J/(m³ K)), near 20 °C. */
    public static final double WATER_JM3K = 997 * 4180.0;
    /** Between water and a wall or a thing in it (W/(m²K)); order of magnitude, from memory. */
    public static final double WATER_FILM_WM2K = 300;
    /** Convection from an open surface into still air (W/(m²K)); order of magnitude, from memory. */
    static final double STILL_SURFACE_WM2K = 4;
    /** The same in the stream of a small fan. */
    static final double FANNED_SURFACE_WM2K = 12;
    /** Radiation from an open surface (W/(m²K)), emissivity 0.96 near 20 °C. */
    static final double RADIATION_WM2K = 5.5;
    /** Through a cover with air above and below (W/(m²K)); order of magnitude, from memory. */
    static final double COVER_WM2K = 3;

    public Tank {
        Require.within(Tank.class, "waterHeightM", waterHeightM);
        Require.within(Tank.class, "coveredShare", coveredShare);
    }

    /** Heat through the surface to the room without evaporation (W/K) over an area (m²). */
    public double surfaceWK(double areaM2, boolean fanned) {
        double open = RADIATION_WM2K + (fanned ? FANNED_SURFACE_WM2K : STILL_SURFACE_WM2K);
        return areaM2 * ((1 - coveredShare) * open + coveredShare * COVER_WM2K);
    }

    /** Evaporation of the open surface, as a volume of saturated air a second (m³/s) over an area (m²). */
    public double evaporationM3s(double areaM2, boolean fanned) {
        return areaM2 * (1 - coveredShare) * Film.vapourMs(fanned ? FANNED_SURFACE_WM2K : STILL_SURFACE_WM2K);
    }
}
