package kilnward.core.rehearsal;

import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.LinearStep;
import kilnward.core.chamber.ThermalModel;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;

/**
 * Chamber and probes as one linear network, with one more row that counts the heat lost to the room (J). States: heater
 * elements, air, contents, shell, probes, heat lost. Inputs: those of {@link ThermalModel}, then a constant 1.
 */
final class Plant {
    private final Chamber chamber;
    private final ThermalModel model;
    private final int probeCount;
    private final double[][] a;
    private final double[][] b;

    Plant(Chamber chamber, List<Probe> probes) {
        this.chamber = chamber;
        this.model = ThermalModel.of(chamber);
        this.probeCount = probes.size();
        int states = model.nodes() + probeCount + 1;
        this.a = new double[states][states];
        this.b = new double[states][model.inputs() + 1];
        model.fill(a, b);
        for (int p = 0; p < probeCount; p++) {
            hang(probes.get(p).place(), model.nodes() + p);
        }
        int lost = lost();
        a[lost][model.air()] = model.airToRoomWK();
        a[lost][model.shell()] = model.shellToRoomWK();
        b[lost][ThermalModel.ROOM_INPUT] = -model.airToRoomWK() - model.shellToRoomWK();
    }

    private void hang(ProbePlace place, int row) {
        double perS = 1 / place.lagS();
        int heaters = model.heaters().size();
        // With several heaters the probe feels their mean; without one, that share goes to the air.
        double air = heaters == 0 ? place.airShare() + place.heaterShare() : place.airShare();
        for (int e = 0; e < heaters; e++) {
            a[row][e] += perS * place.heaterShare() / heaters;
        }
        a[row][model.air()] += perS * air;
        a[row][model.contents()] += perS * place.contentsShare();
        a[row][row] -= perS;
        b[row][ThermalModel.ROOM_INPUT] = perS * place.roomShare();
        b[row][constant()] = perS * place.ownWarmthK();
    }

    ThermalModel model() {
        return model;
    }

    int states() {
        return a.length;
    }

    int inputs() {
        return b[0].length;
    }

    int probe(int index) {
        return model.nodes() + index;
    }

    int lost() {
        return model.nodes() + probeCount;
    }

    int constant() {
        return model.inputs();
    }

    /** State whose temperature counts as the occupant's, before the gradient. */
    int occupant() {
        return chamber.occupantPlace() == OccupantPlace.CONTENTS ? model.contents() : model.air();
    }

    /** What to add to that state (K). */
    double occupantGradientK() {
        return chamber.occupantPlace() == OccupantPlace.CONTENTS ? 0 : chamber.gradientK();
    }

    LinearStep step(double stepS) {
        return LinearStep.of(a, b, stepS);
    }

    /** Steady temperatures of nodes and probes for held inputs; the heat lost stands at 0. */
    double[] steady(double[] inputs) {
        int n = lost();
        double[][] square = new double[n][n];
        double[] drive = new double[n];
        for (int i = 0; i < n; i++) {
            System.arraycopy(a[i], 0, square[i], 0, n);
            for (int j = 0; j < inputs.length; j++) {
                drive[i] -= b[i][j] * inputs[j];
            }
        }
        double[] solved = new LUDecomposition(MatrixUtils.createRealMatrix(square)).getSolver()
                .solve(new ArrayRealVector(drive, false)).toArray();
        double[] state = new double[states()];
        System.arraycopy(solved, 0, state, 0, n);
        return state;
    }

    /** Heat held in elements, air, contents and shell above 0 °C (J). */
    double heatJ(double[] state) {
        double sum = state[model.air()] * model.airJK() + state[model.contents()] * model.contentsJK()
                + state[model.shell()] * model.shellJK();
        for (int e = 0; e < model.heaters().size(); e++) {
            Heater heater = model.heaters().get(e);
            sum += state[e] * heater.elementJK();
        }
        return sum;
    }
}
