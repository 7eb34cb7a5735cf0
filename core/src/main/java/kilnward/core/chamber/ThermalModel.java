package kilnward.core.chamber;

import java.util.ArrayList;
import java.util.List;
import kilnward.core.air.MoistAir;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.life.Metabolism;

/**
 * The parameters of the chamber's heat balance while its air flows in one way:
 *
 * <pre>
 * Ce dTe/dt = P·u − Gea(Te − Ta) − Gec(Te − Tc)                        for each element e: a heater's, or a bowl of water
 * Ca dTa/dt = Σ Gea(Te − Ta) + Gac(Tc − Ta) + Gas(Ts − Ta) + (Ggl + ρ cp V n)(Troom − Ta) + qa
 * Cc dTc/dt = Gac(Ta − Tc) + Σ Gec(Te − Tc) + qc
 * Cs dTs/dt = Gas(Ta − Ts) + Gso(Troom − Ts) + Gsg(Tground − Ts) + qs
 * </pre>
 *
 * with qa, qc, qs what appliances, sun, occupants, evaporation and condensation bring. In a tank the air is water, and what
 * goes to the room goes through its surface.
 *
 * <p>It assumes: air mixed but for the stated gradient, all walls' mass in one node at the middle of their conduction, supply
 * air at room temperature, the vapour's own sensible heat left out.
 *
 * @param elements        heaters' elements, then bowls: nodes 0 … n−1
 * @param airJK           heat capacity of the air or water (J/K)
 * @param contentsJK      heat capacity of the contents (J/K)
 * @param shellJK         heat capacity of the walls (J/K)
 * @param airToContentsWK Gac (W/K)
 * @param airToShellWK    Gas (W/K)
 * @param shellToRoomWK   Gso (W/K)
 * @param shellToGroundWK Gsg (W/K)
 * @param airToRoomWK     openings and air exchange, Ggl + ρ cp V n (W/K); of a tank, its surface without evaporation
 * @param livingHeatW     heat given off by the occupants (W); where moisture is not simulated, less what their own water takes
 */
