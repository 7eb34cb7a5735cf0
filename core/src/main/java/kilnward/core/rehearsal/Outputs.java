package kilnward.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import kilnward.core.air.MoistAir;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Bowl;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Cooler;
import kilnward.core.chamber.Dehumidifier;
import kilnward.core.chamber.Flow;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.Humidifier;
import kilnward.core.chamber.Lamp;
import kilnward.core.chamber.Moisture;
import kilnward.core.chamber.OwnThermostat;
import kilnward.core.chamber.ThermalModel;
import kilnward.core.control.Controller;
import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.OutputMode;
import kilnward.core.control.TimeProportional;
import kilnward.core.control.Timers;
import kilnward.core.finding.Require;
import kilnward.core.probe.Probe;

/** The controllers of a rig at work: samples displays, switches outputs, says which watts flow. */
final class Outputs {
    private static final Switched[] NONE = {};
    private static final double BEFORE_ANY_FAULT_S = -1;
    private final Chamber chamber;
    private final Scenario scenario;
    private final double stepS;
    private final int airState;
    private final int lightInput;
    private final boolean lidMoves;
    final Unit[] units;
    final Switched[] loops;
    private final ApplianceState[] appliances;
    private final ApplianceState[] selfActing;
    private final ApplianceState[] live;
    private final boolean powerFails;
    private final boolean looksOutside;
    /** When the next fault begins or passes (s); infinite where none is to come. */
    private double nextFaultS;
    private double[] stateNow;
    private double roomNowC;
    private final Chain.Around around = new Chain.Around() {
        @Override
        public double roomC() {
            return roomNowC;
        }

        @Override
        public double roomPct() {
            return outdoorPct(roomNowC);
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
    private double heatW;
    private double electricalW;
    private double liveElectricalJ;
    private final Set<String> layersActed = new TreeSet<>();

    /** A controller's display. */
    static final class Unit {
        Controller controller;
        final boolean humidity;
        final int[] probes;
        final Chain.Sensor[] sensors;
        private final long everySteps;
        private long nextStep = Long.MIN_VALUE;
        private boolean due;
        private boolean moved;
        private double sameAbout = Double.NaN;
        private double sameWithin;
        /** What a fault puts in force, and when; null for none. */
        private Controller later;
        private double laterS = Double.POSITIVE_INFINITY;
        /** From then on nobody hears its alarms (s). */
        double silentFromS = Double.POSITIVE_INFINITY;
        /** Alarms as displayed, with a margin for binary dust; infinite where there is none. */
        double highAlarm;
        double lowAlarm;
        /** Whether it shows a code instead of a number. */
        boolean blind;
        double shown;
        /** What is shown, in °C or %RH. */
        double shownModel;
        private final boolean beside;
        /** The humidity it shows beside a temperature. */
        private double companion = Double.NaN;

        private Unit(Controller controller, int[] probes, Chain.Sensor[] sensors, long everySteps) {
            this.humidity = controller.display().unit().isHumidity();
            this.beside = controller.companion().isPresent();
            this.probes = probes;
            this.sensors = sensors;
            this.everySteps = everySteps;
            putInForce(controller);
        }

        private void putInForce(Controller other) {
            controller = other;
            sameWithin = other.display().unit().differenceToModel(0.5 * other.display().resolution()) - 1e-9;
            sameAbout = Double.NaN;
            highAlarm = other.highAlarm().orElse(Double.POSITIVE_INFINITY) - 1e-9;
            lowAlarm = other.lowAlarm().orElse(Double.NEGATIVE_INFINITY) + 1e-9;
        }

        /** Looks at the display when its time has come; steps before 0 count too, on the same grid. */
        private void look(long step, double timeS, Probed probed) {
            due = step >= nextStep;
            moved = false;
            if (due) {
                nextStep = nextStep == Long.MIN_VALUE ? (Math.floorDiv(step, everySteps) + 1) * everySteps
                        : nextStep + everySteps;
                double sensed = sensed(timeS, probed);
                if (beside) {
                    companion = lookBeside(probed);
                }
                blind = Double.isNaN(sensed);
                if (blind) {
                    // It shows a code and switches off; what it showed last stays for the record.
                    moved = true;
                    sameAbout = Double.NaN;
                    return;
                }
                // Most looks show what the last one showed: within its rounding there is nothing to work out.
                if (!(Math.abs(sensed - sameAbout) < sameWithin)) {
                    moved = true;
                    shown = controller.display().shown(sensed);
                    shownModel = controller.display().unit().toModel(shown);
                    sameAbout = controller.display().unit().toModel(shown - controller.display().offset());
                }
            }
        }

        private double lookBeside(Probed probed) {
            double pct = 0;
            for (int probe : probes) {
                pct += probed.value(probe, true) / probes.length;
            }
            return controller.companion().orElseThrow().shown(pct);
        }

        /** Mean of its sensors. */
        double sensed(double timeS, Probed probed) {
            if (probes.length == 1) {
                return sensors[0].sensed(probed.value(probes[0], humidity), timeS);
            }
            double sum = 0;
            for (int i = 0; i < probes.length; i++) {
                sum += sensors[i].sensed(probed.value(probes[i], humidity), timeS);
            }
            return sum / probes.length;
        }
    }

    /** One loop at work. */
    static final class Switched {
        Loop loop;
        final Unit unit;
        Chain chain;
        Law.Runner law;
        Timers.Runner timers;
        boolean conducts;
        /** Share of the full output while it conducts. */
        double level = 1;
        private boolean timeless;
        /** A fault has begun since it was last decided. */
        private boolean upset;
        /** At this and above it stays off, whatever its program wants. */
        private double opensAt;

        private Switched(Loop loop, Unit unit, Chain.Relay relay) {
            this.unit = unit;
            putInForce(loop, relay);
            // What is only there to cut out lets through until it has seen too much.
            this.conducts = loop.cutOut();
        }

        private void putInForce(Loop other, Chain.Relay relay) {
            this.loop = other;
            this.chain = new Chain(other.law(), other.timers(), other.mode(), relay);
            this.law = chain.law().start();
            // A faulty relay depends on time only by its beginning, and then it is asked anew.
            this.timeless = chain.law().isTimeless() && chain.timers().equals(Timers.NONE) && !other.onlyLit();
            this.opensAt = unit.controller.highAlarmOpens() ? unit.controller.highAlarm().orElse(Double.POSITIVE_INFINITY) - 1e-9
                    : Double.POSITIVE_INFINITY;
        }
    }

    private final class ApplianceState {
        final Appliance appliance;
        final Switched switched;
        /** What stands in series before it; null for nothing. */
        private final Switched cutOut;
        final int element;
        private final OwnThermostat thermostat;
        private final Lamp byClock;
        private final Humidifier pulsed;
        private boolean closes = true;
        private boolean lit;
        private double workingSinceS = Double.NaN;
        private boolean working = true;
        private double deadFromS = Double.POSITIVE_INFINITY;
        private double bridgedFromS = Double.POSITIVE_INFINITY;
        private boolean dead;

        private ApplianceState(Appliance appliance, Switched switched, Switched cutOut, int element) {
            this.appliance = appliance;
            this.switched = switched;
            this.cutOut = cutOut;
            this.element = element;
            this.thermostat = appliance.ownThermostat().orElse(null);
            this.byClock = switched == null && appliance instanceof Lamp lamp ? lamp : null;
            this.pulsed = appliance instanceof Humidifier humidifier && humidifier.pulseRestS() > 0 ? humidifier : null;
        }

        boolean powered() {
            return mains && (cutOut == null || cutOut.conducts) && (switched != null ? switched.conducts : appliance.runsByItself());
        }

        boolean runs() {
            return !dead && powered() && closes && working && (byClock == null || lit);
        }

        /** Share of its full output while it runs. */
        double level() {
            double level = switched == null ? 1 : switched.level;
            return thermostat == null ? level : level * thermostatShare;
        }

        double powerShare() {
            return appliance.powerShare(level());
        }

        boolean actsByItself() {
            return thermostat != null || byClock != null || pulsed != null;
        }

        /** @return whether it began or stopped by itself */
        boolean feel(double airC, double timeS, double clockS) {
            boolean before = runs();
            if (thermostat != null) {
                if (thermostat.opensAt(airC)) {
                    if (closes && switched != null) {
                        layersActed.add(appliance.id());
                    }
                    closes = false;
                } else if (thermostat.closesAt(airC)) {
                    closes = true;
                }
                closes |= timeS >= bridgedFromS;
            }
            if (byClock != null) {
                lit = byClock.byClock(clockS);
            }
            if (pulsed != null) {
                if (!powered()) {
                    workingSinceS = Double.NaN;
                    working = true;
                } else {
                    workingSinceS = Double.isNaN(workingSinceS) ? timeS : workingSinceS;
                    working = pulsed.worksAt(timeS - workingSinceS);
                }
            }
            return runs() != before;
        }
    }

    Outputs(Rig rig, Scenario scenario, Plant plant) {
        this.chamber = rig.chamber();
        this.scenario = scenario;
        this.stepS = scenario.stepS();
        this.airState = plant.model().air();
        this.lightInput = plant.light();
        this.lidMoves = !scenario.openings().isEmpty();
        this.powerFails = !scenario.cuts().isEmpty();
        this.nextFaultS = nextMove(Double.NEGATIVE_INFINITY);
        List<Unit> foundUnits = new ArrayList<>();
        List<Switched> foundLoops = new ArrayList<>();
        for (Controller controller : rig.controllers()) {
            Require.that(controller.samplingS() >= stepS - 1e-9, "stepS", stepS,
                    "must not be longer than a controller's sampling interval (" + controller.samplingS() + " s)");
            int[] probes = controller.probeIds().stream().mapToInt(rig::probeIndex).toArray();
            Chain.Sensor[] sensors = new Chain.Sensor[probes.length];
            java.util.Arrays.setAll(sensors, i -> sensor(rig.probes().get(probes[i]),
                    controller.display().unit().isHumidity(), scenario.faults()));
            Unit unit = new Unit(controller, probes, sensors, Math.round(controller.samplingS() / stepS));
            foundUnits.add(unit);
            for (Loop loop : controller.loops()) {
                Chain.Relay relay = Chain.SOUND_RELAY;
                for (Fault fault : scenario.faults()) {
                    relay = fault.relay(controller, loop, relay);
                }
                foundLoops.add(new Switched(loop, unit, relay));
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
        this.units = foundUnits.toArray(Unit[]::new);
        this.loops = foundLoops.toArray(Switched[]::new);
        List<ApplianceState> found = new ArrayList<>();
        int heater = 0;
        int bowl = chamber.heaters().size();
        for (Appliance appliance : chamber.appliances()) {
            Switched by = on(appliance, foundLoops, false);
            Switched cut = on(appliance, foundLoops, true);
            int element = appliance instanceof Heater ? heater++ : appliance instanceof Bowl ? bowl++ : -1;
            ApplianceState state = new ApplianceState(appliance, by, cut, element);
            for (Fault fault : scenario.faults()) {
                state.deadFromS = fault.stops(appliance) ? Math.min(state.deadFromS, fault.fromS()) : state.deadFromS;
                state.bridgedFromS = fault.bridges(appliance) ? Math.min(state.bridgedFromS, fault.fromS()) : state.bridgedFromS;
            }
            found.add(state);
        }
        this.appliances = found.toArray(ApplianceState[]::new);
        this.selfActing = found.stream().filter(ApplianceState::actsByItself).toArray(ApplianceState[]::new);
        this.live = found.stream().filter(each -> isLive(each.appliance)).toArray(ApplianceState[]::new);
    }

    private static Switched on(Appliance appliance, List<Switched> loops, boolean cutOut) {
        return loops.stream().filter(each -> each.loop.cutOut() == cutOut && each.loop.applianceIds().contains(appliance.id())).findFirst().orElse(null);
    }

    private Chain.Sensor sensor(Probe probe, boolean humidity, List<Fault> faults) {
        Chain.Sensor sensor = sound(probe, humidity);
        for (Fault fault : faults) {
            sensor = fault.sensor(probe, humidity, sensor, around);
        }
        return sensor;
    }

    private static Chain.Sensor sound(Probe probe, boolean humidity) {
        if (humidity) {
            double errorPct = probe.humidity().orElseThrow().errorPct();
            return (value, timeS) -> Math.max(0, Math.min(100, value + errorPct));
        }
        double errorK = probe.sensorErrorK();
        double perS = probe.driftKPerDay() / 86_400;
        return perS == 0 ? (value, timeS) -> value + errorK : (value, timeS) -> value + errorK + perS * timeS;
    }

    /** Whether what it draws depends on temperatures. */
    private static boolean isLive(Appliance appliance) {
        return appliance instanceof Heater heater && heater.selfLimitC().isPresent() || appliance instanceof Cooler;
    }

    /** Inputs that change from step to step: those of self-limiting elements. */
    int[] liveElementInputs() {
        return java.util.Arrays.stream(live).filter(each -> each.element >= 0)
                .mapToInt(each -> ThermalModel.FIRST_ELEMENT_INPUT + each.element).toArray();
    }

    boolean hasLive() {
        return live.length > 0;
    }

    void powerUp(double timeS) {
        for (Switched loop : loops) {
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
        for (Unit unit : units) {
            if (mains) {
                unit.look(step, timeS, probed);
            }
        }
        for (Switched loop : mains ? loops : NONE) {
            if (loop.unit.moved || loop.unit.due && (!loop.timeless || loop.upset)) {
                changed |= decide(loop, timeS, roomC);
            }
        }
        for (ApplianceState appliance : selfActing) {
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
        for (Switched loop : loops) {
            loop.upset = true;
        }
        boolean changed = false;
        for (ApplianceState appliance : appliances) {
            if (!appliance.dead && timeS >= appliance.deadFromS) {
                appliance.dead = true;
                changed = true;
            }
        }
        for (Unit unit : units) {
            if (unit.later != null && timeS >= unit.laterS) {
                Controller other = unit.later;
                unit.later = null;
                unit.putInForce(other);
                for (Switched loop : loops) {
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
                : Math.min(100, 100 * chamber.room().vapourPressurePa().getAsDouble() / MoistAir.saturationPressurePa(roomC));
    }

    /** What an output does at a look that may change it; apart, so that the loop of looks stays small enough to be compiled into one. */
    private boolean decide(Switched loop, double timeS, double roomC) {
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

    private Law.Seen seen(Unit unit, double timeS, double roomC) {
        double clockS = scenario.startHour() * 3600 + timeS;
        if (!unit.beside && !looksOutside) {
            return new Law.Seen(unit.shown, unit.shownModel, Double.NaN, roomC, Double.NaN, 0, timeS, clockS);
        }
        boolean lit = chamber.of(Lamp.class).stream().anyMatch(lamp -> lamp.byClock(clockS))
                || chamber.room().sun().map(sun -> sun.wm2(clockS) > 0).orElse(false);
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
        for (Switched loop : loops) {
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

    /** How the air flows with what runs now. */
    Flow flow() {
        List<Appliance> running = new ArrayList<>();
        for (ApplianceState state : appliances) {
            if (state.runs()) {
                running.add(state.level() == 1 ? state.appliance : state.appliance.atLevel(state.level()));
            }
        }
        return Flow.of(chamber, running, lidOpen);
    }

    /** What is done with water now. */
    Moisture.Acting acting() {
        double fog = 0;
        double evaporation = 0;
        double drying = 0;
        double coilW = 0;
        for (ApplianceState state : appliances) {
            if (state.runs() && state.appliance instanceof Humidifier humidifier) {
                if (humidifier.kind() == Humidifier.Kind.ULTRASONIC) {
                    fog += state.level() * humidifier.outputGh() / 3.6e6;
                } else {
                    evaporation += state.level() * humidifier.evaporationM3s();
                }
            } else if (state.runs() && state.appliance instanceof Dehumidifier dehumidifier) {
                drying += state.level() * dehumidifier.dryingM3s();
            } else if (state.runs() && state.appliance instanceof Cooler cooler && cooler.dries()) {
                coilW += state.level() * (stateNow == null ? cooler.removesW() : cooler.removesW(stateNow[airState], roomNowC));
            }
        }
        return new Moisture.Acting(fog, evaporation, drying, coilW);
    }

    /** Writes the watts that stay as they are until something switches, and sums them up. */
    void writeInputs(double[] inputs) {
        double intoAir = 0;
        heatW = 0;
        electricalW = 0;
        inputs[lightInput] = 0;
        for (ApplianceState state : appliances) {
            boolean runs = state.runs();
            if (state.element >= 0) {
                double watts = runs && !isLive(state.appliance) ? state.level() * elementW(state.appliance) : 0;
                inputs[ThermalModel.FIRST_ELEMENT_INPUT + state.element] = watts;
                heatW += watts;
            }
            if (!runs) {
                continue;
            }
            intoAir += state.powerShare() * state.appliance.heatInsideW();
            if (state.appliance instanceof Lamp) {
                inputs[lightInput] = 1;
            }
            if (!(state.appliance instanceof Heater heater) || heater.selfLimitC().isEmpty()) {
                electricalW += state.powerShare() * state.appliance.electricalW();
            }
        }
        inputs[ThermalModel.AIR_HEAT_INPUT] = intoAir;
        heatW += intoAir;
    }

    /** What goes into an element (W): of a heater all the heat it gives, of a bowl what it draws. */
    private static double elementW(Appliance appliance) {
        return appliance instanceof Heater heater ? heater.powerW() : appliance.electricalW();
    }

    /**
     * Adds the watts that depend on temperatures (°C).
     *
     * @param airKPerW how far one watt held over the step moves the air (K/W): no cooler takes it below its own lowest temperature in one step; 0 where no step is taken
     * @param besidesW what evaporation and condensation give to the air over the same step (W)
     */
    void addLive(double[] inputs, double[] state, double roomC, double seconds, double airKPerW, double besidesW) {
        double coolers = 0;
        for (ApplianceState each : live) {
            coolers += each.appliance instanceof Cooler && each.runs() ? 1 : 0;
        }
        for (ApplianceState each : live) {
            if (!each.runs()) {
                continue;
            }
            if (each.appliance instanceof Heater heater) {
                double watts = each.level() * heater.powerW(state[each.element]);
                inputs[ThermalModel.FIRST_ELEMENT_INPUT + each.element] += watts;
                liveElectricalJ += seconds * watts / heater.kind().heatPerWatt();
            } else if (each.appliance instanceof Cooler cooler) {
                double most = airKPerW > 0 ? Math.max(0, (state[airState] - cooler.lowestC(roomC)) / airKPerW + Math.min(0, besidesW)) / coolers : Double.POSITIVE_INFINITY;
                inputs[ThermalModel.AIR_HEAT_INPUT] -= Math.min(each.level() * cooler.removesW(state[airState], roomC), most);
            }
        }
    }

    /** Second layers that kept something off so far. */
    Set<String> layersActed() {
        return layersActed;
    }

    /** Electrical energy of self-limiting elements since the start (J). */
    double liveElectricalJ() {
        return liveElectricalJ;
    }

    /** Heat into the chamber by other appliances (W), coolers negative. */
    double heatW() {
        return heatW;
    }

    /** Electrical power they draw (W). */
    double electricalW() {
        return electricalW;
    }

    /** The loop that starts at the steady state: the first one on temperature; null where there is none. */
    private Switched leading() {
        for (Switched loop : loops) {
            if (!loop.unit.humidity && !loop.loop.cutOut()) {
                return loop;
            }
        }
        return null;
    }

    /** Lets appliances that act by themselves find out where they stand, before anything runs. */
    void feelAt(double airC, double timeS) {
        for (ApplianceState appliance : selfActing) {
            appliance.feel(airC, timeS, scenario.startHour() * 3600 + timeS);
        }
    }

    /** Lets what has a thermostat of its own give a share of what it could, for finding what the thermostat holds. */
    void holdThermostats(double share) {
        thermostatShare = share;
        for (ApplianceState each : appliances) {
            each.closes |= each.thermostat != null;
        }
    }

    /** Above 0 where some thermostat of what has power would have opened at a temperature (°C), 0 where none would. */
    double passesThermostat(double airC) {
        for (ApplianceState each : appliances) {
            if (each.thermostat != null && each.powered() && !each.dead && each.thermostat.opensAt(airC)) {
                return 1;
            }
        }
        return thermostatShare < 1 ? -1 : 0;
    }

    /** Switches the leading loop by hand, for finding its steady states; all others stay as they are. */
    void holdLeading(boolean on) {
        Switched leading = leading();
        if (leading != null) {
            leading.conducts = on;
        }
    }

    /** Share of its time the leading loop has to be on so that its display stands in the middle of its switching points. */
    double holdingShare(Probed off, Probed on) {
        Switched leading = leading();
        if (leading == null || leading.chain.law().holdsAbout().isEmpty()) {
            return 0;
        }
        var display = leading.unit.controller.display();
        double middle = leading.chain.law().holdsAbout().getAsDouble() - display.offset();
        double wanted = display.unit().toModel(middle);
        double whenOff = leading.unit.sensed(BEFORE_ANY_FAULT_S, off);
        double whenOn = leading.unit.sensed(BEFORE_ANY_FAULT_S, on);
        return whenOn == whenOff ? 0 : Math.max(0, Math.min(1, (wanted - whenOff) / (whenOn - whenOff)));
    }
}
