package kilnward.core.rehearsal;

import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.Timers;
import kilnward.core.rehearsal.scenario.Chain;

/** One loop at work. */
final class RunningLoop {
    Loop loop;
    final RunningDisplay unit;
    Chain chain;
    Law.Runner law;
    Timers.Runner timers;
    boolean conducts;
    /** Share of the full output while it conducts. */
    double level = 1;
    boolean timeless;
    /** A fault has begun since it was last decided. */
    boolean upset;
    /** At this and above it stays off, whatever its program wants. */
    double opensAt;

    RunningLoop(Loop loop, RunningDisplay unit, Chain.Relay relay) {
        this.unit = unit;
        putInForce(loop, relay);
        // What is only there to cut out lets through until it has seen too much.
        this.conducts = loop.cutOut();
    }

    /**
     * Goes on where one with other faults left off. What was keyed in otherwise begins anew.
     *
     * @param justBeforeS a moment before anything new befalls it (s)
     */
    void takeOver(RunningLoop before, double justBeforeS) {
        if (before.loop.equals(loop)) {
            law = before.law;
            timers = before.timers;
        } else {
            timers = chain.timers().start(justBeforeS);
        }
        conducts = before.conducts;
        level = before.level;
        // What stays as it stood has to know how it stood.
        chain.relay().conducts(conducts, justBeforeS);
        chain.relay().level(level, justBeforeS);
        upset = true;
    }

    void putInForce(Loop other, Chain.Relay relay) {
        this.loop = other;
        this.chain = new Chain(other.law(), other.timers(), other.mode(), relay);
        this.law = chain.law().start();
        // A faulty relay depends on time only by its beginning, and then it is asked anew.
        this.timeless = chain.law().isTimeless() && chain.timers().equals(Timers.NONE) && !other.onlyLit();
        this.opensAt = unit.controller.highAlarmOpens() ? unit.controller.highAlarm().orElse(Double.POSITIVE_INFINITY) - 1e-9
                : Double.POSITIVE_INFINITY;
    }
}
