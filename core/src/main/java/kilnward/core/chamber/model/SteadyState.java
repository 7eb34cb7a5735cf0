package kilnward.core.chamber.model;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import kilnward.core.air.Root;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Glazing;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Fan;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.Vent;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;

/**
 * Where a chamber ends up when everything is held: the root of its heat balance, with evaporation and condensation where the
 * room's humidity is known and with what draws less as it gets hotter. Lamps that run count with their mean of the day;
 * humidifiers are left out. The sun counts where all is aired ({@link #aired}): what it brings in the hours about noon.
 */
public final class SteadyState {
    private static final int MOST_ROUNDS = 60;
    private static final double SETTLED_K = 1e-6;
    /** The sun's mean over so many hours about noon stands for what it does; a greenhouse follows it within an hour or two. */
    private static final double NOON_HOURS = 4;
    private static final int NOON_PARTS = 16;
    private final Chamber chamber;
    private final Flow flow;
    private final List<Heater> heaters;
    private final double[] shares;
    private final ThermalModel model;
    private final double[][] response;
    private final Optional<Moisture> moisture;
    private final boolean linear;
    private final double fansW;
    private final double lampsW;
    private final double sunW;

    private SteadyState(Chamber chamber, List<? extends Appliance> running, double sunW) {
        this.chamber = chamber;
        this.sunW = sunW;
        this.flow = Flow.of(chamber, running, false);
        this.model = ThermalModel.of(chamber, flow);
        this.heaters = chamber.heaters();
        this.shares = Radiance.shares(chamber);
        double[][] a = new double[model.nodes()][model.nodes()];
        double[][] b = new double[model.nodes()][model.inputs()];
        model.fill(a, b);
        this.response = new LUDecomposition(MatrixUtils.createRealMatrix(a)).getSolver()
                .solve(MatrixUtils.createRealMatrix(b).scalarMultiply(-1)).getData();
        this.moisture = Moisture.of(chamber);
        moisture.ifPresent(each -> each.flow(flow));
        this.linear = moisture.isEmpty() && chamber.heaters().stream().allMatch(heater -> !heater.varies());
        this.fansW = running.stream().filter(Fan.class::isInstance).mapToDouble(Appliance::heatInsideW).sum();
        this.lampsW = running.stream().filter(Lamp.class::isInstance).map(Lamp.class::cast)
                .mapToDouble(lamp -> lamp.heatInsideW() * lamp.hours() / 24).sum();
    }

    /** With everything running that runs by itself, whether a controller switches it or not. */
    public static SteadyState of(Chamber chamber) {
        return resting(chamber, id -> false);
    }

    /** With everything running that runs by itself and hangs on no controller. */
    public static SteadyState resting(Chamber chamber, Predicate<String> controlled) {
        return new SteadyState(chamber, chamber.appliances().stream()
                .filter(each -> each.runsByItself() && !controlled.test(each.id())).toList(), 0);
    }

    /** With every fan running, every vent open and the midday sun on its glass; heaters and coolers as asked for. */
    public static SteadyState aired(Chamber chamber) {
        return airedUnder(chamber, noonW(chamber));
    }

    /** The same with no sun on it. */
    public static SteadyState airedInShade(Chamber chamber) {
        return airedUnder(chamber, 0);
    }

    private static SteadyState airedUnder(Chamber chamber, double sunW) {
        return new SteadyState(chamber, chamber.appliances().stream()
                .filter(each -> each.runsByItself() || each instanceof Vent).toList(), sunW);
    }

    /** What the sun brings in about noon (W); 0 where none shines in. */
    private static double noonW(Chamber chamber) {
        return Glazing.of(chamber).map(glazing -> IntStream.range(0, NOON_PARTS)
                .mapToDouble(part -> NOON_HOURS * ((part + 0.5) / NOON_PARTS - 0.5))
                .map(hour -> glazing.watts(3600 * (glazing.noonHour() + hour))).average().orElseThrow()).orElse(0.0);
    }

    /**
     * Temperatures of all nodes (°C), in the order of {@link ThermalModel}.
     *
     * @param roomC       room (°C)
     * @param heaterShare share of every heater's power, 0 off to 1 stuck on
     * @param coolingW    heat taken out of the air (W)
     */
    public double[] nodesC(double roomC, double heaterShare, double coolingW) {
        double[] nodes = new double[model.nodes()];
        Arrays.fill(nodes, roomC);
        double[] inputs = new double[model.inputs()];
        FixedPoint.settle(nodes, linear, (from, to) -> {
            write(inputs, from, roomC, heaterShare, coolingW);
            for (int i = 0; i < to.length; i++) {
                to[i] = 0;
                for (int j = 0; j < inputs.length; j++) {
                    to[i] += response[i][j] * inputs[j];
                }
            }
        });
        return nodes;
    }

