package kilnward.core.chamber.model;

import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Layer;
import kilnward.core.chamber.body.Wall;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.finding.Require;

/**
 * The quick estimate of what a plain box loses: six walls of one layer each on their inside areas, still air on both sides
 * (0.13 m²K/W, ISO 6946), no edges, air exchange with the room.
 *
 * @param conductanceWK conductance to the room, air exchange included (W/K)
 * @param lossW         heat lost at the inside temperature (W), negative where the room is warmer
 * @param dutyPct       share of the heater's power that is needed (%); above 100 it cannot hold; 0 where no heat is needed
 * @param stuckOnC      where the box ends when the heater never stops (°C)
 * @param withEdgesWK   the conductance with edges and corners, as a chamber's own sizing counts it (W/K)
 */
public record QuickHeatLoss(double conductanceWK, double lossW, double dutyPct, double stuckOnC, double withEdgesWK) {
    /**
     * @param innerLengthM      inside length (m)
     * @param innerWidthM       inside width (m)
     * @param innerHeightM      inside height (m)
     * @param walls             one layer a wall, in the order of {@link WallSide}
     * @param airChangesPerHour air changes with the room (1/h), 0 to 200
     * @param insideC           wanted inside (°C)
     * @param roomC             in the room (°C)
     * @param heaterW           power of the heater (W), above 0
     * @param altitudeM         height above sea level (m)
     */
    public static QuickHeatLoss of(double innerLengthM, double innerWidthM, double innerHeightM, List<Layer> walls,
            double airChangesPerHour, double insideC, double roomC, double heaterW,
            double altitudeM) {
        Box box = new Box(innerLengthM, innerWidthM, innerHeightM,
                walls.stream().map(layer -> new Wall(List.of(layer), List.of())).toList());
        Require.within("airChangesPerHour", airChangesPerHour, 0, 200, "1/h");
        Require.within("insideC", insideC, -30, 80, "°C");
        Require.within("roomC", roomC, -50, 60, "°C");
        Require.positive("heaterW", heaterW, "W");
        double airWK = Chamber.ventilationWK(box.volumeM3(), airChangesPerHour, roomC, altitudeM);
        double conductance = airWK;
        for (WallSide side : WallSide.values()) {
            conductance += box.innerAreaM2(side)
                    * Layer.transmittanceWm2K(box.walls().get(side.ordinal()).layers());
        }
        double loss = conductance * (insideC - roomC);
        return new QuickHeatLoss(conductance, loss, Math.max(0, 100 * loss / heaterW), roomC + heaterW / conductance, airWK + box.wallsWK());
    }
}
