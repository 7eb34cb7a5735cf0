package kilnward.core.chamber.model;

import kilnward.core.air.MoistAir;
import kilnward.core.air.Temperature;

/** How fast a wet surface may pass vapour before its own cooling holds it back within a step. */
final class Pace {
    /**
     * Between −40 and 60 °C saturated vapour takes at most 1.33·10⁴ J for each m³ and kelvin: what passes less than half a kelvin's worth of its own heat by that measure, with a
     * third to spare, is borne without asking further. Nearly every step of every chamber is.
     */
    private static final double EASILY_BORNE_C = 60;
    private static final double EASILY_BORNE_M3K_J = 0.5 / 1.8e4;

    private Pace() {
    }

    /**
     * A wet surface that passes more vapour than its own heat bears in a step is at the wet bulb at once, however much more it would pass.
     *
     * @param passesM3s what it would pass (m³/s)
     * @param kPerW     how far a watt held over the step moves it (K/W)
     * @param atC       its temperature (°C)
     * @param saturated vapour density there (kg/m³)
     * @param latent    latent heat there (J/kg)
     */
    static double bearable(double passesM3s, double kPerW, double atC, double saturated, double latent) {
        if (passesM3s <= 0) {
            return 0;
        }
        if (atC < EASILY_BORNE_C && passesM3s * kPerW < EASILY_BORNE_M3K_J) {
            return passesM3s;
        }
        double kelvin = atC + Temperature.ZERO_CELSIUS_K;
        double perKelvin = saturated / kelvin * (latent / MoistAir.VAPOUR_GAS_CONSTANT / kelvin - 1);
        return Math.min(passesM3s, 0.5 / (latent * perKelvin * kPerW));
    }
}
