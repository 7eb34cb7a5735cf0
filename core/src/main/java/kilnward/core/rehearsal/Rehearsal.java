package kilnward.core.rehearsal;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import kilnward.core.chamber.Glazing;
import kilnward.core.chamber.Sun;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.model.CarbonDioxide;
import kilnward.core.chamber.model.FixedPoint;
import kilnward.core.chamber.model.Flow;
import kilnward.core.chamber.model.Freezing;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.chamber.model.ThermalModel;
import kilnward.core.control.Controller;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.outcome.Rehearsed;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.Scenario;

/**
 * Runs a rig through a scenario.
 *
 * <p>Each step of {@link Scenario#stepS()}: controllers whose sampling is due look at their display and set their outputs;
 * what is seen is recorded; then the network advances exactly, with the outputs held, the room at its mean over the step and,
 * where moisture is simulated, the heat that evaporation and condensation moved in it. The room curve is read once a minute and
 * taken as straight in between.
 */
public final class Rehearsal {
    /*
     * The loop is the hottest code of the product. Everything that changes only when an output switches is folded into one
     * vector ("held"); what changes from step to step ("live") is a handful of inputs. Only the nodes of the chamber act on
     * other states; a probe and the count of the heat lost act on themselves alone, so a step multiplies by the nodes' columns
     * and by one diagonal. Fans change conductances: each way the air flows has a network of its own, made when it first comes
     * up. Parts of the chain are called through their interfaces only when a controller samples.
     */
    private static final double ROOM_READ_EVERY_S = 60;
    private static final double SETTLING_S = 6 * 3600;
    private static final int THERMOSTAT_ROUNDS = 24;
    /** Nearer to the room than this (K) a proportion says nothing. */
    private static final double NEAR_ROOM_K = 2;

    private final Rig rig;
    /** As it was asked for; {@code scenario} is the same with what its faults make of the surroundings. */
    private final Scenario asked;
    private final Scenario scenario;
    private final double[] pollingK;
    private final Map<Flow, Network> networks = new HashMap<>();
    private Network network;
    private final int states;
    private final double stepS;
    private final int nodes;
    private final int air;
    private final int contents;
    private final double[] inputs;
    private final double[] held;
    private double[] state;
    private double[] next;
    private final Outputs outputs;
    private final Moisture moisture;
    private final CarbonDioxide carbonDioxide;
    private final AirState airState;
    private final Probed probed;
    private final Glazing glazing;
    private final int[] liveInputs;
    /** One heater, and moisture the only thing that changes from step to step. */
    private final boolean plain;
    private final double[] live;
    /** Of a tank that can freeze; null where none can. */
    private final Freezing freezing;
    private double liveJ;
    private double sunW;
    private double sunSlope;

    private Rehearsal(Rig rig, Scenario asked) {
        this(rig, asked, Moisture.of(rig.chamber()).orElse(null), CarbonDioxide.of(rig.chamber()).orElse(null), Freezing.of(rig.chamber()).orElse(null));
    }

    private Rehearsal(Rig rig, Scenario asked, Moisture moisture, CarbonDioxide carbonDioxide, Freezing freezing) {
        this.rig = rig;
        this.asked = asked;
        this.scenario = asked.befallen();
        this.stepS = scenario.stepS();
        this.pollingK = pollingK(rig);
        this.moisture = moisture;
        this.carbonDioxide = carbonDioxide;
        this.freezing = freezing;
        this.glazing = Glazing.of(rig.chamber()).orElse(null);
        Plant resting = new Plant(rig.chamber(), rig.probes(), pollingK, Flow.usual(rig.chamber(), id -> false));
        this.states = resting.states();
        this.nodes = resting.model().nodes();
        this.air = resting.model().air();
        this.contents = resting.model().contents();
        this.outputs = new Outputs(rig, scenario, resting);
        this.liveInputs = liveInputs();
        this.live = new double[resting.inputs()];
        this.plain = nodes == Network.ONE_HEATER_NODES && liveInputs.length == Network.WITHOUT_LIVE_ELEMENTS && moisture != null
                && glazing == null && !outputs.given().hasLive() && freezing == null;
        this.inputs = new double[resting.inputs()];
        inputs[ThermalModel.GROUND_INPUT] = rig.chamber().room().groundC().orElse(0);
        inputs[ThermalModel.CONTENTS_HEAT_INPUT] = resting.model().livingHeatW();
        inputs[resting.constant()] = 1;
        this.held = new double[states];
        this.next = new double[states];
        this.airState = new AirState(rig, resting, stepS, moisture, carbonDioxide);
        this.probed = new Probed(nodes, airState);
    }

