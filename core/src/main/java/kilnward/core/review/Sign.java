package kilnward.core.review;

/** What a log can show by itself. What its cause is it does not say: that is for whoever knows the box. */
public enum Sign {
    /** One or two readings far from those before and after, which agree: a radio link, a plug that was touched. */
    SPIKE,
    /** The same value for so long that nothing that lives and switches shows it. */
    STUCK_VALUE,
    /** It rises and falls more often than relays and compressors last. */
    SHORT_CYCLING,
    /** It swings by more than the band that is wanted is wide. */
    WIDE_SWING,
    /** Its mean is well off the middle of the band. */
    OFF_CENTRE,
    /** It fell or rose at once, and came back by and by: a lid or a door. */
    OPENING,
    /** It went on above where it usually turns. */
    RAN_ON,
    /** It went on below where it usually turns. */
    FELL_SHORT,
    /** From one moment on it rises and falls otherwise than before, and stays so. */
    CHANGED,
    /** From one moment on it heats up more slowly and cools faster: more heat is lost. */
    LOSES_MORE,
    /** From one moment on it heats up more slowly, and cools more slowly from where it turns: the heater gives less. */
    HEATER_WEAKER,
    /** It creeps one way, day after day. */
    DRIFT,
    /** The first time it came up it went farther than it ever does afterwards. */
    OVERSHOOT,
    /** It goes with the hour of the day. */
    DAY_AND_NIGHT,
    /** A humidity that leaps up to the end of its scale and stays there for a while: droplets on the sensor. */
    MIST;

    /** Whether it tells of what heats: where something cools as well, or nothing heats, it tells nothing. */
    public boolean isOfHeating() {
        return this == LOSES_MORE || this == HEATER_WEAKER;
    }
}
