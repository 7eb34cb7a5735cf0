package kilnward.core.alarm;

import static kilnward.core.alarm.AlarmState.ACKNOWLEDGED;
import static kilnward.core.alarm.AlarmState.NORMAL;
import static kilnward.core.alarm.AlarmState.RETURNED;
import static kilnward.core.alarm.AlarmState.SHELVED;
import static kilnward.core.alarm.AlarmState.UNACKNOWLEDGED;
import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Every pair of state and event, against the table of docs/alarms.md, after ANSI/ISA-18.2 and IEC 62682. */
class AlarmStateTest {
    /** Rows are states in their order, columns events in theirs; null where nothing changes. */
    private static final AlarmState[][] TABLE = {
            // begins, acknowledged, ends, shelved, shelf over and is, shelf over and is not
            {UNACKNOWLEDGED, null, null, SHELVED, null, null},
            {null, ACKNOWLEDGED, RETURNED, SHELVED, null, null},
            {null, null, NORMAL, SHELVED, null, null},
            {UNACKNOWLEDGED, NORMAL, null, SHELVED, null, null},
            {null, null, null, null, UNACKNOWLEDGED, NORMAL}};

    @Test
    void everyPairLeadsWhereTheTableSays() {
        assertEquals(TABLE.length, AlarmState.values().length);
        for (AlarmState from : AlarmState.values()) {
            assertEquals(TABLE[from.ordinal()].length, AlarmState.Happening.values().length);
            for (AlarmState.Happening what : AlarmState.Happening.values()) {
                assertEquals(Optional.ofNullable(TABLE[from.ordinal()][what.ordinal()]), from.after(what), from + " and " + what);
            }
        }
    }
}
