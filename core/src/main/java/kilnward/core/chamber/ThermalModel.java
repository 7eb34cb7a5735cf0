package kilnward.core.chamber;

import java.util.List;
import kilnward.core.air.MoistAir;
import kilnward.core.air.StandardAtmosphere;

/**
 * The parameters of the chamber's heat balance:
 *
 * <pre>
 * Ce dTe/dt = P·u − Gea(Te − Ta) − Gec(Te − Tc)                                        for each heater element e
 * Ca dTa/dt = Σ Gea(Te − Ta) + Gac(Tc − Ta) + Gas(Ts − Ta) + (Ggl + ρ cp V n)(Troom − Ta) − Qcool
 * Cc dTc/dt = Gac(Ta − Tc) + Σ Gec(Te − Tc) + qliving
 * Cs dTs/dt = Gas(Ta − Ts) + Gso(Troom − Ts)
 * </pre>
 *
 * It assumes: air mixed but for the stated gradient, each wall's mass in one node at the middle of its conduction, constant
 * conductances, supply air at room temperature.
 *
 * @param heaters          heaters, their elements being nodes 0 … n−1
 * @param airJK            heat capacity of the air (J/K)
 * @param contentsJK       heat capacity of the contents (J/K)
 * @param shellJK          heat capacity of the walls (J/K)
 * @param airToContentsWK  Gac (W/K)
 * @param airToShellWK     Gas (W/K)
 * @param shellToRoomWK    Gso (W/K)
 * @param airToRoomWK      openings and air exchange, Ggl + ρ cp V n (W/K)
 * @param livingHeatW      heat given off by the occupants (W)
 */
public record ThermalModel(List<Heater> heaters, double airJK, double contentsJK, double shellJK, double airToContentsWK,
                           double airToShellWK, double shellToRoomWK, double airToRoomWK, double livingHeatW) {
    public ThermalModel {
        heaters = List.copyOf(heaters);
    }

    /** Builds the parameters from what can be measured. */
    public static ThermalModel of(Chamber chamber) {
        Box box = chamber.box();
        double walls = 0;
        double insideShare = 0;
        for (WallSide side : WallSide.values()) {
            Box.OpaquePath path = box.opaquePath(side);
            walls += path.conductanceWK();
            insideShare += path.conductanceWK() * path.insideHalfKW() * path.conductanceWK();
        }
        // One shell node for six walls: the split keeps the total conductance exact and takes the mean share inside.
        insideShare /= walls;
        double airDensity = MoistAir.dryAirDensity(chamber.room().warmestC(),
                StandardAtmosphere.pressurePa(chamber.altitudeM()));
        return new ThermalModel(chamber.heaters(),
                airDensity * MoistAir.DRY_AIR_SPECIFIC_HEAT * box.volumeM3(),
                chamber.contents().capacityJK(), box.shellJK(),
                chamber.airMovement().filmWm2K() * chamber.contents().surfaceM2(),
                walls / insideShare, walls / (1 - insideShare),
                box.openingsWK() + chamber.ventilationWK(), chamber.contents().livingHeatW());
    }

    /** Index of the air node. */
    public int air() {
        return heaters.size();
    }

    /** Index of the contents node. */
    public int contents() {
        return heaters.size() + 1;
    }

    /** Index of the shell node. */
    public int shell() {
        return heaters.size() + 2;
    }

    /** Number of nodes. */
    public int nodes() {
        return heaters.size() + 3;
    }

    /** Number of inputs: room temperature (°C), heat into the air (W), heat into the contents (W), then a heater each (W). */
    public int inputs() {
        return FIRST_HEATER_INPUT + heaters.size();
    }

    /** Index of the room temperature among the inputs. */
    public static final int ROOM_INPUT = 0;
    /** Index of the heat into the air among the inputs. */
    public static final int AIR_HEAT_INPUT = 1;
    /** Index of the heat into the contents among the inputs. */
    public static final int CONTENTS_HEAT_INPUT = 2;
    /** Index of the first heater's power among the inputs. */
    public static final int FIRST_HEATER_INPUT = 3;

    /**
     * Writes the balance as dT/dt = A·T + B·u into the upper left of two matrices.
     *
     * @param a at least {@link #nodes()} square, filled with zeros
     * @param b at least {@link #nodes()} by {@link #inputs()}, filled with zeros
     */
    public void fill(double[][] a, double[][] b) {
        int air = air();
        int contents = contents();
        int shell = shell();
        for (int e = 0; e < heaters.size(); e++) {
            Heater heater = heaters.get(e);
            join(a, e, heater.elementJK(), air, airJK, heater.toAirWK());
            join(a, e, heater.elementJK(), contents, contentsJK, heater.toContentsWK());
            b[e][FIRST_HEATER_INPUT + e] = 1 / heater.elementJK();
        }
        join(a, air, airJK, contents, contentsJK, airToContentsWK);
        join(a, air, airJK, shell, shellJK, airToShellWK);
        a[air][air] -= airToRoomWK / airJK;
        b[air][ROOM_INPUT] = airToRoomWK / airJK;
        a[shell][shell] -= shellToRoomWK / shellJK;
        b[shell][ROOM_INPUT] = shellToRoomWK / shellJK;
        b[air][AIR_HEAT_INPUT] = 1 / airJK;
        b[contents][CONTENTS_HEAT_INPUT] = 1 / contentsJK;
    }

    private static void join(double[][] a, int one, double oneJK, int other, double otherJK, double conductanceWK) {
        a[one][one] -= conductanceWK / oneJK;
        a[one][other] += conductanceWK / oneJK;
        a[other][other] -= conductanceWK / otherJK;
        a[other][one] += conductanceWK / otherJK;
    }

    /** Total conductance from the air to the room (W/K). */
    public double totalWK() {
        return airToRoomWK + 1 / (1 / airToShellWK + 1 / shellToRoomWK);
    }
}
