package kilnward.core.rehearsal;

import java.util.Arrays;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.model.Flow;
import kilnward.core.chamber.model.LinearStep;
import kilnward.core.chamber.model.Radiance;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.life.OccupantPlace;
import kilnward.core.probe.Probe;
import kilnward.core.probe.ProbePlace;
import org.hipparchus.linear.LUDecomposition;
import org.hipparchus.linear.MatrixUtils;

/**
 * Chamber and probes as one linear network while the air flows in one way, with one more row that counts the heat lost to room
 * and ground (J). States: elements, air, contents, slices of the walls, probes, backs that something shines on, heat lost. Inputs: those of {@link ThermalModel}, then a
 * constant 1, then the lamps (1 on, 0 off).
 */
final class Plant {
    /** A back follows what it feels within some minutes (s); common practice, no source. */
    private static final double BACK_LAG_S = 300;

    private final Chamber chamber;
    private final ThermalModel model;
    private final Flow flow;
    private final int probeCount;
    /** 1 where animals feel something shine on them, 0 elsewhere. */
    private final int backs;
    private final double[][] a;
    private final double[][] b;

    /** @param pollingK what each probe's own readings warm it (K) */
    Plant(Chamber chamber, List<Probe> probes, double[] pollingK, Flow flow) {
        this.chamber = chamber;
        this.flow = flow;
        this.model = ThermalModel.of(chamber, flow);
        this.probeCount = probes.size();
        double[] felt = Radiance.shares(chamber);
        this.backs = Arrays.stream(felt).anyMatch(each -> each > 0) ? 1 : 0;
        int states = model.nodes() + probeCount + backs + 1;
        this.a = new double[states][states];
        this.b = new double[states][model.inputs() + 2];
        model.fill(a, b);
        for (int p = 0; p < probeCount; p++) {
            hang(probes.get(p).place(), pollingK[p], model.nodes() + p);
        }
        if (backs > 0) {
            shine(felt, model.nodes() + probeCount);
        }
        int lost = lost();
        a[lost][model.air()] = model.airToRoomWK();
        a[lost][model.outermost()] = model.shellToRoomWK() + model.shellToGroundWK();
        double elementsToRoomWK = 0;
        double elementsToGroundWK = 0;
        for (int e = 0; e < model.elements().size(); e++) {
            ThermalModel.Element element = model.elements().get(e);
            a[lost][e] = element.toRoomWK() + element.toGroundWK();
            elementsToRoomWK += element.toRoomWK();
            elementsToGroundWK += element.toGroundWK();
        }
        b[lost][ThermalModel.ROOM_INPUT] = -model.airToRoomWK() - model.shellToRoomWK() - elementsToRoomWK;
        b[lost][ThermalModel.GROUND_INPUT] = -model.shellToGroundWK() - elementsToGroundWK;
    }

    private void shine(double[] felt, int row) {
        a[row][model.air()] = 1 / BACK_LAG_S;
        for (int e = 0; e < felt.length; e++) {
            a[row][e] += felt[e] / BACK_LAG_S;
            a[row][model.air()] -= felt[e] / BACK_LAG_S;
        }
        a[row][row] -= 1 / BACK_LAG_S;
    }

    private void hang(ProbePlace place, double pollingK, int row) {
        double perS = 1 / place.lagS();
        int heaters = chamber.heaters().size();
        // Without a heater that share goes to the air.
        double air = heaters == 0 ? place.airShare() + place.heaterShare() : place.airShare();
        for (int e = 0; e < heaters; e++) {
            a[row][e] += perS * place.heaterShare(e, heaters);
        }
        a[row][model.air()] += perS * air;
        a[row][model.contents()] += perS * place.contentsShare();
        a[row][row] -= perS;
        b[row][ThermalModel.ROOM_INPUT] = perS * place.roomShare();
        b[row][constant()] = perS * (place.ownWarmthK() + pollingK + air * place.gradientK() * flow.gradientShare());
        b[row][light()] = perS * place.lightWarmthK();
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
        return model.nodes() + probeCount + backs;
    }

    int constant() {
        return model.inputs();
    }

    int light() {
        return model.inputs() + 1;
    }

    /** State whose temperature counts as the occupant's, before the gradient. */
    int occupant() {
        return chamber.occupantPlace() == OccupantPlace.CONTENTS ? model.contents() : backs > 0 ? model.nodes() + probeCount : model.air();
    }

    /** What to add to that state (K). */
    double occupantGradientK() {
        return chamber.occupantPlace() == OccupantPlace.CONTENTS ? 0 : chamber.gradientK() * flow.gradientShare();
    }

    /** State whose temperature is the second place's: contents below air, air over contents. */
    int other() {
        return chamber.occupantPlace() == OccupantPlace.CONTENTS ? model.air() : model.contents();
    }

    LinearStep step(double stepS) {
        return LinearStep.of(a, b, stepS);
    }

    /** Steady temperatures of nodes and probes for each unit of each input: one row a state, the heat lost left out. */
    double[][] response() {
        int n = lost();
        double[][] square = new double[n][];
        double[][] drive = new double[n][];
        for (int i = 0; i < n; i++) {
            square[i] = Arrays.copyOf(a[i], n);
            drive[i] = b[i];
        }
        return new LUDecomposition(MatrixUtils.createRealMatrix(square)).getSolver()
                .solve(MatrixUtils.createRealMatrix(drive).scalarMultiply(-1)).getData();
    }
}
