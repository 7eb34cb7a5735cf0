package kilnward.core.control;

import java.util.Objects;

/**
 * A fan that takes over from a vent: it works by its own law, but only while the vent's program stands fully open
 * (common practice, no source).
 *
 * @param vent the vent's program
 * @param fan  the fan's own law
 */
public record VentTakeOver(StepVent vent, OnOff fan) implements Law {
    public VentTakeOver {
        Objects.requireNonNull(vent, "vent");
        Objects.requireNonNull(fan, "fan");
    }

    @Override
    public boolean isTimeless() {
        return false;
    }

    @Override
    public Runner start() {
        // The vent's own loop is asked at the same samples with the same displays, so both programs stand alike.
        Runner opening = vent.start();
        Runner blowing = fan.start();
        return seen -> {
            double position = opening.demand(seen);
            double wanted = blowing.demand(seen);
            return StepVent.isFullyOpen(position) ? wanted : 0;
        };
    }
}
