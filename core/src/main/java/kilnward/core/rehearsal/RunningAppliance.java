package kilnward.core.rehearsal;

import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.chamber.appliance.Humidifier;
import kilnward.core.chamber.appliance.Lamp;
import kilnward.core.chamber.appliance.OwnThermostat;

/** An appliance at work: what switches it, and what it does by itself. */
final class RunningAppliance {
    private final Outputs outputs;
    final Appliance appliance;
    final RunningLoop switched;
    /** What stands in series before it; null for nothing. */
    final RunningLoop cutOut;
    final int element;
    final OwnThermostat thermostat;
    final Lamp byClock;
    final Humidifier pulsed;
    boolean closes = true;
    boolean lit;
    double workingSinceS = Double.NaN;
    boolean working = true;
    double deadFromS = Double.POSITIVE_INFINITY;
    double bridgedFromS = Double.POSITIVE_INFINITY;
    boolean dead;

    RunningAppliance(Outputs outputs, Appliance appliance, RunningLoop switched, RunningLoop cutOut, int element) {
        this.outputs = outputs;
        this.appliance = appliance;
        this.switched = switched;
        this.cutOut = cutOut;
        this.element = element;
        this.thermostat = appliance.ownThermostat().orElse(null);
        this.byClock = switched == null && appliance instanceof Lamp lamp ? lamp : null;
        this.pulsed = appliance instanceof Humidifier humidifier && humidifier.pulseRestS() > 0 ? humidifier : null;
    }

    /** Goes on where one with other faults left off. */
    void takeOver(RunningAppliance before) {
        closes = before.closes;
        lit = before.lit;
        workingSinceS = before.workingSinceS;
        working = before.working;
    }

    boolean powered() {
        return outputs.mains() && (cutOut == null || cutOut.conducts) && (switched != null ? switched.conducts : appliance.runsByItself());
    }

    boolean runs() {
        return !dead && powered() && closes && working && (byClock == null || lit);
    }

    /** Share of its full output while it runs. */
    double level() {
        double level = switched == null ? 1 : switched.level;
        return thermostat == null ? level : level * outputs.thermostatShare();
    }

    double powerShare() {
        return appliance.powerShare(level());
    }

    boolean actsByItself() {
        return thermostat != null || byClock != null || pulsed != null;
    }

    /** @return whether it began or stopped by itself */
    boolean feel(double airC, double timeS, double clockS) {
        boolean before = runs();
        if (thermostat != null) {
            if (thermostat.opensAt(airC)) {
                if (closes && switched != null) {
                    outputs.acted(appliance);
                }
                closes = false;
            } else if (thermostat.closesAt(airC)) {
                closes = true;
            }
            closes |= timeS >= bridgedFromS;
        }
        if (byClock != null) {
            lit = byClock.byClock(clockS);
        }
        if (pulsed != null) {
            if (!powered()) {
                workingSinceS = Double.NaN;
                working = true;
            } else {
                workingSinceS = Double.isNaN(workingSinceS) ? timeS : workingSinceS;
                working = pulsed.worksAt(timeS - workingSinceS);
            }
        }
        return runs() != before;
    }
}