    private static double[] pollingK(Rig rig) {
        return rig.probes().stream().mapToDouble(probe -> rig.controllers().stream()
                .filter(controller -> controller.probeIds().contains(probe.id()))
                .mapToDouble(Controller::samplingS).map(everyS -> probe.pollingKs() / everyS).sum()).toArray();
    }

    private int[] liveInputs() {
        if (moisture == null && glazing == null && !outputs.given().hasLive() && freezing == null) {
            return new int[0];
        }
        IntStream bowls = IntStream.range(0, rig.chamber().of(Bowl.class).size())
                .map(i -> ThermalModel.FIRST_ELEMENT_INPUT + rig.chamber().heaters().size() + i);
        return IntStream.concat(IntStream.of(ThermalModel.AIR_HEAT_INPUT, ThermalModel.CONTENTS_HEAT_INPUT,
                ThermalModel.SHELL_HEAT_INPUT), IntStream.concat(bowls, Arrays.stream(outputs.given().liveElementInputs()))).toArray();
    }

    /**
     * @param rig      the chamber with what measures and acts in it
     * @param scenario what to drive it through
     * @return trace, metrics and events
     * @throws kilnward.core.finding.RefusedValueException where a controller samples faster than the step
     * @throws StoppedException where the thread is interrupted: so a run that nobody waits for is ended
     */
    public static Rehearsed run(Rig rig, Scenario scenario) {
        return new Rehearsal(rig, scenario).run();
    }

    /** One that has begun and has not gone anywhere yet. */
    static Rehearsal begun(Rig rig, Scenario scenario) {
        Rehearsal rehearsal = new Rehearsal(rig, scenario);
        rehearsal.begin(scenario.startHour() * 3600);
        return rehearsal;
    }

    /**
     * Everything inside is brought to where the occupant is at a temperature (°C): as far from the room, in proportion, as it stands usually, or, where it usually stands
     * near to the room, as far off.
     */
    void bringTo(double occupantC) {
        double roomC = scenario.room().temperatureC(scenario.startHour() * 3600);
        double wantedC = occupantC - network.plant.occupantGradientK();
        double usualK = state[network.plant.occupant()] - roomC;
        boolean far = Math.abs(usualK) > NEAR_ROOM_K && (wantedC - roomC) / usualK > 0;
        for (int i = 0; i < states - 1; i++) {
            state[i] = far ? roomC + (state[i] - roomC) * (wantedC - roomC) / usualK : state[i] + wantedC - roomC - usualK;
        }
    }

    /**
     * The same chamber at the same moment, with what befalls it now.
     *
     * @param timeS the moment, since the start (s)
     */
    Rehearsal befallen(Scenario other, double timeS) {
        Rehearsal then = new Rehearsal(rig, other, moisture, carbonDioxide, freezing);
        then.networks.putAll(networks);
        then.state = state.clone();
        then.airState.takeOver(airState);
        then.outputs.takeOver(outputs, timeS);
        return then;
    }

    /** Goes on by some steps. */
    void advance(long from, long to) {
        advance(scenario.startHour() * 3600 + from * stepS, from, to, null);
    }

    /** What there is to see after so many steps. */
    LiveRun.Seen seen(long step) {
        double timeS = step * stepS;
        double roomC = scenario.room().temperatureC(scenario.startHour() * 3600 + timeS);
        Probed now = probed.of(state);
        List<LiveRun.Felt> felt = IntStream.range(0, rig.probes().size()).mapToObj(p -> new LiveRun.Felt(rig.probes().get(p).id(), now.value(p, Quantity.TEMPERATURE),
                felt(rig.probes().get(p), p))).toList();
        Map<Quantity, Double> holds = new EnumMap<>(Quantity.class);
        airState.told().forEach(each -> holds.put(each, airState.source(each).applyAsDouble(state)));
        return new LiveRun.Seen(timeS, roomC, state[network.plant.occupant()] + network.plant.occupantGradientK(), holds, felt, outputs.shown(), outputs.conducting(),
                outputs.given().electricalW(), outputs.given().liveElectricalJ(), outputs.isLit(scenario.startHour() * 3600 + timeS), outputs.mains());
    }

    private Map<Quantity, Double> felt(Probe probe, int index) {
        Map<Quantity, Double> felt = new EnumMap<>(Quantity.class);
        for (Quantity each : probe.air().keySet()) {
            if (airState.feels(each, probe)) {
                felt.put(each, airState.felt(each, index));
            }
        }
        return felt;
    }

    private void begin(double startS) {
        if (scenario.start() == Scenario.Start.COLD) {
            standAtRoomTemperature(startS);
        } else {
            settle(startS);
        }
        refresh();
    }

