package kilnward.core.rehearsal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Cooler;
import kilnward.core.chamber.appliance.Dehumidifier;
import kilnward.core.chamber.appliance.GasValve;
import kilnward.core.chamber.appliance.Heater;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.model.Flow;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.chamber.model.ThermalModel;

/** What the appliances that run give: watts into elements and air, water into and out of it, and how they move the air. */
final class Given {
    private final Chamber chamber;
    private final int airState;
    private final int lightInput;
    private final RunningAppliance[] appliances;
    private final RunningAppliance[] live;
    private double heatW;
    private double electricalW;
    private double liveElectricalJ;

    Given(Chamber chamber, int airState, int lightInput, RunningAppliance[] appliances) {
        this.chamber = chamber;
        this.airState = airState;
        this.lightInput = lightInput;
        this.appliances = appliances;
        this.live = Arrays.stream(appliances).filter(each -> isLive(each.appliance)).toArray(RunningAppliance[]::new);
    }

    /** Whether what it draws depends on temperatures. */
    private static boolean isLive(Appliance appliance) {
        return appliance instanceof Heater heater && heater.varies() || appliance instanceof Cooler;
    }

    /** Inputs that change from step to step: those of self-limiting elements. */
    int[] liveElementInputs() {
        return Arrays.stream(live).filter(each -> each.element >= 0)
                .mapToInt(each -> ThermalModel.FIRST_ELEMENT_INPUT + each.element).toArray();
    }

    boolean hasLive() {
        return live.length > 0;
    }

    /** How the air flows with what runs now. */
    Flow flow(boolean lidOpen) {
        List<Appliance> running = new ArrayList<>();
        for (RunningAppliance state : appliances) {
            if (state.runs()) {
                running.add(state.level() == 1 ? state.appliance : state.appliance.atLevel(state.level()));
            }
        }
        return Flow.of(chamber, running, lidOpen);
    }

    /**
     * What is done with water now.
     *
     * @param state temperatures (°C); null before there are any
     */
    Moisture.Acting acting(double[] state, double roomC) {
        double fog = 0;
        double evaporation = 0;
        double drying = 0;
        double coilW = 0;
        for (RunningAppliance each : appliances) {
            if (each.runs() && each.appliance instanceof Humidifier humidifier) {
                if (humidifier.kind() == Humidifier.Kind.ULTRASONIC) {
                    fog += each.level() * humidifier.outputGh() / 3.6e6;
                } else {
                    evaporation += each.level() * humidifier.evaporationM3s();
                }
            } else if (each.runs() && each.appliance instanceof Dehumidifier dehumidifier) {
                drying += each.level() * dehumidifier.dryingM3s();
            } else if (each.runs() && each.appliance instanceof Cooler cooler && cooler.dries()) {
                coilW += each.level() * (state == null ? cooler.removesW() : cooler.removesW(state[airState], roomC));
            }
        }
        return new Moisture.Acting(fog, evaporation, drying, coilW);
    }

    /** Carbon dioxide that valves let in now (kg/s). */
    double enrichmentKgS() {
        double kgS = 0;
        for (RunningAppliance each : appliances) {
            kgS += each.runs() && each.appliance instanceof GasValve valve ? each.level() * valve.givesGh() / 3.6e6 : 0;
        }
        return kgS;
    }

    /** Writes the watts that stay as they are until something switches, and sums them up. */
    void writeInputs(double[] inputs) {
        double intoAir = 0;
        heatW = 0;
        electricalW = 0;
        inputs[lightInput] = 0;
        for (RunningAppliance state : appliances) {
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
            if (!(state.appliance instanceof Heater heater) || !heater.varies()) {
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
        for (RunningAppliance each : live) {
            coolers += each.appliance instanceof Cooler && each.runs() ? 1 : 0;
        }
        for (RunningAppliance each : live) {
            if (!each.runs()) {
                continue;
            }
            if (each.appliance instanceof Heater heater) {
                double watts = each.level() * heater.powerW(state[each.element], roomC);
                inputs[ThermalModel.FIRST_ELEMENT_INPUT + each.element] += watts;
                liveElectricalJ += seconds * each.level() * heater.electricalW(state[each.element], roomC);
            } else if (each.appliance instanceof Cooler cooler) {
                double most = airKPerW > 0 ? Math.max(0, (state[airState] - cooler.lowestC(roomC)) / airKPerW + Math.min(0, besidesW)) / coolers : Double.POSITIVE_INFINITY;
                inputs[ThermalModel.AIR_HEAT_INPUT] -= Math.min(each.level() * cooler.pumpsW(state[airState], roomC), most);
            }
        }
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
}
