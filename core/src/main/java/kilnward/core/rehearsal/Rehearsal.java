package kilnward.core.rehearsal;

import kilnward.core.chamber.LinearStep;
import kilnward.core.chamber.ThermalModel;

/**
 * Runs a rig through a scenario.
 *
 * <p>Each step of {@link Scenario#stepS()}: controllers whose sampling is due look at their display and set their outputs;
 * what is seen is recorded; then the network advances exactly, with the outputs held and the room at its mean over the step.
 * The room curve is read once a minute and taken as straight in between.
 */
public final class Rehearsal {
    /*
     * The loop is the hottest code of the product. Everything that changes only when an output switches is folded into one
     * vector ("held"). Only the nodes of the chamber act on other states; a probe and the count of the heat lost act on
     * themselves alone, so a step multiplies by the nodes' columns and by one diagonal. Parts of the chain are called through
     * their interfaces only when a controller samples.
     */
    private static final double ROOM_READ_EVERY_S = 60;
    private static final double SETTLING_S = 6 * 3600;
    private static final int ONE_HEATER_NODES = 4;

    private final Rig rig;
    private final Scenario scenario;
    private final Plant plant;
    private final int states;
    private final double stepS;
    private final int nodes;
    private final double[][] phi;
    private final double[] self;
    private final double[] roomGain;
    private final double[][] gamma;
    private final double[] inputs;
    private final double[] held;
    private double[] state;
    private double[] next;
    private final Outputs outputs;

    private Rehearsal(Rig rig, Scenario scenario) {
        this.rig = rig;
        this.scenario = scenario;
        this.plant = new Plant(rig.chamber(), rig.probes());
        this.states = plant.states();
        this.stepS = scenario.stepS();
        LinearStep step = plant.step(stepS);
        double[][] square = step.phi();
        this.gamma = step.gamma();
        this.nodes = plant.model().nodes();
        this.phi = new double[states][];
        this.self = new double[states];
        this.roomGain = new double[states];
        for (int i = 0; i < states; i++) {
            phi[i] = java.util.Arrays.copyOf(square[i], nodes);
            self[i] = i < nodes ? 0 : square[i][i];
            roomGain[i] = gamma[i][ThermalModel.ROOM_INPUT];
        }
        this.inputs = new double[plant.inputs()];
        inputs[ThermalModel.CONTENTS_HEAT_INPUT] = plant.model().livingHeatW();
        inputs[plant.constant()] = 1;
        this.held = new double[states];
        this.next = new double[states];
        this.outputs = new Outputs(rig, scenario, plant);
    }

    /**
     * @param rig      the chamber with what measures and acts in it
     * @param scenario what to drive it through
     * @return trace, metrics and events
     * @throws kilnward.core.finding.RefusedValueException where a controller samples faster than the step
     */
    public static Rehearsed run(Rig rig, Scenario scenario) {
        return new Rehearsal(rig, scenario).run();
    }

    private Rehearsed run() {
        double startS = scenario.startHour() * 3600;
        if (scenario.start() == Scenario.Start.COLD) {
            standAtRoomTemperature(startS);
        } else {
            settle(startS);
        }
        long steps = Math.max(1, Math.round(scenario.durationS() / stepS));
        Recorder recorder = new Recorder(rig, scenario, plant, outputs, steps);
        recorder.begin(state);
        advance(startS, 0, steps, recorder);
        return recorder.finish(state);
    }

    private void standAtRoomTemperature(double startS) {
        state = new double[states];
        java.util.Arrays.fill(state, 0, plant.lost(), scenario.room().temperatureC(startS));
        outputs.powerUp(0);
    }

    /** Starts from the steady state in which the first controller shows its switching points' middle, then runs a while. */
    private void settle(double startS) {
        double roomC = scenario.room().temperatureC(startS - SETTLING_S);
        double[] steady = inputs.clone();
        steady[ThermalModel.ROOM_INPUT] = roomC;
        double[] off = plant.steady(steady);
        outputs.allFirstLoopInputs(steady);
        double[] on = plant.steady(steady);
        double share = outputs.holdingShare(off, on);
        state = off;
        for (int i = 0; i < plant.lost(); i++) {
            state[i] = off[i] + share * (on[i] - off[i]);
        }
        outputs.powerUp(-SETTLING_S - 86_400);
        long steps = Math.round(SETTLING_S / stepS);
        advance(startS - steps * stepS, -steps, 0, null);
    }

    private void advance(double firstS, long from, long to, Recorder recorder) {
        long roomSteps = Math.max(1, Math.round(ROOM_READ_EVERY_S / stepS));
        double room = 0;
        double roomSlope = 0;
        hold();
        for (long k = from; k < to; k++) {
            long since = k - from;
            if (since % roomSteps == 0) {
                room = scenario.room().temperatureC(firstS + since * stepS);
                double later = scenario.room().temperatureC(firstS + (since + roomSteps) * stepS);
                roomSlope = (later - room) / roomSteps;
                room += 0.5 * roomSlope;
            }
            if (outputs.sample(k, state)) {
                hold();
            }
            if (recorder != null) {
                recorder.see(k, state, room);
            }
            step(room);
            room += roomSlope;
        }
    }

    private void step(double roomC) {
        double[] now = state;
        double[] then = next;
        if (nodes == ONE_HEATER_NODES) {
            // The usual chamber has one heater; its four columns are written out, which the compiler does not do by itself.
            double element = now[0];
            double air = now[1];
            double contents = now[2];
            double shell = now[3];
            for (int i = 0; i < then.length; i++) {
                double[] row = phi[i];
                then[i] = held[i] + roomGain[i] * roomC + self[i] * now[i] + row[0] * element + row[1] * air
                        + row[2] * contents + row[3] * shell;
            }
        } else {
            for (int i = 0; i < then.length; i++) {
                double[] row = phi[i];
                double sum = held[i] + roomGain[i] * roomC + self[i] * now[i];
                for (int j = 0; j < row.length; j++) {
                    sum += row[j] * now[j];
                }
                then[i] = sum;
            }
        }
        state = then;
        next = now;
    }

    /** Folds the inputs that stay until the next switching into one vector. */
    private void hold() {
        outputs.writeInputs(inputs);
        for (int i = 0; i < states; i++) {
            double sum = 0;
            for (int j = 1; j < inputs.length; j++) {
                sum += gamma[i][j] * inputs[j];
            }
            held[i] = sum;
        }
    }
}
