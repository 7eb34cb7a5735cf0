package kilnward.core.rehearsal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import kilnward.core.air.SaturatedVapour;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Bowl;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.model.Flow;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.control.Controller;
import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.TimeProportional;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Chain;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.rehearsal.scenario.Rig;
import kilnward.core.rehearsal.scenario.Scenario;

/** The controllers of a rig at work: samples displays, switches outputs, says which watts flow. */
final class Outputs {
    private static final RunningLoop[] NONE = {};
    private static final double BEFORE_ANY_FAULT_S = -1;
    private final Chamber chamber;
    private final List<Lamp> lamps;
    private final Scenario scenario;
    private final double stepS;
    private final int airState;
    private boolean lidMoves;
    final RunningDisplay[] units;
    final RunningLoop[] loops;
    private final RunningAppliance[] appliances;
    private final RunningAppliance[] selfActing;
    private final Given given;
    private boolean powerFails;
    private final boolean looksOutside;
    /** When the next fault begins or passes (s); infinite where none is to come. */
    private double nextFaultS;
    private double[] stateNow;
    private double roomNowC;
    private final Chain.Around around = new Chain.Around() {
        @Override
        public double room(Quantity quantity) {
            return switch (quantity) {
                case TEMPERATURE -> roomNowC;
                case RELATIVE_HUMIDITY -> outdoorPct(roomNowC);
                default -> chamber.room().of(quantity).orElse(Double.NaN);
            };
        }

        @Override
        public double elementC() {
            double hottest = stateNow[airState];
            for (int i = 0; i < chamber.heaters().size(); i++) {
                hottest = Math.max(hottest, stateNow[i]);
            }
            return hottest;
        }
    };
    private boolean lidOpen;
    private boolean mains = true;
    /** Share that what has a thermostat of its own gives while a steady state is looked for; 1 while anything runs. */
    private double thermostatShare = 1;
    private final Set<String> layersActed = new TreeSet<>();

    Outputs(Rig rig, Scenario scenario, Plant plant) {
        this.chamber = rig.chamber();
        this.lamps = chamber.of(Lamp.class);
        this.scenario = scenario;
        this.stepS = scenario.stepS();
        this.airState = plant.model().air();
        this.lidMoves = !scenario.openings().isEmpty();
        this.powerFails = !scenario.cuts().isEmpty();
        this.nextFaultS = nextMove(Double.NEGATIVE_INFINITY);
        List<RunningDisplay> foundUnits = new ArrayList<>();
        List<RunningLoop> foundLoops = new ArrayList<>();
        for (Controller controller : rig.controllers()) {
            Require.that(controller.samplingS() >= stepS - 1e-9, "stepS", stepS,
                    "must not be longer than a controller's sampling interval (" + controller.samplingS() + " s)");
            int[] probes = controller.probeIds().stream().mapToInt(rig::probeIndex).toArray();
            Chain.Sensor[] sensors = new Chain.Sensor[probes.length];
            java.util.Arrays.setAll(sensors, i -> sensor(rig.probes().get(probes[i]),
                    controller.display().unit().quantity(), scenario.faults()));
            RunningDisplay unit = new RunningDisplay(controller, probes, sensors, Math.round(controller.samplingS() / stepS));
            foundUnits.add(unit);
            for (Loop loop : controller.loops()) {
                Chain.Relay relay = Chain.SOUND_RELAY;
                for (Fault fault : scenario.faults()) {
                    relay = fault.relay(controller, loop, relay);
                }
                foundLoops.add(new RunningLoop(loop, unit, relay));
            }
            for (Fault fault : scenario.faults()) {
                Controller other = fault.settings(controller);
                if (other != controller) {
                    unit.later = other;
                    unit.laterS = fault.fromS();
                }
                if (fault.silences(controller)) {
                    unit.silentFromS = Math.min(unit.silentFromS, fault.fromS());
                }
            }
        }
        this.looksOutside = foundLoops.stream().anyMatch(each -> !(each.loop.law() instanceof OnOff || each.loop.law() instanceof TimeProportional) || each.loop.onlyLit());
        this.units = foundUnits.toArray(RunningDisplay[]::new);
        this.loops = foundLoops.toArray(RunningLoop[]::new);
        List<RunningAppliance> found = new ArrayList<>();
        int heater = 0;
        int bowl = chamber.heaters().size();
        for (Appliance appliance : chamber.appliances()) {
            RunningLoop by = on(appliance, foundLoops, false);
            RunningLoop cut = on(appliance, foundLoops, true);
            int element = appliance instanceof Heater ? heater++ : appliance instanceof Bowl ? bowl++ : -1;
            RunningAppliance state = new RunningAppliance(this, appliance, by, cut, element);
            for (Fault fault : scenario.faults()) {
                state.deadFromS = fault.stops(appliance) ? Math.min(state.deadFromS, fault.fromS()) : state.deadFromS;
                state.bridgedFromS = fault.bridges(appliance) ? Math.min(state.bridgedFromS, fault.fromS()) : state.bridgedFromS;
            }
            found.add(state);
        }
        this.appliances = found.toArray(RunningAppliance[]::new);
        this.selfActing = found.stream().filter(RunningAppliance::actsByItself).toArray(RunningAppliance[]::new);
        this.given = new Given(chamber, airState, plant.light(), appliances);
    }

