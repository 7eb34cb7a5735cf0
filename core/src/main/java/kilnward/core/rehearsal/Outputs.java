package kilnward.core.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import kilnward.core.chamber.Appliance;
import kilnward.core.chamber.Cooler;
import kilnward.core.chamber.Heater;
import kilnward.core.chamber.OwnThermostat;
import kilnward.core.chamber.ThermalModel;
import kilnward.core.control.Controller;
import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.OnOff;
import kilnward.core.control.Timers;
import kilnward.core.finding.Require;

/** The controllers of a rig at work: samples displays, switches outputs, says which watts flow. */
final class Outputs {
    private final Plant plant;
    private final double stepS;
    final Unit[] units;
    final Switched[] loops;
    private final ApplianceState[] appliances;
    private double heatW;
    private double electricalW;

    /** A controller's display. */
    static final class Unit {
        final Controller controller;
        final int probeState;
        private final long everySteps;
        private long nextStep = Long.MIN_VALUE;
        final Chain.Sensor sensor;
        private boolean due;
        private double sameAboutC = Double.NaN;
        private final double sameWithinK;
        double shown;
        double shownC;

        private Unit(Controller controller, int probeState, long everySteps, Chain.Sensor sensor) {
            this.controller = controller;
            this.probeState = probeState;
            this.everySteps = everySteps;
            this.sensor = sensor;
            this.sameWithinK = controller.display().unit().differenceToKelvin(0.5 * controller.display().resolution()) - 1e-9;
        }

        /** Looks at the display when its time has come; steps before 0 count too, on the same grid. */
        private void look(long step, double timeS, double probeC) {
            due = step >= nextStep;
            if (due) {
                nextStep = (Math.floorDiv(step, everySteps) + 1) * everySteps;
                double sensedC = sensor.sensedC(probeC, timeS);
                // Most looks show what the last one showed: within its rounding there is nothing to work out.
                if (!(Math.abs(sensedC - sameAboutC) < sameWithinK)) {
                    shown = controller.display().shown(sensedC);
                    shownC = controller.display().unit().toCelsius(shown);
                    sameAboutC = controller.display().unit().toCelsius(shown - controller.display().offset());
                }
            }
        }
    }

    /** One loop at work. */
    static final class Switched {
        final Loop loop;
        final Unit unit;
        final Chain chain;
        final Law.Runner law;
        Timers.Runner timers;
        boolean conducts;

        private Switched(Loop loop, Unit unit, Chain chain) {
            this.loop = loop;
            this.unit = unit;
            this.chain = chain;
            this.law = chain.law().start();
        }
    }

    private static final class ApplianceState {
        final Appliance appliance;
        final Switched switched;
        final int heaterInput;
        private final OwnThermostat thermostat;
        boolean thermostatCloses = true;

        private ApplianceState(Appliance appliance, Switched switched, int heaterInput) {
            this.appliance = appliance;
            this.switched = switched;
            this.heaterInput = heaterInput;
            this.thermostat = appliance instanceof Heater heater ? heater.ownThermostat().orElse(null) : null;
        }

        boolean runs() {
            return switched != null && switched.conducts && thermostatCloses;
        }

        /** @return whether the thermostat moved */
        boolean feel(double airC) {
            if (thermostat == null) {
                return false;
            }
            boolean before = thermostatCloses;
            if (airC >= thermostat.opensAtC()) {
                thermostatCloses = false;
            } else if (airC <= thermostat.closesAtC()) {
                thermostatCloses = true;
            }
            return before != thermostatCloses;
        }
    }

