package kilnward.core.chamber.body;

/**
 * Heat and vapour between a surface and the air along it. Orders of magnitude from memory; the two are tied by the Lewis
 * relation h_vapour = h_convection / (ρ cp Le^⅔) with Le ≈ 0.85 for water vapour in air.
 */
public final class Film {
    /** ρ cp Le^⅔ near 20 °C (J/(m³ K)). */
    private static final double LEWIS_JM3K = 1080;
    /** Black-body radiation coefficient near 20 °C (W/(m²K)), as in ISO 6946. */
    private static final double RADIATION_WM2K = 5.7;
    private static final double USUAL_EMISSIVITY = 0.9;

    private Film() {
    }

    /** Convection alone (W/(m²K)). */
    public static double convectionWm2K(AirMovement movement) {
        return movement == AirMovement.MOVING ? 8 : 3;
    }

    /** Transfer of vapour (m/s) that goes with a convection (W/(m²K)). */
    public static double vapourMs(double convectionWm2K) {
        return convectionWm2K / LEWIS_JM3K;
    }

    /**
     * Surface resistance (m²K/W) by ISO 6946, 1/(h_convection + ε·h_radiation), its convection set so that an ordinary surface
     * in still air has the standard's 0.13. Foil facing the air radiates little and so raises it.
     */
    public static double surfaceM2KW(Material facing, AirMovement movement) {
        double usual = movement == AirMovement.MOVING ? AirMovement.MOVING.filmWm2K() : 1 / Layer.STILL_AIR_M2KW;
        return 1 / (usual - (USUAL_EMISSIVITY - facing.emissivity()) * RADIATION_WM2K);
    }

    /** Outside in wind (m²K/W), ISO 6946. */
    private static final double WIND_M2KW = 0.04;

    /** Surface resistance outside (m²K/W): in the still air of a room, or in the wind. */
    static double outsideM2KW(Material facing, boolean windy) {
        return windy ? WIND_M2KW : surfaceM2KW(facing, AirMovement.STILL);
    }
}
