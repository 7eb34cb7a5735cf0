package kilnward.core.rehearsal.outcome;

import java.util.List;
import java.util.Set;
import kilnward.core.rehearsal.scenario.Scenario;

/**
 * A finished rehearsal.
 *
 * @param scenario      what it was driven through
 * @param trace         what happened, downsampled
 * @param metrics       its figures, from every step
 * @param events        what happened when, oldest first; at most {@link #MOST_EVENTS}
 * @param eventsLeftOut number of switchings not listed beyond that; alarms and harm are always listed
 * @param layersActed   second layers that kept something off: appliances with a thermostat of their own behind a controller, loops that cut out,
 *                      controllers whose high alarm opens; where there are none, the run is the same without them
 */
public record Rehearsed(Scenario scenario, Trace trace, Metrics metrics, List<Event> events, int eventsLeftOut,
        Set<String> layersActed) {
    /** Most switchings listed. */
    public static final int MOST_EVENTS = 1000;

    public Rehearsed {
        events = List.copyOf(events);
        layersActed = Set.copyOf(layersActed);
    }

    /** The same with a controller whose alarms nobody hears: what happens to the chamber does not hang on who listens. */
    public Rehearsed muted(String controllerId) {
        return new Rehearsed(scenario, trace, metrics, events.stream().filter(event -> !(event.kind().isAlarm() && event.subject().equals(controllerId))).toList(),
                eventsLeftOut, layersActed);
    }
}
