package kilnward.core.chamber;

import java.util.Optional;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;

/**
 * Where a chamber ends up when everything is held: the root of its heat balance, with evaporation and condensation where the
 * room's humidity is known and with what draws less as it gets hotter. Everything that runs by itself runs, lamps at their
 * mean of the day; humidifiers and the sun are left out.
 */
public final class SteadyState {
    private final Chamber chamber;
    private final ThermalModel model;
    private final double[][] response;
    private final Optional<Moisture> moisture;
    private final boolean linear;
    private final double insideW;

    private SteadyState(Chamber chamber) {
        this.chamber = chamber;
        Flow flow = Flow.usual(chamber, id -> false);
        this.model = ThermalModel.of(chamber, flow);
        double[][] a = new double[model.nodes()][model.nodes()];
        double[][] b = new double[model.nodes()][model.inputs()];
        model.fill(a, b);
        this.response = new LUDecomposition(MatrixUtils.createRealMatrix(a)).getSolver()
                .solve(MatrixUtils.createRealMatrix(b).scalarMultiply(-1)).getData();
        this.moisture = Moisture.of(chamber);
        moisture.ifPresent(each -> each.flow(flow));
        this.linear = moisture.isEmpty() && chamber.heaters().stream().allMatch(heater -> heater.selfLimitC().isEmpty());
        this.insideW = chamber.of(Fan.class).stream().mapToDouble(Fan::heatInsideW).sum()
                + chamber.of(Lamp.class).stream().mapToDouble(lamp -> lamp.heatInsideW() * lamp.hours() / 24).sum();
    }

    public static SteadyState of(Chamber chamber) {
        return new SteadyState(chamber);
    }

    /**
     * Temperatures of all nodes (°C), in the order of {@link ThermalModel}.
     *
     * @param roomC     room (°C)
     * @param heaterShare share of every heater's power, 0 off to 1 stuck on
     * @param coolingW  heat taken out of the air (W)
     */
    public double[] nodesC(double roomC, double heaterShare, double coolingW) {
        double[] nodes = new double[model.nodes()];
        java.util.Arrays.fill(nodes, roomC);
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
        java.util.Arrays.fill(inputs, 0);
        inputs[ThermalModel.ROOM_INPUT] = roomC;
        inputs[ThermalModel.GROUND_INPUT] = chamber.room().groundC().orElse(0);
        inputs[ThermalModel.AIR_HEAT_INPUT] = insideW - coolingW;
        inputs[ThermalModel.CONTENTS_HEAT_INPUT] = model.livingHeatW();
        for (int e = 0; e < chamber.heaters().size(); e++) {
            inputs[ThermalModel.FIRST_ELEMENT_INPUT + e] = heaterShare * chamber.heaters().get(e).powerW(nodes[e]);
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
            case AIR -> nodes[model.air()] + chamber.gradientK()
                    * Flow.usual(chamber, id -> false).gradientShare();
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
        double below = 0;
        double above = 1;
        double atBelow = occupantC(roomC, below, 0) - occupantC;
        double atAbove = occupantC(roomC, above, 0) - occupantC;
        // A line finds it at once where the balance is linear; else the secant closes in on it.
        for (int round = 0; round < 60 && atAbove != atBelow; round++) {
            double share = above - atAbove * (above - below) / (atAbove - atBelow);
            double at = linear ? 0 : occupantC(roomC, share, 0) - occupantC;
            below = above;
            atBelow = atAbove;
            above = share;
            atAbove = at;
            if (Math.abs(at) < 1e-6) {
                break;
            }
        }
        return above;
    }

    /** Power that holds the occupant at a temperature (W), shared out as the heaters are. */
    public double holdingW(double occupantC, double roomC) {
        return holdingShare(occupantC, roomC) * chamber.heaters().stream().mapToDouble(Heater::powerW).sum();
    }

    /** The thermal model it rests on. */
    public ThermalModel model() {
        return model;
    }
}
