package kilnward.core.chamber.model;

import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.life.OccupantPlace;

/**
 * What animals feel of lamps and emitters above them: under one a back is warmer than the air about it. The operative temperature is the air's and, over it, the effective radiant
 * field over the conductance of the skin to its surroundings (ASHRAE Handbook Fundamentals, chapter on thermal comfort: ERF = α·f·I, from memory).
 *
 * <p>It assumes: a source that sends its radiation down as a matt disc does, straight above; a back that shows {@value #SHOWN} of its surface to it; still air about the animal.
 * What lies in the contents' place, in water, or anywhere but below is not told by it. It is a mean over a body that does not move away.
 */
public final class Radiance {
    /** Share of a body's surface that a beam from above meets, and how much of that it takes up; from memory. */
    private static final double SHOWN = 0.4;
    private static final double TAKEN_UP = 0.95;
    /** Skin to surroundings by radiation, and by free convection at a kelvin (W/m²K, W/m²K^1.25); from memory. */
    private static final double SKIN_RADIATION = 4.7;
    private static final double SKIN_CONVECTION = 3.3;
    /** A panel's face passes on so much (W/m²K). */
    private static final double PANEL_FILM = 10;
    private static final int ROUNDS = 30;

    private Radiance() {
    }

    /**
     * Which share of each heater's excess over the air is felt on top of the air, at the occupant: what is felt at full power, in proportion.
     *
     * @return one for each heater of the chamber, 0 or more
     */
    public static double[] shares(Chamber chamber) {
        boolean feels = chamber.occupantPlace() == OccupantPlace.AIR && chamber.tank().isEmpty();
        return chamber.heaters().stream().mapToDouble(each -> feels && each.shinesFromM().isPresent()
                ? feltK(each) / (each.powerW() / (each.toAirWK() + each.toContentsWK()))
                : 0).toArray();
    }

    /** What a back feels of it at full power over the air (K). */
    static double feltK(Heater heater) {
        double distanceM = heater.shinesFromM().orElseThrow();
        double faceM2 = heater.kind() == HeaterKind.RADIANT_PANEL ? (heater.toAirWK() + heater.toContentsWK()) / PANEL_FILM : 0;
        double irradiance = heater.kind().shineShare() * heater.powerW() / (Math.PI * distanceM * distanceM + faceM2);
        double field = SHOWN * TAKEN_UP * irradiance;
        double felt = field / (SKIN_RADIATION + SKIN_CONVECTION);
        for (int i = 0; i < ROUNDS; i++) {
            felt = 0.5 * (felt + field / (SKIN_RADIATION + SKIN_CONVECTION * Math.pow(felt, 0.25)));
        }
        return felt;
    }
}
