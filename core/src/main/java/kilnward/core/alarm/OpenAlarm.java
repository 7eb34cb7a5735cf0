package kilnward.core.alarm;

import java.util.List;
import java.util.Optional;
import kilnward.core.life.Side;
import kilnward.core.quantity.Quantity;

/**
 * An alarm as far as those that come with it have to know: of several with one cause people are told once.
 *
 * @param side     to which side the value is off; empty where the rule knows none
 * @param seriesId series that the rule watches
 * @param deviceId device that sends it; empty for nobody in particular
 */
public record OpenAlarm(RuleKind kind, Urgency urgency, Quantity measured, Optional<Side> side, String seriesId, Optional<String> deviceId) {
    /** Whether this, being there already, explains what comes now: one device is offline, or one quantity is off to one side. */
    public boolean explains(OpenAlarm coming) {
        return switch (kind) {
            case SILENCE -> deviceId.isPresent() && deviceId.equals(coming.deviceId) || isOffAlike(coming);
            case BROKEN_PROBE -> seriesId.equals(coming.seriesId) || isOffAlike(coming);
            default -> isOffAlike(coming);
        };
    }

    private boolean isOffAlike(OpenAlarm coming) {
        if (measured != coming.measured) {
            return false;
        }
        // Whatever is off already explains why an output changes nothing.
        return coming.kind == RuleKind.NO_EFFECT || !coming.kind.isOfHearing() && coming.side.isPresent() && coming.side.equals(side);
    }

    /** Whether people are told of what comes now: not where they were told of its cause with the same urgency or more. */
    public static boolean isTold(Urgency coming, List<OpenAlarm> ofOneCause) {
        return ofOneCause.stream().noneMatch(each -> each.urgency.covers(coming));
    }
}
