package kilnward.core.rehearsal.scenario;

/** Ways in which a controller comes to have other values in force than those that were wanted. */
public enum Mistake {
    /** The numbers were meant in the other unit. */
    WRONG_UNIT,
    /** Heating and cooling, or moistening and drying, are reversed. */
    WRONG_DIRECTION,
    /** The change was not saved: what left the factory is in force. */
    NOT_SAVED,
    /** Only the settable limits were keyed in: the set value is still that of the factory. */
    LIMITS_MISTAKEN,
    /** Somebody turned the knob. */
    KNOB_MOVED
}
