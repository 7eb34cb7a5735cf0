package kilnward.core.ladder;

import java.util.OptionalDouble;
import kilnward.core.device.LevelKind;
import kilnward.core.quantity.Quantity;

/**
 * One level of what the machine does, on the ladder.
 *
 * @param kind         what happens there
 * @param controllerId the controller it belongs to; empty for a backup or an end point
 * @param display      value as displayed, in the controller's unit; empty where it is not on a display
 * @param occupant     the same level at the occupant, in the model's unit
 * @param beforeHarmS  for an alarm: how long before harm it sounds (s), in the failure it is there for; empty where that
 *                     failure does not harm within the rehearsed days
 * @param quantity     what it is a level of
 * @param other        whether it is a level in the second place
 * @param night        whether it is in force by night only
 */
public record Rung(LevelKind kind, String controllerId, OptionalDouble display, double occupant, OptionalDouble beforeHarmS,
        Quantity quantity, boolean other, boolean night) {
}
