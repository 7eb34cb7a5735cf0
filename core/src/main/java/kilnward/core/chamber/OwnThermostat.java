package kilnward.core.chamber;

import kilnward.core.finding.Require;

/**
 * A thermostat built into an appliance. It sits in series with the controller and feels the air (in a tank, the water).
 *
 * @param opensAtC  air temperature at which it stops the appliance (°C)
 * @param closesAtC air temperature at which it lets it run again (°C), below {@code opensAtC}
 */
public record OwnThermostat(double opensAtC, double closesAtC) {
    public OwnThermostat {
        Require.within("opensAtC", opensAtC, -30, 120, "°C");
        Require.within("closesAtC", closesAtC, -30, 120, "°C");
        Require.that(closesAtC < opensAtC, "closesAtC", closesAtC, "must be below opensAtC");
    }
}
