package kilnward.core.chamber.model;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import kilnward.core.air.MoistAir;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.air.StandardAtmosphere;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Contents;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.HeaterKind;
import kilnward.core.chamber.body.Box;
import kilnward.core.chamber.body.Tank;
import kilnward.core.chamber.body.WallSide;
import kilnward.core.life.Metabolism;

/**
 * The parameters of the chamber's heat balance while its air flows in one way:
 *
 * <pre>
 * Ce dTe/dt = P·u − Gea(Te − Ta) − Gec(Te − Tc) − Geo(Te − Troom)      for each element e: a heater's, or a bowl of water
 * Ca dTa/dt = Σ Gea(Te − Ta) + Gac(Tc − Ta) + Gas(T1 − Ta) + (Ggl + ρ cp V n)(Troom − Ta) + qa
 * Cc dTc/dt = Gac(Ta − Tc) + Σ Gec(Te − Tc) + qc
 * C1 dT1/dt = Gas(Ta − T1) + Gss(T2 − T1) + qs                         the walls in slices, inside first
 * C2 dT2/dt = Gss(T1 − T2) + Gss(T3 − T2)
 * C3 dT3/dt = Gss(T2 − T3) + Gso(Troom − T3) + Gsg(Tground − T3)
 * </pre>
 *
 * with qa, qc, qs what appliances, sun, occupants, evaporation and condensation bring. In a tank the air is water, and what
 * goes to the room goes through its surface.
 *
 * <p>It assumes: air mixed but for the stated gradient, all walls as one wall in {@link #SLICES} slices of like resistance, a mat lying on the floor, supply air at room
 * temperature, the vapour's own sensible heat left out.
 *
 * @param elements        heaters' elements, then bowls: nodes 0 … n−1
 * @param airJK           heat capacity of the air or water (J/K)
 * @param contentsJK      heat capacity of the contents (J/K)
 * @param slicesJK        heat capacities of the walls' slices, inside first (J/K)
 * @param airToContentsWK Gac (W/K)
 * @param airToShellWK    Gas, from the air to the middle of the first slice (W/K)
 * @param betweenSlicesWK Gss, from the middle of one slice to that of the next (W/K)
 * @param shellToRoomWK   Gso, from the middle of the last slice (W/K)
 * @param shellToGroundWK Gsg (W/K)
 * @param airToRoomWK     openings and air exchange, Ggl + ρ cp V n (W/K); of a tank, its surface without evaporation
 * @param livingHeatW     heat given off by the occupants (W); where moisture is not simulated, less what their own water takes
 */
