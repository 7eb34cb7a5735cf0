package kilnward.core.probe;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.quantity.Quantity;

/**
 * A probe.
 *
 * @param id           stable name within the chamber
 * @param place        where it hangs
 * @param sensorErrorK what it reads too much (K), before any offset; negative where it reads too little
 * @param driftKPerDay how fast that error grows (K/day)
 * @param pollingKs    own warmth of one reading, spread over a second (K s): read every s seconds, it stands warmer by this
 *                     over s
 * @param air          what it reads of the air beside the temperature
 */
public record Probe(String id, ProbePlace place, @Bounded(min = -20, max = 20, unit = "K") double sensorErrorK, @Bounded(min = -5, max = 5, unit = "K/day") double driftKPerDay,
        @Bounded(min = 0, max = 100, unit = "K s") double pollingKs,
        Map<Quantity, AirSensor> air) {
    public Probe {
        Require.named("id", id);
        Objects.requireNonNull(place, "place");
        Require.within(Probe.class, "sensorErrorK", sensorErrorK);
        Require.within(Probe.class, "driftKPerDay", driftKPerDay);
        Require.within(Probe.class, "pollingKs", pollingKs);
        air = Map.copyOf(air);
    }

    /** A thermometer that does not drift. */
    public static Probe of(String id, ProbePlace place, double sensorErrorK) {
        return new Probe(id, place, sensorErrorK, 0, 0, Map.of());
    }

    /** What it reads a quantity of the air with; empty where it does not. */
    public Optional<AirSensor> sensor(Quantity quantity) {
        return Optional.ofNullable(air.get(quantity));
    }

    /** Whether it reads a quantity. */
    public boolean reads(Quantity quantity) {
        return quantity == Quantity.TEMPERATURE || air.containsKey(quantity);
    }

    /** What it reads too much of a quantity, in the model's unit; 0 where it does not read that. */
    public double error(Quantity quantity) {
        return quantity == Quantity.TEMPERATURE ? sensorErrorK : sensor(quantity).map(AirSensor::error).orElse(0.0);
    }

    /** The same with another error of what it reads of a quantity, in the model's unit; unchanged where it does not read that. */
    public Probe withError(Quantity quantity, double other) {
        if (quantity == Quantity.TEMPERATURE) {
            return new Probe(id, place, other, driftKPerDay, pollingKs, air);
        }
        Map<Quantity, AirSensor> others = new EnumMap<>(Quantity.class);
        others.putAll(air);
        others.computeIfPresent(quantity, (which, sensor) -> sensor.withError(other));
        return new Probe(id, place, sensorErrorK, driftKPerDay, pollingKs, others);
    }

    /** The same with another error of its thermometer (K). */
    public Probe withSensorError(double otherK) {
        return withError(Quantity.TEMPERATURE, otherK);
    }

    /** The same elsewhere. */
    public Probe with(ProbePlace other) {
        return new Probe(id, other, sensorErrorK, driftKPerDay, pollingKs, air);
    }
}