    /**
     * Goes on where others of the same rig left off, with what befalls it now.
     *
     * @param timeS the moment (s)
     */
    void takeOver(Outputs before, double timeS) {
        lidOpen = before.lidOpen;
        lidMoves |= lidOpen;
        mains = before.mains;
        powerFails |= !mains;
        stateNow = before.stateNow;
        roomNowC = before.roomNowC;
        for (int i = 0; i < units.length; i++) {
            units[i].takeOver(before.units[i]);
        }
        for (int i = 0; i < loops.length; i++) {
            loops[i].takeOver(before.loops[i], timeS - stepS);
        }
        for (int i = 0; i < appliances.length; i++) {
            appliances[i].takeOver(before.appliances[i]);
        }
    }

    private static RunningLoop on(Appliance appliance, List<RunningLoop> loops, boolean cutOut) {
        return loops.stream().filter(each -> each.loop.cutOut() == cutOut && each.loop.applianceIds().contains(appliance.id())).findFirst().orElse(null);
    }

    private Chain.Sensor sensor(Probe probe, Quantity quantity, List<Fault> faults) {
        Chain.Sensor sensor = sound(probe, quantity);
        for (Fault fault : faults) {
            sensor = fault.sensor(probe, quantity, sensor, around);
        }
        return sensor;
    }

    private static Chain.Sensor sound(Probe probe, Quantity quantity) {
        if (quantity != Quantity.TEMPERATURE) {
            double error = probe.error(quantity);
            double least = quantity.holding().lowest();
            double most = quantity.holding().highest();
            return (value, timeS) -> Math.max(least, Math.min(most, value + error));
        }
        double errorK = probe.sensorErrorK();
        double perS = probe.driftKPerDay() / 86_400;
        return perS == 0 ? (value, timeS) -> value + errorK : (value, timeS) -> value + errorK + perS * timeS;
    }

    /** Share that what has a thermostat of its own gives; 1 while anything runs. */
    double thermostatShare() {
        return thermostatShare;
    }

    /** A second layer has done something. */
    void acted(Appliance layer) {
        layersActed.add(layer.id());
    }

    void powerUp(double timeS) {
        for (RunningLoop loop : loops) {
            loop.timers = loop.chain.timers().start(timeS);
        }
    }

    /**
     * Lets every controller that is due look at its display.
     *
     * @return whether anything began or stopped
     */
    boolean sample(long step, double[] state, Probed probed, double roomC) {
        double timeS = step * stepS;
        boolean changed = powerFails && mainsMoved(timeS);
        stateNow = state;
        roomNowC = roomC;
        if (timeS >= nextFaultS) {
            changed |= befall(timeS);
        }
        for (RunningDisplay unit : units) {
            if (mains) {
                unit.look(step, timeS, probed);
            }
        }
        for (RunningLoop loop : mains ? loops : NONE) {
            if (loop.unit.moved || loop.unit.due && (!loop.timeless || loop.upset)) {
                changed |= decide(loop, timeS, roomC);
            }
        }
        for (RunningAppliance appliance : selfActing) {
            changed |= appliance.feel(state[airState], timeS, scenario.startHour() * 3600 + timeS);
        }
        if (lidMoves) {
            boolean before = lidOpen;
            lidOpen = scenario.lidOpenAt(timeS);
            changed |= before != lidOpen;
        }
        return changed;
    }

