package kilnward.server.rule;

import java.time.Instant;
import java.util.Collection;
import java.util.Map;
import java.util.UUID;
import kilnward.core.alarm.AlarmState;

/** How rules stand; the room that looks after alarms keeps it. All of it takes part in the transaction that asks. */
public interface RuleStates {
    /** A rule is on from now. */
    void begin(UUID rule, int series, Instant now);

    /** Something of a rule was changed: it is to be looked at at once. */
    void lookAgain(UUID rule);

    /** How each of some rules stands; one that never stood otherwise may be missing. */
    Map<UUID, AlarmState> of(Collection<UUID> rules);
}
