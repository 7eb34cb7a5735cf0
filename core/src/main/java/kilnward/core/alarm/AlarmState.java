package kilnward.core.alarm;

import java.util.Optional;

/**
 * The states of an alarm and what leads from one to another, after ANSI/ISA-18.2 and IEC 62682:
 *
 * <pre>
 *                  begins            acknowledged   ends           shelved   shelf over, is   shelf over, is not
 * NORMAL           UNACKNOWLEDGED    –              –              SHELVED   –                –
 * UNACKNOWLEDGED   –                 ACKNOWLEDGED   RETURNED       SHELVED   –                –
 * ACKNOWLEDGED     –                 –              NORMAL         SHELVED   –                –
 * RETURNED         UNACKNOWLEDGED    NORMAL         –              SHELVED   –                –
 * SHELVED          –                 –              –              –         UNACKNOWLEDGED   NORMAL
 * </pre>
 */
public enum AlarmState {
    /** Nothing is wrong. */
    NORMAL,
    /** Something is wrong and nobody has said that they know. */
    UNACKNOWLEDGED,
    /** Something is wrong and somebody knows. */
    ACKNOWLEDGED,
    /** It is over, and nobody has said that they knew. */
    RETURNED,
    /** Put aside for a while, with a reason. */
    SHELVED;

    /** What happens to an alarm. */
    public enum Happening {
        BEGINS,
        ACKNOWLEDGED,
        ENDS,
        SHELVED,
        SHELF_OVER_AND_IS,
        SHELF_OVER_AND_IS_NOT
    }

    /** Where something that happens leads; empty where it leads nowhere else. */
    public Optional<AlarmState> after(Happening what) {
        AlarmState next = switch (what) {
            case BEGINS -> this == NORMAL || this == RETURNED ? UNACKNOWLEDGED : this;
            case ACKNOWLEDGED -> this == UNACKNOWLEDGED ? ACKNOWLEDGED : this == RETURNED ? NORMAL : this;
            case ENDS -> this == UNACKNOWLEDGED ? RETURNED : this == ACKNOWLEDGED ? NORMAL : this;
            case SHELVED -> SHELVED;
            case SHELF_OVER_AND_IS -> this == SHELVED ? UNACKNOWLEDGED : this;
            case SHELF_OVER_AND_IS_NOT -> this == SHELVED ? NORMAL : this;
        };
        return next == this ? Optional.empty() : Optional.of(next);
    }
}