public record ThermalModel(List<Element> elements, double airJK, double contentsJK, double shellJK, double airToContentsWK,
        double airToShellWK, double shellToRoomWK, double shellToGroundWK, double airToRoomWK,
        double livingHeatW) {
    /** Index of the room temperature among the inputs. */
    public static final int ROOM_INPUT = 0;
    /** Index of the ground temperature among the inputs. */
    public static final int GROUND_INPUT = 1;
    /** Index of the heat into the air among the inputs. */
    public static final int AIR_HEAT_INPUT = 2;
    /** Index of the heat into the contents among the inputs. */
    public static final int CONTENTS_HEAT_INPUT = 3;
    /** Index of the heat into the shell among the inputs. */
    public static final int SHELL_HEAT_INPUT = 4;
    /** Index of the heat into the first element among the inputs. */
    public static final int FIRST_ELEMENT_INPUT = 5;

    /**
     * Something with a temperature of its own in the air.
     *
     * @param capacityJK   heat capacity (J/K)
     * @param toAirWK      conductance to the air (W/K)
     * @param toContentsWK conductance to the contents (W/K)
     */
    public record Element(double capacityJK, double toAirWK, double toContentsWK) {
    }

    public ThermalModel {
        elements = List.copyOf(elements);
    }

    /** Builds the parameters from what can be measured, with the air as it usually flows. */
    public static ThermalModel of(Chamber chamber) {
        return of(chamber, Flow.usual(chamber, id -> false));
    }

    /** Builds the parameters from what can be measured. */
    public static ThermalModel of(Chamber chamber, Flow flow) {
        Box box = chamber.box();
        double toRoom = 0;
        double toGround = 0;
        double insideShare = 0;
        for (WallSide side : WallSide.values()) {
            if (chamber.tank().isPresent() && side == WallSide.TOP) {
                continue;
            }
            Box.OpaquePath path = path(chamber, flow, side);
            if (side == WallSide.BOTTOM && chamber.room().groundC().isPresent()) {
                toGround += path.conductanceWK();
            } else {
                toRoom += path.conductanceWK();
            }
            insideShare += path.conductanceWK() * path.insideHalfKW() * path.conductanceWK();
        }
        // One shell node for all walls: the split keeps the total conductance exact and takes the mean share inside.
        insideShare /= toRoom + toGround;
        double factor = chamber.lossFactor();
        Contents contents = chamber.contents();
        double filmWm2K = chamber.tank().isPresent() ? Tank.WATER_FILM_WM2K : flow.movement().filmWm2K();
        return new ThermalModel(elements(chamber, flow), mediumJK(chamber), contents.capacityJK(), shellJK(chamber),
                filmWm2K * contents.surfaceM2(), factor * (toRoom + toGround) / insideShare,
                factor * toRoom / (1 - insideShare), factor * toGround / (1 - insideShare), chamber.tank()
                        .map(tank -> tank.surfaceWK(box.innerAreaM2(WallSide.TOP), flow.overSurface()))
                        .orElseGet(() -> factor * box.openingsWK(flow.movement()) + chamber.exchangeWK(flow.exchangeM3s())) + leakWK(chamber),
                livingHeatW(chamber));
    }

    /** Modules in the wall conduct whether they run or not. */
    static double leakWK(Chamber chamber) {
        return chamber.heaters().stream().mapToDouble(Heater::leakWK).sum() + chamber.of(Cooler.class).stream().mapToDouble(Cooler::leakWK).sum();
    }

    private static double livingHeatW(Chamber chamber) {
        Metabolism living = chamber.contents().living();
        boolean counted = chamber.tank().isPresent() || chamber.room().vapourPressurePa().isPresent();
        return counted ? living.heatW() : living.heatW() - SaturatedVapour.latentHeatJkg(chamber.room().warmestC()) * living.waterKgS();
    }

    /** The opaque part of a wall in contact with the air, or with the water of a tank. */
    static Box.OpaquePath path(Chamber chamber, Flow flow, WallSide side) {
        Box box = chamber.box();
        return chamber.tank().map(tank -> box.opaquePath(side, wetShare(box, tank, side), 1 / Tank.WATER_FILM_WM2K))
                .orElseGet(() -> box.opaquePath(side, flow.movement()));
    }

    private static List<Element> elements(Chamber chamber, Flow flow) {
        double stirred = chamber.tank().isPresent() ? 1 : flow.movement().filmWm2K() / chamber.usualMovement().filmWm2K();
        List<Element> elements = new ArrayList<>();
        for (Heater heater : chamber.heaters()) {
            elements.add(new Element(heater.elementJK(), heater.toAirWK() * stirred, heater.toContentsWK()));
        }
        for (Bowl bowl : chamber.of(Bowl.class)) {
            elements.add(new Element(bowl.capacityJK(), flow.movement().filmWm2K() * bowl.surfaceM2(), 0));
        }
        return elements;
    }

    private static double wetShare(Box box, Tank tank, WallSide side) {
        return side == WallSide.BOTTOM ? 1 : tank.waterHeightM() / box.innerHeightM();
    }

    private static double mediumJK(Chamber chamber) {
        Box box = chamber.box();
        return chamber.tank().map(tank -> Tank.WATER_JM3K * box.innerAreaM2(WallSide.BOTTOM) * tank.waterHeightM())
                .orElseGet(() -> MoistAir.dryAirDensity(chamber.room().warmestC(),
                        StandardAtmosphere.pressurePa(chamber.altitudeM()))
                        * MoistAir.DRY_AIR_SPECIFIC_HEAT * box.volumeM3());
    }

    private static double shellJK(Chamber chamber) {
        Box box = chamber.box();
        double sum = 0;
        for (WallSide side : WallSide.values()) {
            double share = chamber.tank().map(tank -> side == WallSide.TOP ? 0 : wetShare(box, tank, side)).orElse(1.0);
            sum += share * box.shellJK(side);
        }
        return sum;
    }

    /** Index of the air node. */
    public int air() {
        return elements.size();
    }

    /** Index of the contents node. */
    public int contents() {
        return elements.size() + 1;
    }

    /** Index of the shell node. */
    public int shell() {
        return elements.size() + 2;
    }

    /** Number of nodes. */
    public int nodes() {
        return elements.size() + 3;
    }

    /** Number of inputs: those named above, then the heat into each element (W). */
    public int inputs() {
        return FIRST_ELEMENT_INPUT + elements.size();
    }

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
        for (int e = 0; e < elements.size(); e++) {
            Element element = elements.get(e);
            join(a, e, element.capacityJK(), air, airJK, element.toAirWK());
            join(a, e, element.capacityJK(), contents, contentsJK, element.toContentsWK());
            b[e][FIRST_ELEMENT_INPUT + e] = 1 / element.capacityJK();
        }
        join(a, air, airJK, contents, contentsJK, airToContentsWK);
        join(a, air, airJK, shell, shellJK, airToShellWK);
        a[air][air] -= airToRoomWK / airJK;
        b[air][ROOM_INPUT] = airToRoomWK / airJK;
        a[shell][shell] -= (shellToRoomWK + shellToGroundWK) / shellJK;
        b[shell][ROOM_INPUT] = shellToRoomWK / shellJK;
        b[shell][GROUND_INPUT] = shellToGroundWK / shellJK;
        b[air][AIR_HEAT_INPUT] = 1 / airJK;
        b[contents][CONTENTS_HEAT_INPUT] = 1 / contentsJK;
        b[shell][SHELL_HEAT_INPUT] = 1 / shellJK;
    }

    private static void join(double[][] a, int one, double oneJK, int other, double otherJK, double conductanceWK) {
        a[one][one] -= conductanceWK / oneJK;
        a[one][other] += conductanceWK / oneJK;
        a[other][other] -= conductanceWK / otherJK;
        a[other][one] += conductanceWK / otherJK;
    }

    /** Total conductance from the air to room and ground (W/K). */
    public double totalWK() {
        return airToRoomWK + 1 / (1 / airToShellWK + 1 / (shellToRoomWK + shellToGroundWK));
    }

    /** Heat held in elements, air, contents and shell above 0 °C (J). */
    public double heatJ(double[] nodesC) {
        double sum = nodesC[air()] * airJK + nodesC[contents()] * contentsJK + nodesC[shell()] * shellJK;
        for (int e = 0; e < elements.size(); e++) {
            sum += nodesC[e] * elements.get(e).capacityJK();
        }
        return sum;
    }
}