    private Rehearsed run() {
        double startS = scenario.startHour() * 3600;
        begin(startS);
        long steps = Math.max(1, Math.round(scenario.durationS() / stepS));
        Recorder recorder = new Recorder(rig, asked, network.plant, outputs, steps, airState);
        liveJ = 0;
        recorder.begin(state);
        advance(startS, 0, steps, recorder);
        return recorder.finish(state, liveJ);
    }

    private void standAtRoomTemperature(double startS) {
        state = new double[states];
        double roomC = scenario.room().temperatureC(startS);
        Arrays.fill(state, 0, states - 1, roomC);
        outputs.powerUp(0);
        outputs.feelAt(roomC, 0);
        beginWater(roomC, false);
    }

    /** Starts from the steady state in which the first controller shows its switching points' middle, then runs a while. */
    private void settle(double startS) {
        double roomC = scenario.room().temperatureC(startS - SETTLING_S);
        outputs.feelAt(rig.needs().keep().middleC(), -SETTLING_S);
        state = held(roomC);
        outputs.feelAt(state[air], -SETTLING_S);
        outputs.powerUp(-SETTLING_S - 86_400);
        beginWater(roomC, true);
        long steps = Math.round(SETTLING_S / stepS);
        advance(startS - steps * stepS, -steps, 0, null);
    }

    /** The state in which the first loop that can holds its middle; where none can, the one that comes nearest to it does what it can. */
    private double[] held(double roomC) {
        if (outputs.leaders() == 0) {
            return steadyHeld(roomC);
        }
        double[] best = null;
        double bestK = Double.POSITIVE_INFINITY;
        for (int loop = 0; loop < outputs.leaders() && bestK > 0; loop++) {
            outputs.holdLeading(loop, false);
            double[] off = steadyHeld(roomC);
            outputs.holdLeading(loop, true);
            double[] on = steadyHeld(roomC);
            outputs.holdLeading(loop, false);
            double asked = outputs.holdingShare(loop, new Probed(nodes, airState).of(off), new Probed(nodes, airState).of(on));
            double share = Math.max(0, Math.min(1, asked));
            double[] found = off.clone();
            for (int i = 0; i < states - 1; i++) {
                found[i] = off[i] + share * (on[i] - off[i]);
            }
            double missesK = share == asked ? 0 : outputs.missesK(loop, new Probed(nodes, airState).of(found));
            if (best == null || missesK < bestK) {
                best = found;
                bestK = missesK;
            }
        }
        return best;
    }

    /** The state everything tends to with the loops as they are held, thermostats of their own holding what they hold, and all else as it stands. */
    private double[] steadyHeld(double roomC) {
        outputs.holdThermostats(1);
        double[] found = steady(roomC);
        double low = 0;
        double high = 1;
        // What a thermostat holds lies between its being open and its being closed all the time.
        for (int round = 0; round < THERMOSTAT_ROUNDS && outputs.passesThermostat(found[air]) != 0 && high - low > 1e-6; round++) {
            double share = round == 0 ? 0 : 0.5 * (low + high);
            outputs.holdThermostats(share);
            found = steady(roomC);
            if (outputs.passesThermostat(found[air]) > 0) {
                high = share;
            } else {
                low = share;
            }
            if (round == 0 && high == 0) {
                break;
            }
        }
        outputs.holdThermostats(1);
        return found;
    }

    private double[] steady(double roomC) {
        outputs.given().writeInputs(inputs);
        Flow flow = outputs.flow();
        Plant plant = new Plant(rig.chamber(), rig.probes(), pollingK, flow);
        double[][] response = plant.response();
        Moisture still = moisture == null ? null : Moisture.of(rig.chamber()).orElseThrow();
        if (still != null) {
            still.flow(flow);
        }
        double[] found = new double[states];
        Arrays.fill(found, 0, states - 1, roomC);
        FixedPoint.settle(found, liveInputs.length == 0, (from, to) -> {
            double[] drive = inputs.clone();
            drive[ThermalModel.ROOM_INPUT] = roomC;
            outputs.given().addLive(drive, from, roomC, 0, 0, 0);
            if (still != null) {
                still.settle(from, roomC);
                still.addHeat(drive);
            }
            for (int i = 0; i < states - 1; i++) {
                to[i] = 0;
                for (int j = 0; j < drive.length; j++) {
                    to[i] += response[i][j] * drive[j];
                }
            }
        });
        return found;
    }

    private void beginWater(double roomC, boolean settled) {
        if (freezing != null) {
            freezing.begin(state[air]);
        }
        if (moisture != null) {
            moisture.flow(outputs.flow());
            moisture.begin(state, roomC);
            if (settled) {
                moisture.settle(state, roomC);
            }
        }
        if (carbonDioxide != null && settled) {
            carbonDioxide.flow(outputs.flow());
            carbonDioxide.settle();
        }
        airState.begin(state);
    }

