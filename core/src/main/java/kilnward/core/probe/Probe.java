package kilnward.core.probe;

import java.util.Objects;
import kilnward.core.finding.Require;

/**
 * A probe.
 *
 * @param id           stable name within the chamber
 * @param place        where it hangs
 * @param sensorErrorK what it reads too much (K), before any offset; negative where it reads too little
 */
public record Probe(String id, ProbePlace place, double sensorErrorK) {
    public Probe {
        Require.that(id != null && !id.isBlank(), "id", id, "must be given");
        Objects.requireNonNull(place, "place");
        Require.within("sensorErrorK", sensorErrorK, -20, 20, "K");
    }
}
