package kilnward.core.chamber;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.body.AirMovement;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.life.OccupantPlace;

/**
 * A chamber as it can be measured.
 *
 * @param box               its body; of a tank, the tank
 * @param tank              water instead of air in it; empty for a chamber of air
 * @param airChangesPerHour air changes with the room by leaks and openings that are always open (1/h), 0 to 200
 * @param airMovement       how the air inside moves where no circulation fan is listed
 * @param contents          what is inside
 * @param occupantPlace     whose temperature counts as the occupant's
 * @param gradientK         air at the occupant's height less mixed air, while the air is still (K), for an occupant in the air
 * @param appliances        what acts on the climate
 * @param room              the room it stands in
 * @param altitudeM         height above sea level (m)
 * @param lossFactor        heat that really goes through walls and openings over what their layers say; 1 until a meter has
 *                          corrected it
 */
public record Chamber(Box box, Optional<Tank> tank, @Bounded(min = 0, max = 200, unit = "1/h") double airChangesPerHour, AirMovement airMovement, Contents contents,
        OccupantPlace occupantPlace, @Bounded(min = -20, max = 20, unit = "K") double gradientK, List<Appliance> appliances, Room room,
        @Bounded(min = -500, max = 9000, unit = "m") double altitudeM, @Bounded(min = 0.1, max = 10) double lossFactor) {
    public Chamber {
        Objects.requireNonNull(box, "box");
        Require.within(Chamber.class, "airChangesPerHour", airChangesPerHour);
        Objects.requireNonNull(airMovement, "airMovement");
        Objects.requireNonNull(contents, "contents");
        Objects.requireNonNull(occupantPlace, "occupantPlace");
        Require.within(Chamber.class, "gradientK", gradientK);
        appliances = List.copyOf(appliances);
        Objects.requireNonNull(room, "room");
        Require.within(Chamber.class, "altitudeM", altitudeM);
        Require.within(Chamber.class, "lossFactor", lossFactor);
        Set<String> ids = new HashSet<>();
        for (Appliance appliance : appliances) {
            Require.that(ids.add(appliance.id()), "appliances", appliance.id(), "must not share an id");
        }
        if (tank.isPresent()) {
            double waterM = tank.get().waterHeightM();
            Require.that(waterM <= box.innerHeightM(), "tank.waterHeightM", waterM,
                    "must not be above the tank's " + Require.plain(box.innerHeightM()) + " m");
        }
        for (Appliance appliance : appliances) {
            Require.that(tank.isPresent() || !(appliance instanceof Heater heater) || heater.kind() != HeaterKind.IN_TANK,
                    "appliances", appliance.id(), "must not be an in-tank heater where there is no water");
            Require.that(tank.isEmpty() || !actsOnVapour(appliance), "appliances", appliance.id(),
                    "must not be one that moistens or dries air: this chamber is a tank");
        }
    }

    private static boolean actsOnVapour(Appliance appliance) {
        return appliance instanceof Humidifier || appliance instanceof Dehumidifier || appliance instanceof Bowl;
    }

    /** The same chamber with other contents. */
    public Chamber with(Contents other) {
        return new Chamber(box, tank, airChangesPerHour, airMovement, other, occupantPlace, gradientK, appliances, room,
                altitudeM, lossFactor);
    }

    /** The same chamber with other appliances. */
    public Chamber with(List<Appliance> others) {
        return new Chamber(box, tank, airChangesPerHour, airMovement, contents, occupantPlace, gradientK, others, room, altitudeM,
                lossFactor);
    }

    /** The same chamber with another loss factor. */
    public Chamber withLossFactor(double factor) {
        return new Chamber(box, tank, airChangesPerHour, airMovement, contents, occupantPlace, gradientK, appliances, room,
                altitudeM, factor);
    }

    /** The heaters, in order. */
    public List<Heater> heaters() {
        return of(Heater.class);
    }

    /** The appliances of one kind, in order. */
    public <T extends Appliance> List<T> of(Class<T> kind) {
        return appliances.stream().filter(kind::isInstance).map(kind::cast).toList();
    }

    /** Movement of the air with every circulation fan running. */
    public AirMovement usualMovement() {
        return of(Fan.class).stream().anyMatch(fan -> fan.kind() == Fan.Kind.CIRCULATION) ? AirMovement.MOVING : airMovement;
    }

    /** Whether it stands in the wind: what the sun shines on from above is a house of glass, and no cabinet by a window. */
    public boolean isOutdoors() {
        return room.sun().isPresent() && Glazing.isClear(box.walls().get(WallSide.TOP.ordinal()).layers());
    }

    /** Heat carried per kelvin by an exchange of air (W/K): the density is that of the air that comes in at its coldest. */
    public double exchangeWK(double exchangeM3s) {
        return MoistAir.dryAirDensity(room.coldestC(), StandardAtmosphere.pressurePa(altitudeM))
                * MoistAir.DRY_AIR_SPECIFIC_HEAT * exchangeM3s;
    }

    /** Conductance of the air exchange with the room by leaks alone (W/K). */
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
