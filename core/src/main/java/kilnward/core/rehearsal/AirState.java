package kilnward.core.rehearsal;

import java.util.EnumMap;
import java.util.Map;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import kilnward.core.chamber.CarbonDioxide;
import kilnward.core.chamber.Moisture;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/** What the air of a box holds beside its warmth, and what the sensors of it feel. A quantity is a line in its constructor. */
final class AirState {
    private final Rig rig;
    private final int air;
    private final int firstProbe;
    private final Moisture moisture;
    private final CarbonDioxide carbonDioxide;
    /** What the air holds of each, by the states. */
    private final Map<Quantity, ToDoubleFunction<double[]>> held = new EnumMap<>(Quantity.class);
    /** Of each quantity what each probe's sensor feels, and the share by which it follows in a step; by ordinal, null for what is not simulated. */
    private final double[][] felt = new double[Quantity.values().length][];
    private final double[][] follows = new double[Quantity.values().length][];

    /**
     * @param moisture      null where it is not simulated
     * @param carbonDioxide null where it is not simulated
     */
    AirState(Rig rig, Plant plant, double stepS, Moisture moisture, CarbonDioxide carbonDioxide) {
        this.rig = rig;
        this.air = plant.model().air();
        this.firstProbe = plant.model().nodes();
        this.moisture = moisture;
        this.carbonDioxide = carbonDioxide;
        if (moisture != null) {
            held.put(Quantity.RELATIVE_HUMIDITY, state -> moisture.relativeHumidityPct(state[air], state[air]));
        }
        if (carbonDioxide != null) {
            held.put(Quantity.CARBON_DIOXIDE, state -> carbonDioxide.ppm());
        }
        for (Quantity each : held.keySet()) {
            felt[each.ordinal()] = new double[rig.probes().size()];
            follows[each.ordinal()] = rig.probes().stream().mapToDouble(probe -> probe.sensor(each).map(AirSensor::lagS)
                    .map(lagS -> -StrictMath.expm1(-stepS / lagS)).orElse(0.0)).toArray();
        }
    }

    /** What of the air is told of the box: of a tank's air nothing. */
    Set<Quantity> told() {
        return rig.chamber().tank().isPresent() ? Set.of() : held.keySet();
    }

    /** How much of a quantity the air holds, in the model's unit. */
    double holds(Quantity quantity, double[] state) {
        return held.get(quantity).applyAsDouble(state);
    }

    /** What the sensor of a probe feels of a quantity; 0 where none is simulated. */
    double felt(Quantity quantity, int probe) {
        double[] each = felt[quantity.ordinal()];
        return each == null ? 0 : each[probe];
    }

    /** Whether the sensor of a probe feels a quantity. */
    boolean feels(Quantity quantity, Probe probe) {
        return held.containsKey(quantity) && probe.sensor(quantity).isPresent();
    }

    /** Sensors that have hung there for long. */
    void begin(double[] state) {
        for (Quantity each : held.keySet()) {
            for (int p = 0; p < rig.probes().size(); p++) {
                felt[each.ordinal()][p] = feels(each, rig.probes().get(p)) ? about(each, p, state) : 0;
            }
        }
    }

    /** Sensors go a step toward what is about them. */
    void follow(double[] state) {
        for (Quantity each : held.keySet()) {
            double[] now = felt[each.ordinal()];
            double[] share = follows[each.ordinal()];
            for (int p = 0; p < now.length; p++) {
                if (share[p] > 0) {
                    now[p] += share[p] * (about(each, p, state) - now[p]);
                }
            }
        }
    }

    private double about(Quantity quantity, int probe, double[] state) {
        return quantity == Quantity.RELATIVE_HUMIDITY ? dampPct(probe, state) : holds(quantity, state);
    }

    /** What the cap of a humidity sensor is in: air at the probe's temperature, and droplets while mist hangs in it (%RH). */
    private double dampPct(int probe, double[] state) {
        double pct = moisture.relativeHumidityPct(state[air], state[firstProbe + probe]);
        double mistShare = rig.probes().get(probe).sensor(Quantity.RELATIVE_HUMIDITY).orElseThrow().mistShare();
        return mistShare > 0 && moisture.misty() ? pct + mistShare * (100 - pct) : pct;
    }

    /** Goes on where another of the same rig left off. */
    void takeOver(AirState before) {
        for (Quantity each : held.keySet()) {
            System.arraycopy(before.felt[each.ordinal()], 0, felt[each.ordinal()], 0, felt[each.ordinal()].length);
        }
    }

    Moisture moisture() {
        return moisture;
    }

    CarbonDioxide carbonDioxide() {
        return carbonDioxide;
    }
}