    Outputs(Rig rig, Scenario scenario, Plant plant) {
        this.plant = plant;
        this.stepS = scenario.stepS();
        Map<String, Fault> faults = scenario.faults().stream()
                .collect(Collectors.toMap(Fault::loopId, Function.identity(), (first, second) -> first));
        List<Unit> foundUnits = new ArrayList<>();
        List<Switched> foundLoops = new ArrayList<>();
        for (Controller controller : rig.controllers()) {
            Require.that(controller.samplingS() >= stepS - 1e-9, "stepS", stepS,
                    "must not be longer than a controller's sampling interval (" + controller.samplingS() + " s)");
            int probe = rig.probeIndex(controller.probeId());
            double error = rig.probes().get(probe).sensorErrorK();
            Unit unit = new Unit(controller, plant.probe(probe), Math.round(controller.samplingS() / stepS),
                    (probeC, timeS) -> probeC + error);
            foundUnits.add(unit);
            for (Loop loop : controller.loops()) {
                Chain chain = new Chain(unit.sensor, controller.display(), loop.law(), loop.timers(), loop.mode(),
                        Chain.SOUND_RELAY);
                Fault fault = faults.get(loop.id());
                foundLoops.add(new Switched(loop, unit, fault == null ? chain : fault.installIn(chain)));
            }
        }
        this.units = foundUnits.toArray(Unit[]::new);
        this.loops = foundLoops.toArray(Switched[]::new);
        List<ApplianceState> found = new ArrayList<>();
        int heater = ThermalModel.FIRST_HEATER_INPUT;
        for (Appliance appliance : rig.chamber().appliances()) {
            Switched by = foundLoops.stream().filter(loop -> loop.loop.applianceIds().contains(appliance.id()))
                    .findFirst().orElse(null);
            found.add(new ApplianceState(appliance, by, appliance instanceof Heater ? heater++ : -1));
        }
        this.appliances = found.toArray(ApplianceState[]::new);
    }

    void powerUp(double timeS) {
        for (Switched loop : loops) {
            loop.timers = loop.chain.timers().start(timeS);
        }
    }

    /**
     * Lets every controller that is due look at its display.
     *
     * @return whether any watts changed
     */
    boolean sample(long step, double[] state) {
        boolean changed = false;
        double timeS = step * stepS;
        for (Unit unit : units) {
            unit.look(step, timeS, state[unit.probeState]);
        }
        for (Switched loop : loops) {
            if (loop.unit.due) {
                boolean program = loop.timers.allow(loop.law.demand(loop.unit.shown), timeS);
                boolean conducts = loop.chain.relay().conducts(loop.chain.mode().apply(program), timeS);
                changed |= conducts != loop.conducts;
                loop.conducts = conducts;
            }
        }
        double airC = state[plant.model().air()];
        for (ApplianceState appliance : appliances) {
            changed |= appliance.feel(airC);
        }
        return changed;
    }

    /** Writes the watts that flow now, and sums them up. */
    void writeInputs(double[] inputs) {
        double cooling = 0;
        heatW = 0;
        electricalW = 0;
        for (ApplianceState state : appliances) {
            boolean runs = state.runs();
            electricalW += runs ? state.appliance.electricalW() : 0;
            if (state.appliance instanceof Heater heater) {
                inputs[state.heaterInput] = runs ? heater.powerW() : 0;
                heatW += inputs[state.heaterInput];
            } else if (state.appliance instanceof Cooler cooler && runs) {
                cooling += cooler.removesW();
            }
        }
        inputs[ThermalModel.AIR_HEAT_INPUT] = -cooling;
        heatW -= cooling;
    }

    /** Heat into the chamber by appliances (W), coolers negative. */
    double heatW() {
        return heatW;
    }

    /** Electrical power drawn (W). */
    double electricalW() {
        return electricalW;
    }

    /** Writes the inputs with the first loop's appliances fully on and all others off. */
    void allFirstLoopInputs(double[] inputs) {
        for (ApplianceState state : appliances) {
            if (loops.length > 0 && state.switched == loops[0]) {
                if (state.appliance instanceof Heater heater) {
                    inputs[state.heaterInput] = heater.powerW();
                } else if (state.appliance instanceof Cooler cooler) {
                    inputs[ThermalModel.AIR_HEAT_INPUT] -= cooler.removesW();
                }
            }
        }
    }

    /** Share of the first loop's appliances at which its display would stand in the middle of its switching points. */
    double holdingShare(double[] off, double[] on) {
        if (loops.length == 0 || !(loops[0].chain.law() instanceof OnOff law)) {
            return 0;
        }
        Unit unit = loops[0].unit;
        var display = unit.controller.display();
        double middle = 0.5 * (law.points().onAt() + law.points().offAt()) - display.offset();
        double wantedC = display.unit().toCelsius(middle);
        double offC = unit.sensor.sensedC(off[unit.probeState], 0);
        double onC = unit.sensor.sensedC(on[unit.probeState], 0);
        return onC == offC ? 0 : Math.max(0, Math.min(1, (wantedC - offC) / (onC - offC)));
    }
}