    private void advance(double firstS, long from, long to, Recorder recorder) {
        int roomSteps = (int) Math.max(1, Math.round(ROOM_READ_EVERY_S / stepS));
        int untilRead = 0;
        double room = 0;
        double roomSlope = 0;
        refresh();
        for (long k = from; k < to; k++) {
            if (untilRead == 0) {
                if (Thread.currentThread().isInterrupted()) {
                    throw new StoppedException();
                }
                untilRead = roomSteps;
                double nowS = firstS + (k - from) * stepS;
                double laterS = firstS + (k - from + roomSteps) * stepS;
                room = scenario.room().temperatureC(nowS);
                roomSlope = (scenario.room().temperatureC(laterS) - room) / roomSteps;
                room += 0.5 * roomSlope;
                readSun(nowS, laterS, roomSteps);
            }
            airState.follow(state);
            if (outputs.sample(k, state, probed.of(state), room)) {
                refresh();
            }
            if (recorder != null) {
                recorder.see(k, state, room, network.plant.occupantGradientK());
            }
            if (carbonDioxide != null) {
                carbonDioxide.advance(stepS);
            }
            for (int part = 0; part < network.times; part++) {
                if (liveInputs.length == 0) {
                    step(room);
                } else {
                    stepWithLive(room);
                }
            }
            room += roomSlope;
            sunW += sunSlope;
            untilRead--;
        }
    }

    private void readSun(double nowS, double laterS, long steps) {
        if (glazing != null) {
            double now = glazing.watts(nowS);
            sunSlope = (glazing.watts(laterS) - now) / steps;
            sunW = now + 0.5 * sunSlope;
        }
    }

    private void stepWithLive(double roomC) {
        double seconds = network.stepS;
        if (moisture != null) {
            moisture.advance(seconds, state, roomC);
        }
        if (plain) {
            stepOneHeater(roomC, moisture.airW(), moisture.contentsW(), moisture.shellW());
            return;
        }
        for (int input : liveInputs) {
            live[input] = 0;
        }
        outputs.given().addLive(live, state, roomC, seconds, network.gamma[air][ThermalModel.AIR_HEAT_INPUT], moisture == null ? 0 : moisture.airW());
        if (freezing != null) {
            live[ThermalModel.AIR_HEAT_INPUT] += freezing.heatW(state[air], seconds);
        }
        if (moisture != null) {
            moisture.addHeat(live);
        }
        if (glazing != null) {
            live[ThermalModel.CONTENTS_HEAT_INPUT] += Sun.ON_CONTENTS * sunW;
            live[ThermalModel.AIR_HEAT_INPUT] += (1 - Sun.ON_CONTENTS) * sunW;
        }
        for (int input : liveInputs) {
            liveJ += seconds * live[input];
        }
        step(roomC);
        for (int i = 0; i < states; i++) {
            double[] gain = network.liveGain[i];
            double add = 0;
            for (int j = 0; j < gain.length; j++) {
                add += gain[j] * live[liveInputs[j]];
            }
            state[i] += add;
        }
    }

    /** The usual chamber of air: one heater, and live heat into air, contents and shell only. */
    private void stepOneHeater(double roomC, double airW, double contentsW, double shellW) {
        liveJ += network.stepS * (airW + contentsW + shellW);
        network.stepOneHeater(state, next, held, roomC, airW, contentsW, shellW);
        swap();
    }

    private void step(double roomC) {
        network.step(state, next, held, roomC);
        swap();
    }

    private void swap() {
        double[] now = state;
        state = next;
        next = now;
    }

    /** Takes up what runs now: the way the air flows, what is done with water, and the inputs that stay until the next switching. */
    private void refresh() {
        Flow flow = outputs.flow();
        network = networks.get(flow);
        if (network == null) {
            int parts = 1;
            if (moisture != null) {
                moisture.flow(flow);
                parts = moisture.parts(stepS);
            }
            network = new Network(new Plant(rig.chamber(), rig.probes(), pollingK, flow), parts, stepS, liveInputs);
            networks.put(flow, network);
        }
        if (moisture != null) {
            moisture.flow(flow);
            moisture.acting(outputs.acting());
            moisture.bears(network.gamma[air][ThermalModel.AIR_HEAT_INPUT], network.gamma[contents][ThermalModel.CONTENTS_HEAT_INPUT]);
        }
        if (carbonDioxide != null) {
            carbonDioxide.flow(flow);
            carbonDioxide.enrichment(outputs.given().enrichmentKgS());
        }
        outputs.given().writeInputs(inputs);
        for (int i = 0; i < states; i++) {
            double sum = 0;
            for (int j = 1; j < inputs.length; j++) {
                sum += network.gamma[i][j] * inputs[j];
            }
            held[i] = sum;
        }
    }
}
