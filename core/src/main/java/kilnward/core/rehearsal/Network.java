package kilnward.core.rehearsal;

import java.util.Arrays;
import kilnward.core.chamber.model.LinearStep;
import kilnward.core.chamber.model.ThermalModel;

/** Chamber and probes while the air flows in one way, as one step. Only the nodes of the chamber act on other states; a probe and the count of the heat lost act on themselves alone. */
final class Network {
    /** Nodes of the usual chamber: one heater, air, contents and three slices of the walls. */
    static final int ONE_HEATER_NODES = 6;
    /** Live inputs of a chamber whose elements are held: heat into air, contents and shell. */
    static final int WITHOUT_LIVE_ELEMENTS = 3;
    /** Entries of a row of {@link #flat}. */
    static final int FLAT = 11;
    final Plant plant;
    /** How many of these make a step of the rehearsal. */
    final int times;
    /** Its length (s). */
    final double stepS;
    final double[][] phi;
    final double[] self;
    final double[] roomGain;
    final double[][] gamma;
    final double[][] liveGain;
    /** For one heater all a row needs, one behind the other: six columns, itself, the room, three live inputs. */
    final double[] flat;

    /**
     * @param plant      as the air flows
     * @param times      parts that a step of the rehearsal is taken in
     * @param stepS      step of the rehearsal (s)
     * @param liveInputs inputs that change from step to step
     */
    Network(Plant plant, int times, double stepS, int[] liveInputs) {
        this.plant = plant;
        this.times = times;
        this.stepS = stepS / times;
        LinearStep step = plant.step(this.stepS);
        double[][] square = step.phi();
        this.gamma = step.gamma();
        int count = plant.states();
        int mixing = plant.model().nodes();
        this.phi = new double[count][];
        this.self = new double[count];
        this.roomGain = new double[count];
        this.liveGain = new double[count][liveInputs.length];
        for (int i = 0; i < count; i++) {
            phi[i] = Arrays.copyOf(square[i], mixing);
            self[i] = i < mixing ? 0 : square[i][i];
            roomGain[i] = gamma[i][ThermalModel.ROOM_INPUT];
            for (int j = 0; j < liveInputs.length; j++) {
                liveGain[i][j] = gamma[i][liveInputs[j]];
            }
        }
        this.flat = new double[mixing == ONE_HEATER_NODES ? FLAT * count : 0];
        for (int i = 0; i < flat.length / FLAT; i++) {
            System.arraycopy(phi[i], 0, flat, FLAT * i, ONE_HEATER_NODES);
            flat[FLAT * i + 6] = self[i];
            flat[FLAT * i + 7] = roomGain[i];
            System.arraycopy(liveGain[i], 0, flat, FLAT * i + 8, Math.min(WITHOUT_LIVE_ELEMENTS, liveGain[i].length));
        }
    }

    /**
     * Advances the state by this step.
     *
     * @param held what everything that stays until the next switching adds
     */
    void step(double[] now, double[] then, double[] held, double roomC) {
        if (flat.length > 0) {
            // The usual chamber has one heater; its columns are written out, which the compiler does not do by itself.
            double element = now[0];
            double air = now[1];
            double contents = now[2];
            double inner = now[3];
            double middle = now[4];
            double outer = now[5];
            for (int i = 0, at = 0; i < then.length; i++, at += FLAT) {
                then[i] = held[i] + (flat[at] * element + flat[at + 1] * air) + (flat[at + 2] * contents + flat[at + 3] * inner)
                        + (flat[at + 4] * middle + flat[at + 5] * outer) + (flat[at + 6] * now[i] + flat[at + 7] * roomC);
            }
            return;
        }
        for (int i = 0; i < then.length; i++) {
            double[] row = phi[i];
            double sum = held[i] + roomGain[i] * roomC + self[i] * now[i];
            for (int j = 0; j < row.length; j++) {
                sum += row[j] * now[j];
            }
            then[i] = sum;
        }
    }

    /** The same of the usual chamber of air, with live heat into air, contents and shell (W). */
    void stepOneHeater(double[] now, double[] then, double[] held, double roomC, double airW, double contentsW, double shellW) {
        double element = now[0];
        double air = now[1];
        double contents = now[2];
        double inner = now[3];
        double middle = now[4];
        double outer = now[5];
        for (int i = 0, at = 0; i < then.length; i++, at += FLAT) {
            then[i] = held[i] + (flat[at] * element + flat[at + 1] * air) + (flat[at + 2] * contents + flat[at + 3] * inner)
                    + (flat[at + 4] * middle + flat[at + 5] * outer) + (flat[at + 6] * now[i] + flat[at + 7] * roomC)
                    + (flat[at + 8] * airW + flat[at + 9] * contentsW + flat[at + 10] * shellW);
        }
    }
}
