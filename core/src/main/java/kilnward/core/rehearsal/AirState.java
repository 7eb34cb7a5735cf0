package kilnward.core.rehearsal;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import kilnward.core.chamber.model.CarbonDioxide;
import kilnward.core.chamber.model.Moisture;
import kilnward.core.probe.AirSensor;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.scenario.Rig;

/** What the air of a box holds beside its warmth, and what the sensors of it feel. A quantity is a line in its constructor. */
final class AirState {
    private final Rig rig;
    private final int air;
    private final int firstProbe;
    private final Moisture moisture;
    private final CarbonDioxide carbonDioxide;
    private final Quantity[] quantities;
    /** Of each of them in that order: what the air holds by the states, what each probe's sensor feels, and the share by which it follows in a step. The loops of a step go over arrays alone. */
    private final ToDoubleFunction<double[]>[] held;
    private final double[][] felt;
    private final double[][] follows;
    private final double[] mistShares;

    /**
     * @param moisture      null where it is not simulated
     * @param carbonDioxide null where it is not simulated
     */
    @SuppressWarnings("unchecked")
    AirState(Rig rig, Plant plant, double stepS, Moisture moisture, CarbonDioxide carbonDioxide) {
        this.rig = rig;
        this.air = plant.model().air();
        this.firstProbe = plant.model().nodes();
        this.moisture = moisture;
        this.carbonDioxide = carbonDioxide;
        Map<Quantity, ToDoubleFunction<double[]>> simulated = new EnumMap<>(Quantity.class);
        if (moisture != null) {
            simulated.put(Quantity.RELATIVE_HUMIDITY, state -> moisture.relativeHumidityPct(state[air], state[air]));
        }
        if (carbonDioxide != null) {
            simulated.put(Quantity.CARBON_DIOXIDE, state -> carbonDioxide.ppm());
        }
        this.mistShares = rig.probes().stream().mapToDouble(probe -> probe.sensor(Quantity.RELATIVE_HUMIDITY).map(AirSensor::mistShare).orElse(0.0)).toArray();
        this.quantities = simulated.keySet().toArray(Quantity[]::new);
        this.held = simulated.values().toArray(ToDoubleFunction[]::new);
        this.felt = new double[quantities.length][rig.probes().size()];
        this.follows = new double[quantities.length][];
        for (int q = 0; q < quantities.length; q++) {
            Quantity each = quantities[q];
            follows[q] = rig.probes().stream().mapToDouble(probe -> probe.sensor(each).map(AirSensor::lagS)
                    .map(lagS -> -StrictMath.expm1(-stepS / lagS)).orElse(0.0)).toArray();
        }
    }

    /** What of the air is told of the box: of a tank's air nothing. */
    List<Quantity> told() {
        return rig.chamber().tank().isPresent() ? List.of() : List.of(quantities);
    }

    private int index(Quantity quantity) {
        for (int q = 0; q < quantities.length; q++) {
            if (quantities[q] == quantity) {
                return q;
            }
        }
        return -1;
    }

    /** How much of a quantity the air holds, in the model's unit, by the states. */
    ToDoubleFunction<double[]> source(Quantity quantity) {
        return held[index(quantity)];
    }

    /** What the sensor of a probe feels of a quantity; 0 where none is simulated. */
    double felt(Quantity quantity, int probe) {
        int q = index(quantity);
        return q < 0 ? 0 : felt[q][probe];
    }

    /** Whether the sensor of a probe feels a quantity. */
    boolean feels(Quantity quantity, Probe probe) {
        return index(quantity) >= 0 && probe.sensor(quantity).isPresent();
    }

    /** Sensors that have hung there for long. */
    void begin(double[] state) {
        for (int q = 0; q < quantities.length; q++) {
            for (int p = 0; p < rig.probes().size(); p++) {
                felt[q][p] = feels(quantities[q], rig.probes().get(p)) ? about(q, p, state) : 0;
            }
        }
    }

    /** Sensors go a step toward what is about them. */
    void follow(double[] state) {
        for (int q = 0; q < quantities.length; q++) {
            double[] now = felt[q];
            double[] share = follows[q];
            for (int p = 0; p < now.length; p++) {
                if (share[p] > 0) {
                    now[p] += share[p] * (about(q, p, state) - now[p]);
                }
            }
        }
    }

    private double about(int q, int probe, double[] state) {
        return quantities[q] == Quantity.RELATIVE_HUMIDITY ? dampPct(probe, state) : held[q].applyAsDouble(state);
    }

    /** What the cap of a humidity sensor is in: air at the probe's temperature, and droplets while mist hangs in it (%RH). */
    private double dampPct(int probe, double[] state) {
        double pct = moisture.relativeHumidityPct(state[air], state[firstProbe + probe]);
        return mistShares[probe] > 0 && moisture.misty() ? pct + mistShares[probe] * (100 - pct) : pct;
    }

    /** Goes on where another of the same rig left off. */
    void takeOver(AirState before) {
        for (int q = 0; q < quantities.length; q++) {
            System.arraycopy(before.felt[q], 0, felt[q], 0, felt[q].length);
        }
    }

    Moisture moisture() {
        return moisture;
    }

    CarbonDioxide carbonDioxide() {
        return carbonDioxide;
    }
}
