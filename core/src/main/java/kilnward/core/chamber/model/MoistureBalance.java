package kilnward.core.chamber.model;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.air.Temperature;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Opening;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.finding.Require;

/**
 * The steady moisture balance of a box that exchanges air with its room: V·n·(ρv − ρv,supply) = ṁ. Room air keeps its vapour
 * pressure when it warms, so its vapour density is taken at the inside temperature. Where walls drip, they take moisture out
 * that this balance does not count: the humidifier then needs more than is said here.
 *
 * @param insideDewPointC       dew point at the wanted humidity (°C); empty for air without vapour
 * @param neededGh              moisture to give off so that the wanted humidity is held (g/h); negative where the room's air
 *                              is damper and moisture has to be taken out
 * @param latentW               heat that evaporating it takes (W), 0 where none is needed
 * @param restingPct            relative humidity inside without any humidifier (%RH), at most 100
 * @param reachedPct            relative humidity inside with the humidifier on all the time (%RH), at most 100
 * @param dutyPct               share of the time it has to run (%); above 100 it cannot hold; empty without a humidifier
 * @param surfaces              each wall, then each opening, with the temperature of its inside surface
 */
public record MoistureBalance(OptionalDouble insideDewPointC, double neededGh, double latentW, double restingPct,
        double reachedPct, OptionalDouble dutyPct, List<Surface> surfaces) {
    /** Latent heat of water near 37 °C (J/g), from memory; 2450 near 20 °C. */
    private static final double LATENT_JG = 2410;

    public MoistureBalance {
        surfaces = List.copyOf(surfaces);
    }

    /**
     * The inside surface of a wall or an opening.
     *
     * @param side       wall
     * @param opening    whether it is an opening in that wall
     * @param surfaceC   temperature of the inside surface (°C): Ta − U·Rsi·(Ta − Troom)
     * @param drips      whether that is below the dew point of the air inside
     * @param dripsAbovePct relative humidity inside above which it drips (%RH), at most 100
     */
    public record Surface(WallSide side, boolean opening, double surfaceC, boolean drips, double dripsAbovePct) {
    }

    /**
     * @param box              body of the chamber
     * @param airChangesPerHour air changes with the room (1/h), 0 to 200
     * @param insideC          inside (°C), above 0
     * @param insidePct        wanted inside (%RH)
     * @param roomC            room (°C)
     * @param roomPct          room (%RH)
     * @param humidifierGh     output of the humidifier (g/h), 0 for none
     * @param altitudeM        height above sea level (m)
     */
    public static MoistureBalance of(Box box, double airChangesPerHour, double insideC, double insidePct, double roomC,
            double roomPct, double humidifierGh, double altitudeM) {
        return of(box, airChangesPerHour, insideC, insidePct, roomC, roomPct, humidifierGh, 0, altitudeM);
    }

    /**
     * The same where something inside gives off water whatever the humidity is.
     *
     * @param livingGh water that what lives there gives off (g/h)
     */
    public static MoistureBalance of(Box box, double airChangesPerHour, double insideC, double insidePct, double roomC,
            double roomPct, double humidifierGh, double livingGh, double altitudeM) {
        Require.within("airChangesPerHour", airChangesPerHour, 0, 200, "1/h");
        Require.within("humidifierGh", humidifierGh, 0, 1e6, "g/h");
        double pressure = StandardAtmosphere.pressurePa(altitudeM);
        MoistAir inside = MoistAir.of(Require.within("insideC", insideC, 0, 60, "°C"),
                Require.within("insidePct", insidePct, 0, 100, "%RH"), pressure);
        MoistAir room = MoistAir.of(Require.within("roomC", roomC, -40, 60, "°C"),
                Require.within("roomPct", roomPct, 0, 100, "%RH"), pressure);
        double exchangeM3h = box.volumeM3() * airChangesPerHour;
        double perPaGm3 = 1000 / (MoistAir.VAPOUR_GAS_CONSTANT * (insideC + Temperature.ZERO_CELSIUS_K));
        double neededGh = exchangeM3h * perPaGm3 * (inside.vapourPressurePa() - room.vapourPressurePa()) - livingGh;
        double resting = Math.min(100, 100 * (room.vapourPressurePa() + gainedPa(livingGh, exchangeM3h, perPaGm3)) / inside.saturationPressurePa());
        double reached = Math.min(100, 100 * (room.vapourPressurePa() + gainedPa(humidifierGh + livingGh, exchangeM3h, perPaGm3)) / inside.saturationPressurePa());
        return new MoistureBalance(inside.dewPointC(), neededGh, Math.max(0, neededGh) * LATENT_JG / 3600, resting, reached,
                humidifierGh > 0 ? OptionalDouble.of(Math.max(0, 100 * neededGh / humidifierGh)) : OptionalDouble.empty(),
                surfaces(box, inside, roomC));
    }

    private static double gainedPa(double gramsPerHour, double exchangeM3h, double perPaGm3) {
        return exchangeM3h > 0 ? gramsPerHour / exchangeM3h / perPaGm3 : gramsPerHour > 0 ? Double.POSITIVE_INFINITY : 0;
    }

    private static List<Surface> surfaces(Box box, MoistAir inside, double roomC) {
        List<Surface> surfaces = new ArrayList<>();
        for (WallSide side : WallSide.values()) {
            Wall wall = box.walls().get(side.ordinal());
            surfaces.add(surface(side, false, wall.layers(), inside, roomC));
            for (Opening opening : wall.openings()) {
                surfaces.add(surface(side, true, opening.layers(), inside, roomC));
            }
        }
        return surfaces;
    }

    private static Surface surface(WallSide side, boolean opening, List<Layer> layers, MoistAir inside, double roomC) {
        double surfaceC = inside.temperatureC() - Layer.transmittanceWm2K(layers) * Layer.STILL_AIR_M2KW
                * (inside.temperatureC() - roomC);
        double dripsAbove = Math.min(100, 100 * MoistAir.saturationPressurePa(surfaceC) / inside.saturationPressurePa());
        boolean drips = inside.dewPointC().isPresent() && surfaceC < inside.dewPointC().getAsDouble();
        return new Surface(side, opening, surfaceC, drips, dripsAbove);
    }
}