public record ThermalModel(List<Element> elements, double airJK, double contentsJK, List<Double> slicesJK, double airToContentsWK,
        double airToShellWK, double betweenSlicesWK, double shellToRoomWK, double shellToGroundWK, double airToRoomWK,
        double livingHeatW) {
    /** So many slices the walls are taken in: with one, foam answers a quarter too fast; with five it is the same to a hundredth. */
    public static final int SLICES = 3;
    /** A slice of nothing would answer faster than any step. */
    private static final double LEAST_SLICE_SHARE = 0.02;
    /** A mat passes on so much heat upwards (W/(m²K)): what it passes on says how big it is. Order of magnitude, from memory. */
    private static final double MAT_WM2K = 10;
    /** A mat covers so much of the floor at most. */
    private static final double MOST_COVERED = 0.9;
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
     * @param toRoomWK     conductance to the room through the floor it lies on (W/K)
     * @param toGroundWK   the same to the ground, where the floor stands on it (W/K)
     */
    public record Element(double capacityJK, double toAirWK, double toContentsWK, double toRoomWK, double toGroundWK) {
    }

    public ThermalModel {
        elements = List.copyOf(elements);
        slicesJK = List.copyOf(slicesJK);
    }

    /** Builds the parameters from what can be measured, with the air as it usually flows. */
    public static ThermalModel of(Chamber chamber) {
        return of(chamber, Flow.usual(chamber, id -> false));
    }

    /** Builds the parameters from what can be measured. */
    public static ThermalModel of(Chamber chamber, Flow flow) {
        Box box = chamber.box();
        boolean onGround = chamber.room().groundC().isPresent();
        double free = 1 - coveredShare(chamber);
        double toRoom = 0;
        double toGround = 0;
        double inside = 0;
        double outside = 0;
        for (WallSide side : WallSide.values()) {
            if (chamber.tank().isPresent() && side == WallSide.TOP) {
                continue;
            }
            Box.OpaquePath path = path(chamber, flow, side);
            double conductanceWK = path.conductanceWK() * (side == WallSide.BOTTOM ? free : 1);
            if (side == WallSide.BOTTOM && onGround) {
                toGround += conductanceWK;
            } else {
                toRoom += conductanceWK;
            }
            inside += conductanceWK * path.insideKW() * path.conductanceWK();
            outside += conductanceWK * path.outsideKW() * path.conductanceWK();
        }
        // One wall for all: the total conductance stays exact, and films take the mean share of its resistance.
        double total = chamber.lossFactor() * (toRoom + toGround);
        double insideKW = inside / (toRoom + toGround) / total;
        double outsideKW = outside / (toRoom + toGround) / total;
        double conductionKW = 1 / total - insideKW - outsideKW;
        double outerWK = 1 / (conductionKW / (2 * SLICES) + outsideKW);
        Contents contents = chamber.contents();
        double filmWm2K = chamber.tank().isPresent() ? Tank.WATER_FILM_WM2K : flow.movement().filmWm2K();
        return new ThermalModel(elements(chamber, flow), mediumJK(chamber), contents.capacityJK(), slicesJK(chamber),
                filmWm2K * contents.surfaceM2(), 1 / (insideKW + conductionKW / (2 * SLICES)), SLICES / conductionKW,
                outerWK * toRoom / (toRoom + toGround), outerWK * toGround / (toRoom + toGround), chamber.tank()
                        .map(tank -> tank.surfaceWK(box.innerAreaM2(WallSide.TOP), flow.overSurface()))
                        .orElseGet(() -> chamber.lossFactor() * box.openingsWK(flow.movement(), chamber.isOutdoors()) + chamber.exchangeWK(flow.exchangeM3s())) + leakWK(chamber),
                livingHeatW(chamber));
    }

    /** How big a mat is that lies on the floor (m²); 0 for other heaters. */
    private static double matM2(Chamber chamber, Heater heater) {
        return heater.kind() == HeaterKind.MAT && chamber.tank().isEmpty() ? (heater.toAirWK() + heater.toContentsWK()) / MAT_WM2K : 0;
    }

    /** Share of the floor that mats cover: the air does not reach it there. */
    static double coveredShare(Chamber chamber) {
        return Math.min(MOST_COVERED, chamber.heaters().stream().mapToDouble(each -> matM2(chamber, each)).sum() / chamber.box().innerAreaM2(WallSide.BOTTOM));
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
        return chamber.tank().map(tank -> box.opaquePath(side, wetShare(box, tank, side), 1 / Tank.WATER_FILM_WM2K, chamber.isOutdoors()))
                .orElseGet(() -> box.opaquePath(side, flow.movement(), chamber.isOutdoors()));
    }

    private static List<Element> elements(Chamber chamber, Flow flow) {
        double stirred = chamber.tank().isPresent() ? 1 : flow.movement().filmWm2K() / chamber.usualMovement().filmWm2K();
        List<Element> elements = new ArrayList<>();
        boolean onGround = chamber.room().groundC().isPresent();
        double matsM2 = chamber.heaters().stream().mapToDouble(each -> matM2(chamber, each)).sum();
        // What lies on the floor has no film of air below it.
        Box.OpaquePath floor = path(chamber, flow, WallSide.BOTTOM);
        double floorWK = matsM2 == 0 ? 0 : chamber.lossFactor() * coveredShare(chamber) / (floor.conductionKW() + floor.outsideKW());
        for (Heater heater : chamber.heaters()) {
            double downWK = matsM2 == 0 ? 0 : floorWK * matM2(chamber, heater) / matsM2;
            elements.add(new Element(heater.elementJK(), heater.toAirWK() * stirred, heater.toContentsWK(), onGround ? 0 : downWK, onGround ? downWK : 0));
        }
        for (Bowl bowl : chamber.of(Bowl.class)) {
            elements.add(new Element(bowl.capacityJK(), flow.movement().filmWm2K() * bowl.surfaceM2(), 0, 0, 0));
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

    private static List<Double> slicesJK(Chamber chamber) {
        Box box = chamber.box();
        double[] sum = new double[SLICES];
        for (WallSide side : WallSide.values()) {
            double share = chamber.tank().map(tank -> side == WallSide.TOP ? 0 : wetShare(box, tank, side)).orElse(1.0);
            double[] wall = box.shellJK(side, SLICES);
            for (int i = 0; i < SLICES; i++) {
                sum[i] += share * wall[i];
            }
        }
        double least = LEAST_SLICE_SHARE * Arrays.stream(sum).sum();
        return Arrays.stream(sum).map(each -> Math.max(least, each)).boxed().toList();
    }

    /** Index of the air node. */
    public int air() {
        return elements.size();
    }

    /** Index of the contents node. */
    public int contents() {
        return elements.size() + 1;
    }

    /** Index of the walls' innermost slice. */
    public int shell() {
        return elements.size() + 2;
    }

    /** Index of the walls' outermost slice. */
    public int outermost() {
        return shell() + SLICES - 1;
    }

    /** Number of nodes. */
    public int nodes() {
        return elements.size() + 2 + SLICES;
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
            a[e][e] -= (element.toRoomWK() + element.toGroundWK()) / element.capacityJK();
            b[e][ROOM_INPUT] = element.toRoomWK() / element.capacityJK();
            b[e][GROUND_INPUT] = element.toGroundWK() / element.capacityJK();
            b[e][FIRST_ELEMENT_INPUT + e] = 1 / element.capacityJK();
        }
        join(a, air, airJK, contents, contentsJK, airToContentsWK);
        join(a, air, airJK, shell, slicesJK.get(0), airToShellWK);
        for (int i = 1; i < SLICES; i++) {
            join(a, shell + i - 1, slicesJK.get(i - 1), shell + i, slicesJK.get(i), betweenSlicesWK);
        }
        int outermost = outermost();
        double outermostJK = slicesJK.get(SLICES - 1);
        a[air][air] -= airToRoomWK / airJK;
        b[air][ROOM_INPUT] = airToRoomWK / airJK;
        a[outermost][outermost] -= (shellToRoomWK + shellToGroundWK) / outermostJK;
        b[outermost][ROOM_INPUT] = shellToRoomWK / outermostJK;
        b[outermost][GROUND_INPUT] = shellToGroundWK / outermostJK;
        b[air][AIR_HEAT_INPUT] = 1 / airJK;
        b[contents][CONTENTS_HEAT_INPUT] = 1 / contentsJK;
        b[shell][SHELL_HEAT_INPUT] = 1 / slicesJK.get(0);
    }

    private static void join(double[][] a, int one, double oneJK, int other, double otherJK, double conductanceWK) {
        a[one][one] -= conductanceWK / oneJK;
        a[one][other] += conductanceWK / oneJK;
        a[other][other] -= conductanceWK / otherJK;
        a[other][one] += conductanceWK / otherJK;
    }

    /** Total conductance from the air to room and ground (W/K); what a mat gives through the floor goes besides. */
    public double totalWK() {
        return airToRoomWK + 1 / (1 / airToShellWK + (SLICES - 1) / betweenSlicesWK + 1 / (shellToRoomWK + shellToGroundWK));
    }

    /** Heat held in elements, air, contents and walls above 0 °C (J). */
    public double heatJ(double[] nodesC) {
        double sum = nodesC[air()] * airJK + nodesC[contents()] * contentsJK;
        for (int i = 0; i < SLICES; i++) {
            sum += nodesC[shell() + i] * slicesJK.get(i);
        }
        for (int e = 0; e < elements.size(); e++) {
            sum += nodesC[e] * elements.get(e).capacityJK();
        }
        return sum;
    }
}
