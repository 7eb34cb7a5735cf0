package kilnward.core.chamber.appliance;

import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * A thermostat built into an appliance. It sits in series with the controller and feels the air (in a tank, the water). A heater's opens above where it
 * closes, a cooler's below.
 *
 * @param opensAtC  air temperature at which it stops the appliance (°C)
 * @param closesAtC air temperature at which it lets it run again (°C)
 */
public record OwnThermostat(@Bounded(min = -30, max = 120, unit = "°C") double opensAtC, @Bounded(min = -30, max = 120, unit = "°C") double closesAtC) {
    public OwnThermostat {
        Require.within(OwnThermostat.class, "opensAtC", opensAtC);
        Require.within(OwnThermostat.class, "closesAtC", closesAtC);
        Require.that(closesAtC != opensAtC, "closesAtC", closesAtC, "must differ from opensAtC");
    }

    /** Whether it stops what has become cold enough rather than what has become warm enough. */
    public boolean isOfCooler() {
        return closesAtC > opensAtC;
    }

    /** Whether it opens at an air temperature (°C). */
    public boolean opensAt(double airC) {
        return isOfCooler() ? airC <= opensAtC : airC >= opensAtC;
    }

    /** Whether it closes at an air temperature (°C). */
    public boolean closesAt(double airC) {
        return isOfCooler() ? airC >= closesAtC : airC <= closesAtC;
    }
}
