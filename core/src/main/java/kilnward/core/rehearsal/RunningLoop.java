package kilnward.core.rehearsal;

import kilnward.core.control.Law;
import kilnward.core.control.Loop;
import kilnward.core.control.Timers;

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
