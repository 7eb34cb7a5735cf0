package kilnward.core.chamber;

import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;
import org.hipparchus.linear.RealVector;

/** Where a chamber ends up when everything is held: the root of its heat balance. */
public final class SteadyState {
    private final Chamber chamber;
    private final ThermalModel model;
    private final LUDecomposition decomposition;
    private final double[][] b;

    private SteadyState(Chamber chamber) {
        this.chamber = chamber;
        this.model = ThermalModel.of(chamber);
        double[][] a = new double[model.nodes()][model.nodes()];
        this.b = new double[model.nodes()][model.inputs()];
        model.fill(a, b);
        this.decomposition = new LUDecomposition(MatrixUtils.createRealMatrix(a));
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
        double[] inputs = new double[model.inputs()];
        inputs[ThermalModel.ROOM_INPUT] = roomC;
        inputs[ThermalModel.AIR_HEAT_INPUT] = -coolingW;
        inputs[ThermalModel.CONTENTS_HEAT_INPUT] = model.livingHeatW();
        for (int e = 0; e < model.heaters().size(); e++) {
            inputs[ThermalModel.FIRST_HEATER_INPUT + e] = heaterShare * model.heaters().get(e).powerW();
        }
        RealVector drive = MatrixUtils.createRealMatrix(b).operate(new ArrayRealVector(inputs)).mapMultiply(-1);
        return decomposition.getSolver().solve(drive).toArray();
    }

    /** Temperature at the occupant (°C); parameters as in {@link #nodesC}. */
    public double occupantC(double roomC, double heaterShare, double coolingW) {
        double[] nodes = nodesC(roomC, heaterShare, coolingW);
        return switch (chamber.occupantPlace()) {
            case CONTENTS -> nodes[model.contents()];
            case AIR -> nodes[model.air()] + chamber.gradientK();
        };
    }

    /**
     * Share of the heaters' power that holds the occupant at a temperature, all heaters at the same share.
     *
     * @return share, 1 being all of it; above 1 it cannot be held, below 0 it needs cooling
     * @throws IllegalStateException where there is no heater
     */
    public double holdingShare(double occupantC, double roomC) {
        if (model.heaters().isEmpty()) {
            throw new IllegalStateException("a chamber without a heater has no holding share");
        }
        double off = occupantC(roomC, 0, 0);
        double on = occupantC(roomC, 1, 0);
        return (occupantC - off) / (on - off);
    }

    /** Power that holds the occupant at a temperature (W), shared out as the heaters are. */
    public double holdingW(double occupantC, double roomC) {
        return holdingShare(occupantC, roomC) * model.heaters().stream().mapToDouble(Heater::powerW).sum();
    }

    /** The thermal model it rests on. */
    public ThermalModel model() {
        return model;
    }
}
