package kilnward.core.probe;

import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.Require;

/**
 * A probe.
 *
 * @param id           stable name within the chamber
 * @param place        where it hangs
 * @param sensorErrorK what it reads too much (K), before any offset; negative where it reads too little
 * @param driftKPerDay how fast that error grows (K/day)
 * @param pollingKs    own warmth of one reading, spread over a second (K s): read every s seconds, it stands warmer by this
 *                     over s
 * @param humidity     its humidity sensor; empty where it has none
 */
public record Probe(String id, ProbePlace place, double sensorErrorK, double driftKPerDay, double pollingKs,
        Optional<HumiditySensor> humidity) {
    public Probe {
        Require.named("id", id);
        Objects.requireNonNull(place, "place");
        Require.within("sensorErrorK", sensorErrorK, -20, 20, "K");
        Require.within("driftKPerDay", driftKPerDay, -5, 5, "K/day");
        Require.within("pollingKs", pollingKs, 0, 100, "K s");
        Objects.requireNonNull(humidity, "humidity");
    }

    /** A thermometer that does not drift. */
    public static Probe of(String id, ProbePlace place, double sensorErrorK) {
        return new Probe(id, place, sensorErrorK, 0, 0, Optional.empty());
    }

    /** The same with another error of its thermometer (K). */
    public Probe withSensorError(double otherK) {
        return new Probe(id, place, otherK, driftKPerDay, pollingKs, humidity);
    }

    /** The same with another error of its humidity sensor (%RH); unchanged where it has none. */
    public Probe withHumidityError(double otherPct) {
        return new Probe(id, place, sensorErrorK, driftKPerDay, pollingKs,
                humidity.map(sensor -> new HumiditySensor(sensor.lagS(), otherPct, sensor.mistShare())));
    }
}
