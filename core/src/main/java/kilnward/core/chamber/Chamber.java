package kilnward.core.chamber;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.finding.Require;
import kilnward.core.life.OccupantPlace;

/**
 * A chamber as it can be measured.
 *
 * @param box               its body
 * @param airChangesPerHour air changes with the room by leaks and fresh-air openings (1/h), 0 to 200
 * @param airMovement       how the air inside moves
 * @param contents          what is inside
 * @param occupantPlace     whose temperature counts as the occupant's
 * @param gradientK         air at the occupant's height less mixed air (K), for an occupant in the air
 * @param appliances        heaters and coolers
 * @param room              the room it stands in
 * @param altitudeM         height above sea level (m)
 */
public record Chamber(Box box, double airChangesPerHour, AirMovement airMovement, Contents contents,
                      OccupantPlace occupantPlace, double gradientK, List<Appliance> appliances, Room room,
                      double altitudeM) {
    public Chamber {
        Objects.requireNonNull(box, "box");
        Require.within("airChangesPerHour", airChangesPerHour, 0, 200, "1/h");
        Objects.requireNonNull(airMovement, "airMovement");
        Objects.requireNonNull(contents, "contents");
        Objects.requireNonNull(occupantPlace, "occupantPlace");
        Require.within("gradientK", gradientK, -10, 10, "K");
        appliances = List.copyOf(appliances);
        Objects.requireNonNull(room, "room");
        Require.within("altitudeM", altitudeM, -500, 9000, "m");
        Set<String> ids = new HashSet<>();
        for (Appliance appliance : appliances) {
            Require.that(ids.add(appliance.id()), "appliances", appliance.id(), "must not share an id");
        }
    }

    /** The heaters, in order. */
    public List<Heater> heaters() {
        return appliances.stream().filter(Heater.class::isInstance).map(Heater.class::cast).toList();
    }

    /** Conductance of the air exchange with the room (W/K). */
    public double ventilationWK() {
        return ventilationWK(box.volumeM3(), airChangesPerHour, room.coldestC(), altitudeM);
    }

    /**
     * Heat carried by air exchange per kelvin: ρ·cp·V·n, with the density of the air that comes in.
     *
     * @param volumeM3          volume of air (m³)
     * @param airChangesPerHour air changes (1/h)
     * @param supplyC           temperature of the air that comes in (°C)
     * @param altitudeM         height above sea level (m)
     * @return conductance (W/K)
     */
    public static double ventilationWK(double volumeM3, double airChangesPerHour, double supplyC, double altitudeM) {
        return MoistAir.dryAirDensity(supplyC, StandardAtmosphere.pressurePa(altitudeM))
                * MoistAir.DRY_AIR_SPECIFIC_HEAT * volumeM3 * airChangesPerHour / 3600;
    }
}
