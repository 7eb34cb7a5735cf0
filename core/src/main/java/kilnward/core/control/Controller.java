package kilnward.core.control;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;
import kilnward.core.probe.Display;

/**
 * A controller as it stands keyed in: one probe, one display, alarms, and its loops.
 *
 * @param id        stable name within the chamber
 * @param probeIds  the probes it reads, at least one; it shows their mean
 * @param display   what it makes of the probe
 * @param samplingS how often it looks (s), 1 to 600
 * @param highAlarm value at or above which it alarms, as displayed
 * @param lowAlarm  value at or below which it alarms, as displayed
 * @param loops     its outputs
 * @param companion what it makes of the humidity that the same probes read, beside its own display; empty where it reads none
 * @param highAlarmOpens whether its outputs stay off while the high alarm sounds
 */
public record Controller(String id, List<String> probeIds, Display display, @Bounded(min = 1, max = 600, unit = "s") double samplingS, OptionalDouble highAlarm,
        OptionalDouble lowAlarm, List<Loop> loops, Optional<Display> companion, boolean highAlarmOpens) {
    public Controller {
        Require.that(id != null && !id.isBlank(), "id", id, "must be given");
        probeIds = List.copyOf(probeIds);
        Require.that(!probeIds.isEmpty(), "probeIds", probeIds, "must name at least one probe");
        Objects.requireNonNull(display, "display");
        Require.within(Controller.class, "samplingS", samplingS);
        Objects.requireNonNull(highAlarm, "highAlarm");
        Objects.requireNonNull(lowAlarm, "lowAlarm");
        loops = List.copyOf(loops);
        companion.ifPresent(other -> Require.that(!other.unit().isTemperature() && display.unit().isTemperature(), "companion",
                other.unit(), "must be of the air, beside a temperature"));
    }

    /** A controller that shows one quantity. */
    public Controller(String id, List<String> probeIds, Display display, double samplingS, OptionalDouble highAlarm,
            OptionalDouble lowAlarm, List<Loop> loops) {
        this(id, probeIds, display, samplingS, highAlarm, lowAlarm, loops, Optional.empty());
    }

    /** A controller whose high alarm only sounds. */
    public Controller(String id, List<String> probeIds, Display display, double samplingS, OptionalDouble highAlarm,
            OptionalDouble lowAlarm, List<Loop> loops, Optional<Display> companion) {
        this(id, probeIds, display, samplingS, highAlarm, lowAlarm, loops, companion, false);
    }

    /** The same controller without what only backs another up: its cut-outs, and an alarm that opens. */
    public Controller withoutLayers() {
        return new Controller(id, probeIds, display, samplingS, highAlarm, lowAlarm, loops.stream().filter(loop -> !loop.cutOut()).toList(), companion, false);
    }

    /** The same controller with outputs that stay off while its high alarm sounds. */
    public Controller withOpeningAlarm() {
        return new Controller(id, probeIds, display, samplingS, highAlarm, lowAlarm, loops, companion, true);
    }

    /** The same controller that looks at its probes at another interval (s). */
    public Controller withSampling(double otherS) {
        return new Controller(id, probeIds, display, otherS, highAlarm, lowAlarm, loops, companion, highAlarmOpens);
    }
}