    /** When the next fault begins or passes after a time (s). */
    private double nextMove(double timeS) {
        return scenario.faults().stream().flatMapToDouble(fault -> java.util.stream.DoubleStream.of(fault.fromS(), fault.untilS())).filter(moveS -> moveS > timeS).min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    /** Brings on what faults that begin now stop or put in force. */
    private boolean befall(double timeS) {
        nextFaultS = nextMove(timeS);
        for (RunningLoop loop : loops) {
            loop.upset = true;
        }
        boolean changed = false;
        for (RunningAppliance appliance : appliances) {
            if (!appliance.dead && timeS >= appliance.deadFromS) {
                appliance.dead = true;
                changed = true;
            }
        }
        for (RunningDisplay unit : units) {
            if (unit.later != null && timeS >= unit.laterS) {
                Controller other = unit.later;
                unit.later = null;
                unit.putInForce(other);
                for (RunningLoop loop : loops) {
                    if (loop.unit == unit) {
                        other.loops().stream().filter(each -> each.id().equals(loop.loop.id())).findFirst()
                                .ifPresent(each -> loop.putInForce(each, loop.chain.relay()));
                        loop.timers = loop.chain.timers().start(timeS);
                    }
                }
                changed = true;
            }
        }
        return changed;
    }

    private double outdoorPct(double roomC) {
        return chamber.room().vapourPressurePa().isEmpty() ? Double.NaN
                : Math.min(100, 100 * SaturatedVapour.densityKgM3(chamber.room().vapourPressurePa().getAsDouble(), roomC) / SaturatedVapour.densityKgM3(roomC));
    }

    boolean isLit(double clockS) {
        for (Lamp lamp : lamps) {
            if (lamp.byClock(clockS)) {
                return true;
            }
        }
        return chamber.room().sun().isPresent() && chamber.room().sun().get().wm2(clockS) > 0;
    }

    /** What an output does at a look that may change it; apart, so that the loop of looks stays small enough to be compiled into one. */
    private boolean decide(RunningLoop loop, double timeS, double roomC) {
        loop.upset = false;
        Law.Seen seen = seen(loop.unit, timeS, roomC);
        double demand = loop.law.demand(seen);
        if (seen.shown() >= loop.opensAt) {
            layersActed.add(loop.unit.controller.id());
        }
        boolean may = !loop.unit.blind && seen.shown() < loop.opensAt && (!loop.loop.onlyLit() || seen.lightPct() > 0);
        boolean program = loop.timers.allow(may && demand > 0, timeS);
        boolean conducts = loop.chain.relay().conducts(loop.chain.mode().apply(program), timeS);
        if (loop.loop.cutOut() && !conducts) {
            layersActed.add(loop.loop.id());
        }
        // What conducts without being asked, or is switched on by hand, gives all it has.
        double level = loop.chain.relay().level(demand > 0 && loop.loop.mode() != OutputMode.ON ? demand : 1, timeS);
        boolean changed = conducts != loop.conducts || conducts && level != loop.level;
        loop.conducts = conducts;
        loop.level = level;
        return changed;
    }

    private Law.Seen seen(RunningDisplay unit, double timeS, double roomC) {
        double clockS = scenario.startHour() * 3600 + timeS;
        if (!unit.beside && !looksOutside) {
            return new Law.Seen(unit.shown, unit.shownModel, Double.NaN, roomC, Double.NaN, 0, timeS, clockS);
        }
        boolean lit = isLit(clockS);
        double outdoorPct = outdoorPct(roomC);
        return new Law.Seen(unit.shown, unit.shownModel, unit.companion, roomC, outdoorPct, lit ? 100 : 0, timeS, clockS);
    }

    /** Without mains every relay drops; when it comes back, controllers begin anew. */
    private boolean mainsMoved(double timeS) {
        boolean before = mains;
        mains = scenario.powerAt(timeS);
        if (before == mains) {
            return false;
        }
        for (RunningLoop loop : loops) {
            loop.conducts = false;
            loop.law = loop.chain.law().start();
            loop.timers = loop.chain.timers().start(timeS);
            loop.unit.sameAbout = Double.NaN;
        }
        return true;
    }

    /** Whether there is mains; without it nothing sounds either. */
    boolean mains() {
        return mains;
    }

    /** What each display shows. */
    List<LiveRun.Shown> shown() {
        return java.util.Arrays.stream(units).map(unit -> new LiveRun.Shown(unit.controller.id(), unit.controller.display().unit(),
                unit.blind || !mains ? OptionalDouble.empty() : OptionalDouble.of(unit.shown))).toList();
    }

    /** What each output does. */
    List<LiveRun.Output> conducting() {
        return java.util.Arrays.stream(loops).map(loop -> new LiveRun.Output(loop.loop.id(), loop.conducts && mains ? loop.level : 0)).toList();
    }

    /** What runs gives. */
    Given given() {
        return given;
    }

    /** How the air flows with what runs now. */
    Flow flow() {
        return given.flow(lidOpen);
    }

    /** What is done with water now. */
    Moisture.Acting acting() {
        return given.acting(stateNow, roomNowC);
    }

    /** Second layers that kept something off so far. */
    Set<String> layersActed() {
        return layersActed;
    }

    /** How many loops the steady state can start from: those on temperature that hold about a level. */
    int leaders() {
        return (int) leading().count();
    }

    private Stream<RunningLoop> leading() {
        return Arrays.stream(loops).filter(each -> each.unit.quantity == Quantity.TEMPERATURE && !each.loop.cutOut() && each.chain.law().holdsAbout().isPresent());
    }

    private RunningLoop leader(int which) {
        return leading().skip(which).findFirst().orElseThrow();
    }

    /** Lets appliances that act by themselves find out where they stand, before anything runs. */
    void feelAt(double airC, double timeS) {
        for (RunningAppliance appliance : selfActing) {
            appliance.feel(airC, timeS, scenario.startHour() * 3600 + timeS);
        }
    }

    /** Lets what has a thermostat of its own give a share of what it could, for finding what the thermostat holds. */
    void holdThermostats(double share) {
        thermostatShare = share;
        for (RunningAppliance each : appliances) {
            each.closes |= each.thermostat != null;
        }
    }

    /** Above 0 where some thermostat of what has power would have opened at a temperature (°C), 0 where none would. */
    double passesThermostat(double airC) {
        for (RunningAppliance each : appliances) {
            if (each.thermostat != null && each.powered() && !each.dead && each.thermostat.opensAt(airC)) {
                return 1;
            }
        }
        return thermostatShare < 1 ? -1 : 0;
    }

    /** Switches one of the leading loops by hand, for finding its steady states; all others stay as they are. */
    void holdLeading(int which, boolean on) {
        leader(which).conducts = on;
    }

    /** Share of its time a leading loop has to be on so that its display stands in the middle of its switching points; below 0 or above 1 it cannot. */
    double holdingShare(int which, Probed off, Probed on) {
        RunningLoop leading = leader(which);
        double whenOff = leading.unit.sensed(BEFORE_ANY_FAULT_S, off);
        double whenOn = leading.unit.sensed(BEFORE_ANY_FAULT_S, on);
        return whenOn == whenOff ? 0 : (wanted(leading) - whenOff) / (whenOn - whenOff);
    }

    private static double wanted(RunningLoop leading) {
        var display = leading.unit.controller.display();
        return display.unit().toModel(leading.chain.law().holdsAbout().orElseThrow() - display.offset());
    }

    /** How far a leading loop's display is from the middle of its switching points (K). */
    double missesK(int which, Probed state) {
        RunningLoop leading = leader(which);
        return Math.abs(leading.unit.sensed(BEFORE_ANY_FAULT_S, state) - wanted(leading));
    }
}
