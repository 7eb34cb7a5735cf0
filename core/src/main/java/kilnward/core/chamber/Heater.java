package kilnward.core.chamber;

import java.util.Objects;
import java.util.Optional;
import kilnward.core.finding.Require;

/**
 * A heater with its element.
 *
 * @param id             stable name within the chamber
 * @param kind           kind
 * @param powerW         power while on (W), above 0
 * @param elementJK      heat capacity of the element (J/K), above 0
 * @param toAirWK        conductance from the element to the air (W/K), above 0
 * @param toContentsWK   conductance from the element to the contents, by contact or radiation (W/K), 0 or more
 * @param ownThermostat  the appliance's own thermostat, in series with the controller
 */
public record Heater(String id, HeaterKind kind, double powerW, double elementJK, double toAirWK, double toContentsWK,
                     Optional<OwnThermostat> ownThermostat)
        implements Appliance {
    public Heater {
        Require.that(id != null && !id.isBlank(), "id", id, "must be given");
        Objects.requireNonNull(kind, "kind");
        Require.within("powerW", powerW, 0.1, 100_000, "W");
        Require.within("elementJK", elementJK, 0.1, 1e8, "J/K");
        Require.within("toAirWK", toAirWK, 0.0001, 1e6, "W/K");
        Require.within("toContentsWK", toContentsWK, 0, 1e6, "W/K");
        Objects.requireNonNull(ownThermostat, "ownThermostat");
    }

    @Override
    public double electricalW() {
        return powerW;
    }
}