    private void write(double[] inputs, double[] nodes, double roomC, double heaterShare, double coolingW) {
        Arrays.fill(inputs, 0);
        inputs[ThermalModel.ROOM_INPUT] = roomC;
        inputs[ThermalModel.GROUND_INPUT] = chamber.room().groundC().orElse(0);
        inputs[ThermalModel.AIR_HEAT_INPUT] = fansW + lampsW - coolingW + (1 - Sun.ON_CONTENTS) * sunW;
        inputs[ThermalModel.CONTENTS_HEAT_INPUT] = model.livingHeatW() + Sun.ON_CONTENTS * sunW;
        for (int e = 0; e < heaters.size(); e++) {
            inputs[ThermalModel.FIRST_ELEMENT_INPUT + e] = heaterShare * heaters.get(e).powerW(nodes[e], roomC);
        }
        moisture.ifPresent(each -> {
            each.settle(nodes, roomC);
            each.addHeat(inputs);
        });
    }

    /** Temperature at the occupant (°C); parameters as in {@link #nodesC}. */
    public double occupantC(double roomC, double heaterShare, double coolingW) {
        double[] nodes = nodesC(roomC, heaterShare, coolingW);
        return switch (chamber.occupantPlace()) {
            case CONTENTS -> nodes[model.contents()];
            case AIR -> {
                double felt = nodes[model.air()] + chamber.gradientK() * flow.gradientShare();
                for (int e = 0; e < shares.length; e++) {
                    felt += shares[e] * (nodes[e] - nodes[model.air()]);
                }
                yield felt;
            }
        };
    }

    /**
     * Share of the heaters' power that holds the occupant at a temperature, all heaters at the same share.
     *
     * @return share, 1 being all of it; above 1 it cannot be held, below 0 it needs cooling
     * @throws IllegalStateException where there is no heater
     */
    public double holdingShare(double occupantC, double roomC) {
        if (chamber.heaters().isEmpty()) {
            throw new IllegalStateException("a chamber without a heater has no holding share");
        }
        return root(share -> occupantC(roomC, share, 0) - occupantC, 1);
    }

    /** Power that holds the occupant at a temperature (W), shared out as the heaters are. */
    public double holdingW(double occupantC, double roomC) {
        return holdingShare(occupantC, roomC) * chamber.heaters().stream().mapToDouble(Heater::powerW).sum();
    }

    /** Heat to take out of the air (W) so that the occupant is held with the heaters off; negative where heat is needed. */
    public double holdingCoolingW(double occupantC, double roomC) {
        return root(coolingW -> occupantC(roomC, 0, coolingW) - occupantC, 10);
    }

    /** A line finds the root at once where the balance is linear; else the secant closes in on it. */
    private double root(DoubleUnaryOperator missK, double scale) {
        double below = 0;
        double above = scale;
        double atBelow = missK.applyAsDouble(below);
        double atAbove = missK.applyAsDouble(above);
        for (int round = 0; round < MOST_ROUNDS && atAbove != atBelow; round++) {
            double next = above - atAbove * (above - below) / (atAbove - atBelow);
            double at = linear ? 0 : missK.applyAsDouble(next);
            below = above;
            atBelow = atAbove;
            above = next;
            atAbove = at;
            if (linear || Math.abs(at) < SETTLED_K) {
                return above;
            }
        }
        return bracketed(missK, above, scale);
    }

    /** Where the secant leaps to and fro: the root is taken between two ends, wider and wider apart. */
    private static double bracketed(DoubleUnaryOperator missK, double about, double scale) {
        double start = Double.isFinite(about) ? about : 0;
        for (double width = scale; width < 1e6 * scale; width *= 2) {
            if (missK.applyAsDouble(start - width) * missK.applyAsDouble(start + width) <= 0) {
                return Root.between(missK, start - width, start + width, 1e-9 * scale);
            }
        }
        return start;
    }

    /**
     * Where heat comes from and goes to while the occupant is held at a temperature, as far as heaters and coolers can.
     *
     * @param occupantC wanted at the occupant (°C)
     * @param roomC     room (°C)
     */
    public HeatBalance balance(double occupantC, double roomC) {
        boolean heats = !chamber.heaters().isEmpty();
        double share = heats ? Math.max(0, Math.min(1, holdingShare(occupantC, roomC))) : 0;
        double mostCoolingW = chamber.of(Cooler.class).stream().mapToDouble(each -> each.pumpsW(occupantC, roomC)).sum();
        double coolingW = share > 0 || mostCoolingW == 0 ? 0
                : Math.max(0, Math.min(mostCoolingW, holdingCoolingW(occupantC, roomC)));
        double[] nodes = nodesC(roomC, share, coolingW);
        double[] inputs = new double[model.inputs()];
        write(inputs, nodes, roomC, share, coolingW);
        return HeatBalance.of(chamber, model, flow, nodes, inputs, roomC, share, coolingW, fansW, lampsW);
    }

    /** How the air flows in it. */
    public Flow flow() {
        return flow;
    }

    /** The thermal model it rests on. */
    public ThermalModel model() {
        return model;
    }
}
